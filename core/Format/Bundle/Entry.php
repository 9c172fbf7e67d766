<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\Bundle;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/** A file in a bundle, as the bundle says that it is: where, how long, and the hash of its bytes. */
final readonly class Entry
{
    /** A folder and a name: nothing that could lead outside, and nothing that some system could not hold. */
    private const PATH = '#^[a-z]{1,20}/[a-zA-Z0-9][a-zA-Z0-9._-]{0,99}$#D';

    private const HASH = '/^[0-9a-f]{64}$/D';

    /** Bytes of one file. */
    public const MOST = 104857600;

    public function __construct(public string $path, public string $hash, public int $bytes)
    {
    }

    public static function of(string $path, string $bytes): self
    {
        return new self($path, hash('sha256', $bytes), strlen($bytes));
    }

    /**
     * @param  JsonReader  $from  {"path": …, "sha256": …, "bytes": …}
     *
     * @throws InvalidInput
     */
    public static function read(JsonReader $from): self
    {
        $path = self::path($from, 'path');
        $hash = $from->text('sha256');
        if (preg_match(self::HASH, $hash) !== 1) {
            throw new InvalidInput($from->name('sha256'), "“{$hash}” is no SHA-256 of a file.");
        }

        $bytes = $from->integer('bytes', 0, 1 << 50);
        if ($bytes > self::MOST) {
            throw new InvalidInput($from->name('bytes'), sprintf('“%s” has %s MB, unpacked. The largest file in a bundle has %d MB.', $path, number_format($bytes / 1048576), self::MOST >> 20));
        }

        return new self($path, $hash, $bytes);
    }

    /**
     * A place in a bundle that something names.
     *
     * @throws InvalidInput where it leads elsewhere
     */
    public static function path(JsonReader $from, string $key): string
    {
        $path = $from->text($key);

        return preg_match(self::PATH, $path) === 1 && ! str_contains($path, '..') ? $path : throw new InvalidInput($from->name($key), '“'.mb_substr(mb_scrub($path), 0, 80).'” is no place in a bundle: a folder and a name, in plain letters, lie there.');
    }

    public static function isPath(string $path): bool
    {
        return preg_match(self::PATH, $path) === 1 && ! str_contains($path, '..');
    }

    /** @return array{path: string, sha256: string, bytes: int} */
    public function toArray(): array
    {
        return ['path' => $this->path, 'sha256' => $this->hash, 'bytes' => $this->bytes];
    }
}
