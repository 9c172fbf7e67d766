<?php

declare(strict_types=1);

namespace App\Store;

/** Files that can be made again at any time: previews and the levels of tips. */
final readonly class DerivativeCache
{
    public function __construct(private string $folder)
    {
    }

    /**
     * @param  string  $key  letters, digits and dashes
     * @param  callable(): string  $make
     */
    public function remember(string $key, callable $make): string
    {
        $path = "{$this->folder}/".substr($key, 0, 2)."/{$key}";
        $bytes = @file_get_contents($path);
        if (is_string($bytes)) {
            return $bytes;
        }
        $bytes = $make();
        AtomicFile::write($path, $bytes);

        return $bytes;
    }
}
