<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

/** Pixels in tiles. */
interface TileSource
{
    /**
     * @param  string  $key  of a tile (see StrokeBuffer)
     * @return array<int, int>|null words (see DeepBitmap), StrokeBuffer::SIDE rows; null where nothing lies
     */
    public function tile(string $key): ?array;
}
