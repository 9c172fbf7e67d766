<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

/** A part of a tile, cut out. */
final class TilePart
{
    /**
     * @param  array<int, int>|null  $tile  words; null where nothing lies
     * @param  string  $key  of the tile
     * @param  Rect  $area  inside it, on the sheet
     */
    public static function of(?array $tile, string $key, Rect $area): ?DeepBitmap
    {
        $at = StrokeBuffer::area($key);

        return $tile === null ? null : (new DeepBitmap(StrokeBuffer::SIDE, StrokeBuffer::SIDE, $tile))->crop($area->move(-$at->x, -$at->y));
    }
}
