<?php

declare(strict_types=1);

namespace App\Store;

use RuntimeException;

/** Writes a file whole or not at all: beside its place first, then moved there. */
final class AtomicFile
{
    /**
     * @param  bool  $lasts  whether it is on the disk before it takes its place
     *
     * @throws RuntimeException when the disk does not take it
     */
    public static function write(string $path, string $bytes, bool $lasts = false): void
    {
        $folder = dirname($path);
        if (! is_dir($folder) && ! @mkdir($folder, 0775, true) && ! is_dir($folder)) {
            throw new RuntimeException("The folder {$folder} cannot be made.");
        }
        $beside = $path.'.'.bin2hex(random_bytes(6)).'.part';
        if (! self::put($beside, $bytes, $lasts) || ! @rename($beside, $path)) {
            @unlink($beside);
            throw new RuntimeException("The file {$path} cannot be written.");
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
