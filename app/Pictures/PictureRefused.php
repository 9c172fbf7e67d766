<?php

declare(strict_types=1);

namespace App\Pictures;

use RuntimeException;

/** A file that cannot become a picture; the message is one sentence for the painter. */
final class PictureRefused extends RuntimeException
{
}
