<?php

declare(strict_types=1);

namespace App\Store;

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

    /**
     * A folder that only this user may enter: made, or taken where it is one's own already. What somebody else has put in its place, a
     * link above all, is never followed.
     *
     * @param  string  $onDisk  used where there is no such memory
     */
    public static function root(string $onDisk): string
    {
        $runtime = getenv('XDG_RUNTIME_DIR');
        foreach ([is_string($runtime) ? $runtime : '', self::MEMORY] as $memory) {
            if ($memory !== '' && is_dir($memory) && is_writable($memory)) {
                $folder = "{$memory}/yarrowfog-".posix_geteuid().'-'.hash('xxh64', $onDisk);
                @mkdir($folder, 0700);
                if (self::isOwn($folder)) {
                    return $folder;
                }
            }
        }

        return $onDisk;
    }

    private static function isOwn(string $folder): bool
    {
        clearstatcache(true, $folder);
        $stat = @lstat($folder);

        return $stat !== false && ($stat['mode'] & 0170000) === 0040000 && $stat['uid'] === posix_geteuid() && ($stat['mode'] & 077) === 0;
    }

    /**
     * Lends a file of its own, which is gone afterwards, whatever happens; its name begins with the process that has it.
     *
     * @template T
     *
     * @param  callable(string): T  $do  given its path
     * @return T
     */
    public static function file(callable $do): mixed
    {
        $path = tempnam(sys_get_temp_dir(), 'yarrowfog-'.getmypid().'-');
        if ($path === false) {
            throw new DiskRefuses('There is no room for a temporary file.');
        }
        try {
            return $do($path);
        } finally {
            @unlink($path);
        }
    }

    /**
     * Lends a folder of its own, which is gone afterwards with the files in it, whatever happens.
     *
     * @template T
     *
     * @param  callable(string): T  $do  given its path
     * @return T
     */
    public static function space(callable $do): mixed
    {
        return self::file(function (string $path) use ($do): mixed {
            $folder = "{$path}.d";
            if (! @mkdir($folder, 0700)) {
                throw new DiskRefuses('There is no room for a temporary folder.');
            }
            try {
                return $do($folder);
            } finally {
                array_map(unlink(...), glob("{$folder}/{,.}[!.]*", GLOB_BRACE) ?: []);
                rmdir($folder);
            }
        });
    }
}
