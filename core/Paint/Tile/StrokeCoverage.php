<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Tile;

use Yarrowfog\Core\Raster\Rect;

/** The coverage of a stroke inside an area of the sheet, read out of its tiles. */
final class StrokeCoverage
{
    /** @return array<int, int> area.width · area.height, row by row, 0–65535 */
    public static function of(StrokeLayer $stroke, Rect $area): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $shift = $stroke->colour() === null ? 45 : 0;
        $width = $area->width;
        $out = array_fill(0, $width * $area->height, 0);
        foreach (StrokeBuffer::keysUnder($area->intersect($stroke->bounds())) as $key) {
            $tile = $stroke->tile($key);
            if ($tile === null) {
                continue;
            }
            $there = StrokeBuffer::area($key);
            $part = $there->intersect($area);
            for ($y = $part->y; $y < $part->bottom(); $y++) {
                $from = ($y - $there->y) * $side + $part->x - $there->x;
                $to = ($y - $area->y) * $width + $part->x - $area->x;
                for ($end = $to + $part->width; $to < $end; $to++) {
                    $out[$to] = $tile[$from] >> $shift;
                    $from++;
                }
            }
        }

        return $out;
    }
}
