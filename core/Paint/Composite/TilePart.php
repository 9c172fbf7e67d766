<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\RowCopy;

/** Tiles cut out of pictures, parts cut out of tiles, and tiles put together. */
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

    /**
     * What a picture holds of a tile.
     *
     * @param  Rect  $area  where it lies on the sheet, as large as the picture
     * @param  Rect  $within  nothing of it is seen outside
     * @return array<int, int>|null words; null where none of it is seen
     */
    public static function ofPicture(DeepBitmap $picture, Rect $area, string $key, Rect $within): ?array
    {
        $side = (int) StrokeBuffer::SIDE;
        $at = StrokeBuffer::area($key);
        if ($at->intersect($area)->intersect($within)->isEmpty()) {
            return null;
        }

        return RowCopy::put(array_fill(0, $side * $side, 0), $at, $picture->words, $area, $within);
    }

    /**
     * Tiles put together again.
     *
     * @param  array<string, array<int, int>>  $tiles  words, by key
     * @param  Rect  $area  on the sheet
     */
    public static function join(array $tiles, Rect $area): DeepBitmap
    {
        $out = array_fill(0, $area->area(), 0);
        foreach ($tiles as $key => $tile) {
            $out = RowCopy::put($out, $area, $tile, StrokeBuffer::area($key));
        }

        return new DeepBitmap($area->width, $area->height, $out);
    }
}
