<?php

declare(strict_types=1);

namespace App\Store;

use Illuminate\Contracts\Filesystem\Filesystem;
use League\Flysystem\FilesystemException;
use RuntimeException;

/** Files of a disk that are there whole or not at all, whatever happens while they are written. */
final readonly class WholeFiles
{
    public function __construct(private Filesystem $disk)
    {
    }

    public function has(string $path): bool
    {
        return $this->disk->exists($path);
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
        $beside = "{$path}.".bin2hex(random_bytes(6)).'.part';
        try {
            $isThere = $this->disk->put($beside, $bytes) && $this->disk->move($beside, $path);
        } catch (FilesystemException) {
            $isThere = false;
        }
        if (! $isThere) {
            $this->disk->delete($beside);
            throw new RuntimeException("The file {$path} cannot be written.");
        }
    }
}
