<?php

declare(strict_types=1);

namespace App\Copies;

use Closure;

/** A library that was copied: its database, and its files by their hashes. */
final readonly class CopiedLibrary
{
    /**
     * @param  string  $database  path
     * @param  list<string>  $hashes  of its files
     * @param  Closure(string): string  $file  gives the bytes of one
     * @param  string|null  $hash  xxh128 that its database had when it was copied
     */
    public function __construct(public string $database, public array $hashes, public Closure $file, public ?string $hash = null)
    {
    }
}
