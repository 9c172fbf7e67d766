<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

/** Parabolas through many points. */
final class LeastSquares
{
    /**
     * The a + b·t + c·t² that misses the values least, in squares.
     *
     * @param  list<float>  $ts
     * @param  list<float>  $values  one for each t
     * @return ?array{float, float, float} null when the places do not settle it
     */
    public static function parabola(array $ts, array $values): ?array
    {
        $n = count($ts);
        $s1 = $s2 = $s3 = $s4 = $v0 = $v1 = $v2 = 0.0;
        foreach ($ts as $k => $t) {
            $v = $values[$k];
            $tt = $t * $t;
            $s1 += $t;
            $s2 += $tt;
            $s3 += $tt * $t;
            $s4 += $tt * $tt;
            $v0 += $v;
            $v1 += $t * $v;
            $v2 += $tt * $v;
        }
        // Cramer's rule for [n s1 s2; s1 s2 s3; s2 s3 s4].
        $m00 = $s2 * $s4 - $s3 * $s3;
        $m01 = $s2 * $s3 - $s1 * $s4;
        $m02 = $s1 * $s3 - $s2 * $s2;
        $det = $n * $m00 + $s1 * $m01 + $s2 * $m02;
        if (abs($det) < 1e-9) {
            return null;
        }
        $m12 = $s1 * $s2 - $n * $s3;

        return [
            ($m00 * $v0 + $m01 * $v1 + $m02 * $v2) / $det,
            ($m01 * $v0 + ($n * $s4 - $s2 * $s2) * $v1 + $m12 * $v2) / $det,
            ($m02 * $v0 + $m12 * $v1 + ($n * $s2 - $s1 * $s1) * $v2) / $det,
        ];
    }
}
