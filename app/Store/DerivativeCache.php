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
        return $this->files->get(substr($key, 0, 2)."/{$key}");
    }

    /**
     * @param  string  $key  letters, digits and dashes
     * @param  callable(): string  $make
     */
    public function remember(string $key, callable $make): string
    {
        $path = substr($key, 0, 2)."/{$key}";
        $bytes = $this->files->get($path);
        if ($bytes === null) {
            $bytes = $make();
            $this->files->put($path, $bytes);
        }

        return $bytes;
    }
}
