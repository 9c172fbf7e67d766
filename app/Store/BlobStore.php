<?php

declare(strict_types=1);

namespace App\Store;

use RuntimeException;

/** Files that must not be lost, by the hash of their content: originals and tips. */
final readonly class BlobStore
{
    public function __construct(private WholeFiles $files, private Locks $locks)
    {
    }

    /** @return string the hash to ask for it by */
    public function put(string $bytes): string
    {
        $hash = hash('sha256', $bytes);
        // One that was damaged on the disk is whole again.
        if ($this->files->get(self::path($hash)) !== $bytes) {
            $this->files->put(self::path($hash), $bytes);
        } else {
            // Whoever clears away what nothing names leaves what is young.
            @touch($this->files->path(self::path($hash)));
        }

        return $hash;
    }

    /** @throws FileDamaged when it is gone, or is not what was kept */
    public function get(string $hash): string
    {
        $bytes = $this->files->get(self::path($hash));

        return $bytes !== null && hash('sha256', $bytes) === $hash ? $bytes : throw new FileDamaged($bytes === null ? "The kept file {$hash} is gone." : "The kept file {$hash} is damaged.");
    }

    public function has(string $hash): bool
    {
        return $this->files->has(self::path($hash));
    }

    /**
     * Bytes of a kept file.
     *
     * @throws FileDamaged when it is gone
     */
    public function size(string $hash): int
    {
        return $this->has($hash) ? $this->files->size(self::path($hash)) : throw new FileDamaged("The kept file {$hash} is gone.");
    }

    /**
     * Where a kept file lies, to be read only.
     *
     * @throws FileDamaged when it is gone, or is not what was kept
     */
    public function file(string $hash): string
    {
        $path = $this->files->path(self::path($hash));

        return is_file($path) && hash_file('sha256', $path) === $hash ? $path : throw new FileDamaged("The kept file {$hash} is gone or damaged.");
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
        return $this->locks->alone($bytes, $do);
    }

    /** @param  string  $hash  hex digits only: it is never taken from a request */
    private static function path(string $hash): string
    {
        return substr($hash, 0, 2)."/{$hash}";
    }
}
