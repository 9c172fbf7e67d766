<?php

declare(strict_types=1);

namespace App\Bundles;

use Closure;
use Yarrowfog\Core\Format\Bundle\Entry;

/** The files of a bundle while it is packed; what two brushes share is in it once. */
final class Parcel
{
    /** @var array<string, string|Closure(): string> contents, or what gives the path of a file that holds them */
    private array $contents = [];

    /** @var array<string, Entry> by place */
    private array $entries = [];

    public function put(string $path, string $bytes): string
    {
        if (! isset($this->entries[$path])) {
            $this->entries[$path] = Entry::of($path, $bytes);
            $this->contents[$path] = $bytes;
        }

        return $path;
    }

    /**
     * A file of the library, which is packed from where it lies.
     *
     * @param  Closure(): string  $file  gives its path, once it has been looked at
     */
    public function putFile(string $path, string $hash, int $bytes, Closure $file): string
    {
        $this->entries[$path] ??= new Entry($path, $hash, $bytes);
        $this->contents[$path] ??= $file;

        return $path;
    }

    public function has(string $path): bool
    {
        return isset($this->entries[$path]);
    }

    /** @return list<Entry> by their places */
    public function entries(): array
    {
        $entries = $this->entries;
        ksort($entries, SORT_STRING);

        return array_values($entries);
    }

    /** @return array<string, string|Closure(): string> by their places */
    public function contents(): array
    {
        $contents = $this->contents;
        ksort($contents, SORT_STRING);

        return $contents;
    }
}
