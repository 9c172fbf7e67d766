<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** Pixels of one picture put into another where both lie on a sheet. */
final class RowCopy
{
    /**
     * @param  array<int, int>  $to  row by row
     * @param  Rect  $toArea  where they lie
     * @param  array<int, int>  $from  row by row
     * @param  Rect  $fromArea  where those lie
     * @param  Rect|null  $within  nothing is taken over outside of it
     * @return array<int, int> what `$to` is then
     */
    public static function put(array $to, Rect $toArea, array $from, Rect $fromArea, ?Rect $within = null): array
    {
        $part = $toArea->intersect($fromArea);
        $part = $within === null ? $part : $part->intersect($within);
        for ($y = $part->y; $y < $part->bottom(); $y++) {
            $i = ($y - $fromArea->y) * $fromArea->width + $part->x - $fromArea->x;
            $j = ($y - $toArea->y) * $toArea->width + $part->x - $toArea->x;
            for ($end = $j + $part->width; $j < $end; $j++, $i++) {
                $to[$j] = $from[$i];
            }
        }

        return $to;
    }
}
