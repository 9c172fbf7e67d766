<?php

declare(strict_types=1);

namespace App\Store;

use RuntimeException;

/** A file could not be written: the disk is full, fails, or may only be read. */
final class DiskRefuses extends RuntimeException
{
}
