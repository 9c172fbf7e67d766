<?php

declare(strict_types=1);

namespace App\Store;

use Illuminate\Contracts\Filesystem\Filesystem;
use RuntimeException;

/** Files of a disk that are there whole or not at all, whatever happens while they are written. */
final readonly class WholeFiles
{
    /** @param  bool  $lasts  whether what is written is on the disk before it is called written: a power cut takes nothing of it */
    public function __construct(private Filesystem $disk, private bool $lasts = false)
    {
    }

    public function has(string $path): bool
    {
        return $this->disk->exists($path);
    }

    public function size(string $path): int
    {
        return $this->disk->size($path);
    }

    public function path(string $path): string
    {
        return $this->disk->path($path);
    }

    /** @return string|null null where there is no such file */
    public function get(string $path): ?string
    {
        return $this->disk->get($path);
    }

    /**
     * Written beside its place first, then moved there.
     *
     * @throws RuntimeException when the disk does not take it
     */
    public function put(string $path, string $bytes): void
    {
        AtomicFile::write($this->disk->path($path), $bytes, $this->lasts);
    }
}
