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

    /** s after which a file that was packed to be fetched is no longer wanted. */
    private const OUT = 86400;

    /** s after which what was brought to be looked at is no longer wanted. */
    private const IN = 7 * 86400;

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
            'halves of copies' => $this->sweepFolders("{$this->storage}/yarrowfog/copies/.*.part", self::HALF),
            'bundles that went out' => $this->sweep("{$this->storage}/yarrowfog/outgoing", self::OUT, fn (SplFileInfo $file): bool => true),
            'what was brought and never taken' => $this->sweepFolders("{$this->storage}/yarrowfog/incoming/*", self::IN),
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

    /**
     * Whole folders of which nothing is younger.
     *
     * @param  string  $which  with stars for any letters
     * @param  int  $age  s
     * @return array{int, int}
     */
    private function sweepFolders(string $which, int $age): array
    {
        $gone = [0, 0];
        foreach (array_filter(glob($which) ?: [], is_dir(...)) as $folder) {
            $files = self::files($folder);
            if (max([0, ...array_map(fn (SplFileInfo $file): int => $file->getMTime(), $files)]) >= time() - $age) {
                continue;
            }
            foreach ($files as $file) {
                $gone = [$gone[0] + 1, $gone[1] + $file->getSize()];
                @unlink($file->getPathname());
            }
            /** @var SplFileInfo $part */
            foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS), RecursiveIteratorIterator::CHILD_FIRST) as $part) {
                @rmdir($part->getPathname());
            }
            @rmdir($folder);
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
