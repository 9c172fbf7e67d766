<?php

declare(strict_types=1);

namespace App\Store;

use RuntimeException;

/** A kept file is gone, or is not what was kept. */
final class FileDamaged extends RuntimeException
{
    public const SENTENCE = 'A file of the library is gone from the disk, or damaged there. Bring the same picture in once more: it is healed by that. The log names the file.';
}
