<?php

declare(strict_types=1);

namespace App\Store;

use RuntimeException;

/** A zip file that is not opened; its message is one sentence about “it”. */
final class ZipRefused extends RuntimeException
{
}
