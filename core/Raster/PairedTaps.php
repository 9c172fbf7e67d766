<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use Closure;

use function is_int;

/** A filter whose taps come in pairs of one weight, as those of any filter do that is the same both ways; four pairs at a time, so that sums are seldom put away. */
final class PairedTaps
{
    /**
     * Sums up a run of values and its neighbours, and puts the sums into an array.
     *
     * @param  array<int, int>  $into
     * @param  array<int, int>  $in
     * @param  array<int, int>  $weights  of the run itself, then of each pair; a multiple of four pairs
     * @param  int  $round  added before the weight bits are shifted off
     * @param  int  $mask  of what values may fill of their lanes
     * @param  Closure(int): array{int, int}  $sides  where the two runs that share a weight begin
     * @return array<int, int>
     */
    public static function sum(array $into, int $to, array $in, int $from, int $width, array $weights, Closure $sides, int $round, int $bits, int $mask): array
    {
        $middle = (int) $weights[0];
        $end = $to + $width;
        for ($j = $to; $j < $end; $j++) {
            $into[$j] = $in[$from] * $middle + $round;
            $from++;
        }
        for ($k = 1; $k < count($weights); $k += 4) {
            [$w0, $w1, $w2, $w3] = [(int) $weights[$k], (int) $weights[$k + 1], (int) $weights[$k + 2], (int) $weights[$k + 3]];
            [[$a0, $b0], [$a1, $b1], [$a2, $b2], [$a3, $b3]] = [$sides($k), $sides($k + 1), $sides($k + 2), $sides($k + 3)];
            [$a0, $b0, $a1, $b1, $a2, $b2, $a3, $b3] = [(int) $a0, (int) $b0, (int) $a1, (int) $b1, (int) $a2, (int) $b2, (int) $a3, (int) $b3];
            for ($j = $to; $j < $end; $j++) {
                $s = $into[$j];
                $p0 = $in[$a0];
                $q0 = $in[$b0];
                $p1 = $in[$a1];
                $q1 = $in[$b1];
                $p2 = $in[$a2];
                $q2 = $in[$b2];
                $p3 = $in[$a3];
                $q3 = $in[$b3];
                if (! is_int($s) || ! is_int($p0) || ! is_int($q0) || ! is_int($p1) || ! is_int($q1) || ! is_int($p2) || ! is_int($q2) || ! is_int($p3) || ! is_int($q3)) {
                    return $into;
                }
                $into[$j] = $s + ($p0 + $q0) * $w0 + ($p1 + $q1) * $w1 + ($p2 + $q2) * $w2 + ($p3 + $q3) * $w3;
                $a0++;
                $b0++;
                $a1++;
                $b1++;
                $a2++;
                $b2++;
                $a3++;
                $b3++;
            }
        }
        for ($j = $to; $j < $end; $j++) {
            $into[$j] = $into[$j] >> $bits & $mask;
        }

        return $into;
    }
}
