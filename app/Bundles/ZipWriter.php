<?php

declare(strict_types=1);

namespace App\Bundles;

use App\Work\CalledOff;
use App\Work\Progress;
use RuntimeException;
use ZipArchive;

/** Writes zip files whose bytes follow from what is in them and nothing else: no times, no names of systems. */
final class ZipWriter
{
    /** 1 January 1980, the first day that a zip can tell. */
    private const DAY = 315532800;

    /** What is packed already, by its ending: packed once more it would only take longer. */
    private const PACKED = ['png', 'jpg', 'jpeg', 'webp', 'gif', 'tif', 'tiff', 'woff'];

    /**
     * @param  string  $path  of the file to write
     * @param  array<string, string|\Closure(): string>  $entries  contents, or what gives the path of a file that holds them, by place
     *
     * @throws RuntimeException when the disk does not take it
     * @throws CalledOff
     */
    public static function write(string $path, array $entries, ?Progress $progress = null, float $from = 0.0): void
    {
        @unlink($path);
        $zip = new ZipArchive;
        if ($zip->open($path, ZipArchive::CREATE | ZipArchive::EXCL) !== true) {
            throw new RuntimeException("The file {$path} cannot be written.");
        }
        $done = 0;
        foreach ($entries as $name => $contents) {
            if ($done++ % 20 === 0) {
                $progress?->tell($from + 0.5 * (1 - $from) * $done / count($entries), 'packing');
            }
            $isIn = is_string($contents) ? $zip->addFromString($name, $contents) : $zip->addFile($contents(), $name);
            $isPacked = in_array(pathinfo($name, PATHINFO_EXTENSION), self::PACKED, true);
            if (! $isIn || ! $zip->setCompressionName($name, $isPacked ? ZipArchive::CM_STORE : ZipArchive::CM_DEFLATE) || ! $zip->setMtimeName($name, self::DAY)) {
                throw new RuntimeException("“{$name}” cannot be packed.");
            }
            $zip->setExternalAttributesName($name, ZipArchive::OPSYS_UNIX, 0100644 << 16);
        }
        $progress?->tell($from + 0.6 * (1 - $from), 'writing the file');
        if (! @$zip->close()) {
            @unlink($path);
            throw new RuntimeException("The file {$path} cannot be written.");
        }
    }
}
