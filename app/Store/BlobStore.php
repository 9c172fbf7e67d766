<?php

declare(strict_types=1);

namespace App\Store;

use RuntimeException;

/** Files that must not be lost, by the hash of their content: originals and tips. */
final readonly class BlobStore
{
    public function __construct(private string $folder)
    {
    }

    /** @return string the hash to ask for it by */
    public function put(string $bytes): string
    {
        $hash = hash('sha256', $bytes);
        if (! is_file($this->path($hash))) {
            AtomicFile::write($this->path($hash), $bytes);
        }

        return $hash;
    }

    /** @throws RuntimeException when it is gone */
    public function get(string $hash): string
    {
        $bytes = @file_get_contents($this->path($hash));

        return is_string($bytes) ? $bytes : throw new RuntimeException("The kept file {$hash} is gone.");
    }

    /**
     * Lets one process at a time do something about the same content, however many ask at once.
     *
     * @template T
     *
     * @param  callable(): T  $do
     * @return T
     *
     * @throws RuntimeException when the disk does not take the lock
     */
    public function alone(string $bytes, callable $do): mixed
    {
        // A few locks for all contents: their files can stay, and different pictures seldom wait for each other.
        $path = "{$this->folder}/".substr(hash('sha256', $bytes), 0, 1).'.lock';
        @mkdir($this->folder, 0775, true);
        $lock = @fopen($path, 'c');
        if ($lock === false || ! flock($lock, LOCK_EX)) {
            throw new RuntimeException("The lock {$path} cannot be had.");
        }
        try {
            return $do();
        } finally {
            fclose($lock);
        }
    }

    /** @param  string  $hash  hex digits only: it is never taken from a request */
    private function path(string $hash): string
    {
        return "{$this->folder}/".substr($hash, 0, 2)."/{$hash}";
    }
}
