<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Paint\Tile\Density;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;

use function is_int;

/**
 * Blends prints into the tiles of a stroke.
 *
 * Both kinds of overlap are one formula, c ← c + max(0, C − c) · m · k: for *stays even*
 * C is the dab's opacity and k its flow; for *adds up* C is full and k is flow · opacity.
 * Where the colour changes from dab to dab it moves by m · k · C / c, the share of the
 * new ink in what then lies there.
 *
 * The loops are written for the JIT: bare arrays of ints, every variable of one type. What comes
 * out of an array could be anything for all that the compiler knows. Where it is asked whether it is an int, which
 * costs nothing and never fails, the compiler knows from there on (docs/performance.md).
 */
final class TileBlend
{
    /**
     * Turns a stencil and blends it into a tile of pairs, in one go.
     *
     * All places are counted from the top left of the print.
     *
     * @param  array<int, int>  $tile  of Pairs
     * @param  int  $tileX  where the tile begins
     * @return array<int, int>
     */
    public static function blendTurned(array $tile, int $tileX, int $tileY, int $left, int $top, int $right, int $bottom, Stencil $stencil, ScanlineSpans $rows, int $ceiling, int $strength): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $fours = $stencil->fours;
        $lefts = 0x0000FFFF0000FFFF;
        $width = (int) $stencil->width;
        $across = (int) $rows->across;
        $twice = 2 * $across;
        $down = (int) $rows->down;
        $starts = $rows->starts;
        $ends = $rows->ends;
        $rowPlace = (int) $rows->place + $top * $down;
        $full = $ceiling << 16 | $ceiling;
        // Of the tile's pixels, that of column 0 in this row.
        $base = ($top - $tileY) * $side - $tileX;
        for ($row = $top; $row < $bottom; $row++) {
            $first = $starts[$row];
            $last = $ends[$row];
            if (! is_int($first) || ! is_int($last)) {
                return $tile;
            }
            $first = $first > $left ? $first : $left;
            $last = $last < $right ? $last : $right;
            // Whole pairs; none where the row is empty.
            $last = $first < $last ? $base + $last + 1 >> 1 : 0;
            $first = $base + $first >> 1;
            $place = $rowPlace + (2 * $first - $base) * $across;
            $rowPlace += $down;
            for ($j = $first; $j < $last; $j++) {
                $d = $tile[$j];
                if (! is_int($d)) {
                    return $tile;
                }
                if ($d !== $full) {
                    $p = $fours[($place >> 48) * $width + ($place >> 16 & 65535)];
                    $next = $place + $across;
                    $q = $fours[($next >> 48) * $width + ($next >> 16 & 65535)];
                    if (! is_int($p) || ! is_int($q)) {
                        return $tile;
                    }
                    $f = $place >> 8 & 255;
                    $p = ($p & $lefts) * (256 - $f) + ($p >> 16 & $lefts) * $f;
                    $f = $place >> 40 & 255;
                    $p = (($p & 0xFFFFFFFF) * (256 - $f) + ($p >> 32) * $f) * $strength >> 31;
                    $f = $next >> 8 & 255;
                    $q = ($q & $lefts) * (256 - $f) + ($q >> 16 & $lefts) * $f;
                    $f = $next >> 40 & 255;
                    $q = (($q & 0xFFFFFFFF) * (256 - $f) + ($q >> 32) * $f) * $strength >> 31;
                    $c = $d & 65535;
                    $d = $d >> 16;
                    if ($c < $ceiling) {
                        $c += ($ceiling - $c) * $p + 32768 >> 16;
                    }
                    if ($d < $ceiling) {
                        $d += ($ceiling - $d) * $q + 32768 >> 16;
                    }
                    $tile[$j] = $d << 16 | $c;
                }
                $place += $twice;
            }
            $base += $side;
        }

