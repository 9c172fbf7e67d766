<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use function is_int;

/** Blurs of few taps, each written out: the sums of a loop over taps would cost several times as much. */
final class SmallBlur
{
    /**
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    public static function across(array $in, int $width, int $height, int $middle, int $side, Lanes $lanes): array
    {
        $bits = $lanes->weightBits();
        $mask = $lanes->mask();
        $round = $lanes->ones() << $bits - 1;
        $out = array_fill(0, $width * $height, 0);
        for ($y = 0; $y < $height; $y++) {
            $i = $y * $width;
            $last = $i + $width - 1;
            $before = (int) $in[$i];
            $here = $before;
            for (; $i < $last; $i++) {
                $after = $in[$i + 1];
                if (! is_int($after)) {
                    return $out;
                }
                $out[$i] = $here * $middle + ($before + $after) * $side + $round >> $bits & $mask;
                $before = $here;
                $here = $after;
            }
            $out[$i] = $here * $middle + ($before + $here) * $side + $round >> $bits & $mask;
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    public static function down(array $in, int $width, int $height, int $middle, int $side, Lanes $lanes): array
    {
        $bits = $lanes->weightBits();
        $mask = $lanes->mask();
        $round = $lanes->ones() << $bits - 1;
        $out = array_fill(0, $width * $height, 0);
        $last = ($height - 1) * $width;
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $above = $i > 0 ? $i - $width : 0;
            $below = $i < $last ? $i + $width : $last;
            for ($end = $i + $width; $i < $end; $i++) {
                $out[$i] = $in[$i] * $middle + ($in[$above] + $in[$below]) * $side + $round >> $bits & $mask;
                $above++;
                $below++;
            }
        }

        return $out;
    }

    /**
     * Seven taps down and, as each row comes out of that, along it: what lies in between is one row, and stays in the cache.
     *
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    public static function byFour(array $in, int $width, int $height, int $w0, int $w1, int $w2, int $w3, Lanes $lanes): array
    {
        $bits = $lanes->weightBits();
        $mask = $lanes->mask();
        $round = $lanes->ones() << $bits - 1;
        $out = array_fill(0, $width * $height, 0);
        $mixed = array_fill(0, $width + 6, 0);
        $row = fn (int $y): array => array_slice($in, max(0, min($height - 1, $y)) * $width, $width);
        $r1 = $r2 = $r3 = $row(0);
        [$r4, $r5, $r6] = [$row(0), $row(1), $row(2)];
        for ($y = 0; $y < $height; $y++) {
            $r0 = $r1;
            $r1 = $r2;
            $r2 = $r3;
            $r3 = $r4;
            $r4 = $r5;
            $r5 = $r6;
            $r6 = $row($y + 3);
            for ($x = 0; $x < $width; $x++) {
                $mixed[$x + 3] = $r3[$x] * $w0 + ($r2[$x] + $r4[$x]) * $w1 + ($r1[$x] + $r5[$x]) * $w2 + ($r0[$x] + $r6[$x]) * $w3 + $round >> $bits & $mask;
            }
            // Beyond the edge the edge value goes on.
            $a = $b = $c = $mixed[0] = $mixed[1] = $mixed[2] = (int) $mixed[3];
            $mixed[$width + 3] = $mixed[$width + 4] = $mixed[$width + 5] = $mixed[$width + 2];
            $d = (int) $mixed[3];
            $e = (int) $mixed[4];
            $f = (int) $mixed[5];
            $to = $y * $width;
            for ($x = 6; $x < $width + 6; $x++) {
                $g = $mixed[$x];
                if (! is_int($g)) {
                    return $out;
                }
                $out[$to] = $d * $w0 + ($c + $e) * $w1 + ($b + $f) * $w2 + ($a + $g) * $w3 + $round >> $bits & $mask;
                $to++;
                $a = $b;
                $b = $c;
                $c = $d;
                $d = $e;
                $e = $f;
                $f = $g;
            }
        }

        return $out;
    }
}
