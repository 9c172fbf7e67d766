<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Tile;

use function is_int;

/**
 * Two coverages to an int, side by side on the sheet: bits 0–15 the left one, 16–31 the right
 * one. Prints that are turned one by one are blended into such tiles, two pixels at a time: half as often is
 * an int taken out of the tile and put back, which costs as much as a pixel's sum does.
 *
 * Prints begin and end on whole pairs, so one pixel beyond the edge of the sheet may hold something.
 */
final class PackedCoveragePair
{
    /** Ints in a tile. */
    public const TILE = StrokeBuffer::SIDE * StrokeBuffer::SIDE / 2;

    /**
     * A tile of pairs as one of coverage.
     *
     * @param  array<int, int>  $pairs
     * @param  int  $left  first column that is on the sheet; what lies outside stays empty
     * @param  int  $top  first row
     * @param  int  $right  one past the last column
     * @param  int  $bottom  one past the last row
     * @return array<int, int> 0–65535, SIDE rows of SIDE
     */
    public static function toCoverage(array $pairs, int $left = 0, int $top = 0, int $right = StrokeBuffer::SIDE, int $bottom = StrokeBuffer::SIDE): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $out = array_fill(0, $side * $side, 0);
        for ($row = $top; $row < $bottom; $row++) {
            $from = $row * $side + $left;
            $until = $row * $side + $right;
            $to = $from & ~1;
            $last = $until + 1 >> 1;
            for ($i = $from >> 1; $i < $last; $i++) {
                $pair = $pairs[$i];
                if (! is_int($pair)) {
                    return $out;
                }
                if ($pair !== 0) {
                    $out[$to] = $pair & 65535;
                    $out[$to + 1] = $pair >> 16;
                }
                $to += 2;
            }
            if (($left & 1) === 1) {
                $out[$from - 1] = 0;
            }
            if (($right & 1) === 1) {
                $out[$until] = 0;
            }
        }

        return $out;
    }
}