        return $tile;
    }

    /**
     * @param  array<int, int>  $tile  words
     * @param  int  $tileX  where the tile begins, counted from the left of the print
     * @param  int  $top  rows of words of the print
     * @param  int  $shift  from them to rows of words of the tile
     * @return array<int, int>
     */
    public static function addDensity(array $tile, int $tileX, int $top, int $bottom, int $shift, int $left, int $right, DensePrint $print): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $words = $print->words;
        $stride = (int) $print->area->width;
        $starts = $print->starts;
        $ends = $print->ends;
        $carries = (int) Density::CARRIES;
        $base = ($top + $shift) * $side - $tileX;
        for ($row = $top; $row < $bottom; $row++) {
            $first = $starts[$row];
            $last = $ends[$row];
            if (! is_int($first) || ! is_int($last)) {
                return $tile;
            }
            $first = $first > $left ? $first : $left;
            $last = $row * $stride + ($last < $right ? $last : $right);
            $i = $row * $stride + $first;
            $j = $base + $first;
            $base += $side;
            for (; $i < $last; $i++) {
                $sum = $tile[$j] + $words[$i];
                if (! is_int($sum)) {
                    return $tile;
                }
                $over = $sum & $carries;
                if ($over !== 0) {
                    // Where a sum is denser than full, all its 20 bits are set.
                    $sum = ($sum | $over - ($over >> 20)) & ~$carries;
                }
                $tile[$j] = $sum;
                $j++;
            }
        }

        return $tile;
    }

    /**
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    public static function blend(array $tile, int $tileX, int $tileY, int $left, int $top, int $right, int $bottom, Impression $impression, int $ceiling, int $strength): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $ink = $impression->ink;
        $stride = (int) $impression->area->width;
        $starts = $impression->starts;
        $ends = $impression->ends;
        $base = ($top - $tileY) * $side - $tileX;
        for ($row = $top; $row < $bottom; $row++) {
            $first = $starts[$row];
            $last = $ends[$row];
            if (! is_int($first) || ! is_int($last)) {
                return $tile;
            }
            $first = $first > $left ? $first : $left;
            $last = $row * $stride + ($last < $right ? $last : $right);
            $i = $row * $stride + $first;
            $j = $base + $first;
            $base += $side;
            for (; $i < $last; $i++) {
                $c = $tile[$j];
                if (! is_int($c)) {
                    return $tile;
                }
                if ($c < $ceiling) {
                    $tile[$j] = $c + (($ceiling - $c) * ($ink[$i] * $strength >> 16) + 32768 >> 16);
                }
                $j++;
            }
        }

        return $tile;
    }

    /**
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    public static function blendInColour(array $tile, int $tileX, int $tileY, int $left, int $top, int $right, int $bottom, Impression $impression, int $ceiling, int $strength, int $colour): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $ink = $impression->ink;
        $stride = (int) $impression->area->width;
        $red = ($colour >> 16) * StrokeBuffer::COLOUR_ONE;
        $green = ($colour >> 8 & 255) * StrokeBuffer::COLOUR_ONE;
        $blue = ($colour & 255) * StrokeBuffer::COLOUR_ONE;
        $starts = $impression->starts;
        $ends = $impression->ends;
        $base = ($top - $tileY) * $side - $tileX;
        for ($row = $top; $row < $bottom; $row++) {
            $first = $starts[$row];
            $last = $ends[$row];
            if (! is_int($first) || ! is_int($last)) {
                return $tile;
            }
            $first = $first > $left ? $first : $left;
            $last = $row * $stride + ($last < $right ? $last : $right);
            $i = $row * $stride + $first;
            $j = $base + $first;
            $base += $side;
            for (; $i < $last; $i++) {
                $a = $ink[$i];
                if (! is_int($a)) {
                    return $tile;
                }
                $a = $a * $strength >> 16;
                if ($a > 0) {
                    $p = $tile[$j];
                    if (! is_int($p)) {
                        return $tile;
                    }
                    $c = $p >> 45;
                    if ($c < $ceiling) {
                        $c += ($ceiling - $c) * $a + 32768 >> 16;
                    }
                    if ($c > 0) {
                        $w = (int) ($a * $ceiling / (float) $c);
                        if ($w > 65535) {
                            $w = 65536;
                        }
                        $r = $p >> 30 & 32767;
                        $g = $p >> 15 & 32767;
                        $b = $p & 32767;
                        $tile[$j] = $c << 45
                            | $r + (($red - $r) * $w + 32768 >> 16) << 30
                            | $g + (($green - $g) * $w + 32768 >> 16) << 15
                            | $b + (($blue - $b) * $w + 32768 >> 16);
                    }
                }
                $j++;
            }
        }

        return $tile;
    }

    /**
     * The same for pixels that each bring their own colour: apart from the above, since a
     * loop that does now the one and now the other is compiled well for neither.
     *
     * @param  array<int, int>  $tile
     * @param  array<int, int>  $colours  0xRRGGBB
     * @return array<int, int>
     */
    public static function blendInOwnColours(array $tile, int $tileX, int $tileY, int $left, int $top, int $right, int $bottom, Impression $impression, int $ceiling, int $strength, array $colours): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $ink = $impression->ink;
        $stride = (int) $impression->area->width;
        $starts = $impression->starts;
        $ends = $impression->ends;
        $base = ($top - $tileY) * $side - $tileX;
        for ($row = $top; $row < $bottom; $row++) {
            $first = $starts[$row];
            $last = $ends[$row];
            if (! is_int($first) || ! is_int($last)) {
                return $tile;
            }
            $first = $first > $left ? $first : $left;
            $last = $row * $stride + ($last < $right ? $last : $right);
            $i = $row * $stride + $first;
            $j = $base + $first;
            $base += $side;
            for (; $i < $last; $i++) {
                $a = $ink[$i];
                if (! is_int($a)) {
                    return $tile;
                }
                $a = $a * $strength >> 16;
                if ($a > 0) {
                    $r = $colours[$i];
                    if (! is_int($r)) {
                        return $tile;
                    }
                    $red = ($r >> 16) << 7;
                    $green = ($r >> 8 & 255) << 7;
                    $blue = ($r & 255) << 7;
                    $p = $tile[$j];
                    if (! is_int($p)) {
                        return $tile;
                    }
                    $c = $p >> 45;
                    if ($c < $ceiling) {
                        $c += ($ceiling - $c) * $a + 32768 >> 16;
                    }
                    if ($c > 0) {
                        $w = (int) ($a * $ceiling / (float) $c);
                        if ($w > 65535) {
                            $w = 65536;
                        }
                        $r = $p >> 30 & 32767;
                        $g = $p >> 15 & 32767;
                        $b = $p & 32767;
                        $tile[$j] = $c << 45
                            | $r + (($red - $r) * $w + 32768 >> 16) << 30
                            | $g + (($green - $g) * $w + 32768 >> 16) << 15
                            | $b + (($blue - $b) * $w + 32768 >> 16);
                    }
                }
                $j++;
            }
        }

        return $tile;
    }
}
