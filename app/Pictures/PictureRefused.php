<?php

declare(strict_types=1);

namespace App\Pictures;

use RuntimeException;

/** A file that cannot become a picture; the message is one sentence for the painter. */
final class PictureRefused extends RuntimeException
{
    /** Said wherever a file is turned away by its size: by the web server as by the application. */
    public const TOO_LARGE = 'This file is too large. The most Yarrowfog opens is 100 MB.';
}
