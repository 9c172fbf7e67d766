<?php

declare(strict_types=1);

namespace App\Store;

use RuntimeException;

/** Files that only processes of this machine hand to one another, and that nobody misses after it was switched off. */
final class Scratch
{
    private const MEMORY = '/dev/shm';

    /**
     * In memory where the system offers that, since replacing a file on a disk costs milliseconds; otherwise in the storage.
     *
     * @param  string  $part  a folder in it
     */
    public static function folder(string $part): string
    {
        return self::root(storage_path('yarrowfog/scratch'))."/{$part}";
    }

    /** @param  string  $onDisk  used where there is no such memory */
    public static function root(string $onDisk): string
    {
        return is_dir(self::MEMORY) && is_writable(self::MEMORY) ? self::MEMORY.'/yarrowfog-'.hash('xxh64', $onDisk) : $onDisk;
    }

    /**
     * Lends a file of its own, which is gone afterwards, whatever happens.
     *
     * @template T
     *
     * @param  callable(string): T  $do  given its path
     * @return T
     */
    public static function file(callable $do): mixed
    {
        $path = tempnam(sys_get_temp_dir(), 'yarrowfog-');
        if ($path === false) {
            throw new RuntimeException('There is no room for a temporary file.');
        }
        try {
            return $do($path);
        } finally {
            @unlink($path);
        }
    }
}
