<?php

declare(strict_types=1);

namespace App\Store;

use Stringable;

/** Bytes that go into the library as bytes: what is bound as text is cut off at its first zero by tools that write a library out. */
final readonly class Blob implements Stringable
{
    public function __construct(private string $bytes)
    {
    }

    public static function of(?string $bytes): ?self
    {
        return $bytes === null ? null : new self($bytes);
    }

    public function __toString(): string
    {
        return $this->bytes;
    }
}
