<?php

declare(strict_types=1);

namespace App\Store;

use RuntimeException;

/** Writes a file whole or not at all: beside its place first, then moved there. */
final class AtomicFile
{
    /** @throws RuntimeException when the disk does not take it */
    public static function write(string $path, string $bytes): void
    {
        $folder = dirname($path);
        if (! is_dir($folder) && ! @mkdir($folder, 0775, true) && ! is_dir($folder)) {
            throw new RuntimeException("The folder {$folder} cannot be made.");
        }
        $beside = $path.'.'.bin2hex(random_bytes(6)).'.part';
        if (@file_put_contents($beside, $bytes) !== strlen($bytes) || ! @rename($beside, $path)) {
            @unlink($beside);
            throw new RuntimeException("The file {$path} cannot be written.");
        }
    }
}
