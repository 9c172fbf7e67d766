<?php

declare(strict_types=1);

namespace App\Store;

/** Files that can be made again at any time: previews and the levels of tips. */
final readonly class DerivativeCache
{
    public function __construct(private WholeFiles $files)
    {
    }

    /** What was made before; null where it was not. */
    public function find(string $key): ?string
    {
        return $this->files->get(self::path($key));
    }

    /**
     * @param  string  $key  letters, digits and dashes
     * @param  callable(): string  $make
     */
    public function remember(string $key, callable $make): string
    {
        $bytes = $this->find($key);
        if ($bytes === null) {
            $bytes = $make();
            $this->put($key, $bytes);
        }

        return $bytes;
    }

    /** In place of what was there. */
    public function put(string $key, string $bytes): void
    {
        $this->files->put(self::path($key), $bytes);
    }

    private static function path(string $key): string
    {
        return substr($key, 0, 2)."/{$key}";
    }
}
