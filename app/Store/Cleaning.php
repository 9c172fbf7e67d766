<?php

declare(strict_types=1);

namespace App\Store;

use FilesystemIterator;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;

/**
 * Takes away what nobody misses, so that nothing grows without end: pictures that can be made again, halves of files that were never
 * finished, sessions that have lapsed, old lines of the log. What a painter made is never touched.
 */
final readonly class Cleaning
{
    /** Bytes of what can be made again; the oldest goes first. */
    public const DERIVED = 1024 * 1024 * 1024;

    /** s after which a half of a file is nobody's any more. */
    private const HALF = 3600;

    /** s after which a session has lapsed. */
    private const SESSION = 31 * 86400;

    /** Bytes of a log; from there on it begins anew, and the one before it is kept. */
    private const LOG = 10 * 1024 * 1024;

    /** @param  string  $storage  folder of all that is stored */
    public function __construct(private string $storage, private int $derived = self::DERIVED)
    {
    }

    /** @return array<string, array{int, int}> files and bytes that were taken away, by what they were */
    public function clean(): array
    {
        return [
            'pictures that can be made again' => $this->shrink("{$this->storage}/yarrowfog/derived"),
            'halves of files' => $this->sweep("{$this->storage}/yarrowfog", self::HALF, fn (SplFileInfo $file): bool => str_ends_with($file->getFilename(), '.part')),
            'sessions that have lapsed' => $this->sweep("{$this->storage}/framework/sessions", self::SESSION, fn (SplFileInfo $file): bool => ! str_starts_with($file->getFilename(), '.')),
            'lines of logs' => $this->turnLogs("{$this->storage}/logs"),
        ];
    }

    /** @return array{int, int} */
    private function shrink(string $folder): array
    {
        $files = [];
        $bytes = 0;
        foreach (self::files($folder) as $file) {
            $files[$file->getPathname()] = [$file->getMTime(), $file->getSize()];
            $bytes += $file->getSize();
        }
        asort($files);
        $gone = [0, 0];
        foreach ($files as $path => [, $size]) {
            if ($bytes <= $this->derived) {
                break;
            }
            if (@unlink($path)) {
                $bytes -= $size;
                $gone = [$gone[0] + 1, $gone[1] + $size];
            }
        }

        return $gone;
    }

    /**
     * @param  int  $age  s
     * @param  callable(SplFileInfo): bool  $is
     * @return array{int, int}
     */
    private function sweep(string $folder, int $age, callable $is): array
    {
        $gone = [0, 0];
        foreach (self::files($folder) as $file) {
            $size = $file->getSize();
            if ($is($file) && $file->getMTime() < time() - $age && @unlink($file->getPathname())) {
                $gone = [$gone[0] + 1, $gone[1] + $size];
            }
        }

        return $gone;
    }

    /** @return array{int, int} */
    private function turnLogs(string $folder): array
    {
        $gone = [0, 0];
        foreach (self::files($folder) as $file) {
            $path = $file->getPathname();
            if (str_ends_with($path, '.log') && $file->getSize() > self::LOG) {
                $gone = [$gone[0] + 1, $gone[1] + (int) @filesize("{$path}.before")];
                // Who writes to it goes on: its bytes are taken out of it, not the file away.
                @copy($path, "{$path}.before");
                file_put_contents($path, '');
            }
        }

        return $gone;
    }

    /** @return list<SplFileInfo> */
    private static function files(string $folder): array
    {
        if (! is_dir($folder)) {
            return [];
        }
        $files = [];
        /** @var SplFileInfo $file */
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file->isFile() && ! $file->isLink()) {
                $files[] = $file;
            }
        }

        return $files;
    }
}
