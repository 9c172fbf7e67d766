<?php

declare(strict_types=1);

namespace App\Painting;

use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Rect;

/** The places of stored tiles, "column row", and those of the engine's tiles that they lie in. */
final class TileGrid
{
    /** px; the engine's tiles are whole numbers of these. */
    public const SIDE = 64;

    /** @return list<string> */
    public static function places(Rect $area): array
    {
        $places = [];
        for ($row = intdiv($area->y, self::SIDE); $row * self::SIDE < $area->bottom(); $row++) {
            for ($column = intdiv($area->x, self::SIDE); $column * self::SIDE < $area->right(); $column++) {
                $places[] = "{$column} {$row}";
            }
        }

        return $places;
    }

    /**
     * @param  array<string, Rect>  $areas
     * @return list<string>
     */
    public static function placesOf(array $areas): array
    {
        return array_merge(...array_map(self::places(...), array_values($areas)));
    }

    public static function at(string $place): Rect
    {
        [$column, $row] = array_map(intval(...), explode(' ', $place));

        return new Rect($column * self::SIDE, $row * self::SIDE, self::SIDE, self::SIDE);
    }

    /**
     * @param  list<string>  $places
     * @return list<string>
     */
    public static function keys(array $places): array
    {
        $keys = [];
        foreach ($places as $place) {
            $at = self::at($place);
            $keys[StrokeBuffer::key(intdiv($at->x, StrokeBuffer::SIDE), intdiv($at->y, StrokeBuffer::SIDE))] = true;
        }

        return array_map(strval(...), array_keys($keys));
    }
}
