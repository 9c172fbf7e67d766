<?php

declare(strict_types=1);

namespace App\Store;

/** Tells processes that go on after their requests that the library is another one, though its file is the same: a copy was put back. */
final readonly class Epoch
{
    public function __construct(private string $file)
    {
    }

    public function begin(): void
    {
        AtomicFile::write($this->file, bin2hex(random_bytes(8)));
    }

    public function current(): string
    {
        return (string) @file_get_contents($this->file);
    }
}
