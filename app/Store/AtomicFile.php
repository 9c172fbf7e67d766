<?php

declare(strict_types=1);

namespace App\Store;

/** Writes a file whole or not at all: beside its place first, then moved there. */
final class AtomicFile
{
    /**
     * @param  bool  $lasts  whether it is on the disk before it takes its place, and its name in its folder before this ends
     *
     * @throws DiskRefuses when the disk does not take it
     */
    public static function write(string $path, string $bytes, bool $lasts = false): void
    {
        $folder = dirname($path);
        if (! is_dir($folder) && ! @mkdir($folder, 0775, true) && ! is_dir($folder)) {
            throw new DiskRefuses("The folder {$folder} cannot be made.");
        }
        $beside = $path.'.'.bin2hex(random_bytes(6)).'.part';
        if (! self::put($beside, $bytes, $lasts) || ! @rename($beside, $path)) {
            @unlink($beside);
            throw new DiskRefuses("The file {$path} cannot be written.");
        }
        if ($lasts) {
            self::settle($folder);
            self::settle(dirname($folder));
        }
    }

    /** A folder with the names in it, brought to the disk. */
    private static function settle(string $folder): void
    {
        $opened = @fopen($folder, 'r');
        if ($opened !== false) {
            @fsync($opened);
            fclose($opened);
        }
    }

    private static function put(string $path, string $bytes, bool $lasts): bool
    {
        $file = @fopen($path, 'xb');
        if ($file === false) {
            return false;
        }
        $isWhole = @fwrite($file, $bytes) === strlen($bytes) && @fflush($file) && (! $lasts || @fsync($file));

        return fclose($file) && $isWhole;
    }
}
