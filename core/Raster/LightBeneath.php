<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** The light of a whole picture from that of its clean ground: a smooth surface, and beside it what spreads in from around. */
final class LightBeneath
{
    /** Terms of a polynomial of the second degree in two variables. */
    private const TERMS = 6;

    /** How far the logarithm of the surface may go beyond what is seen. */
    private const BEYOND_SEEN = 0.2;

    /** Every so many pixels of the small picture one is looked at for it. */
    private const EVERY = 3;

    /** Rounds of relaxation of the light under marks, and by how much each goes beyond the mean of the neighbours. */
    private const RELAXATIONS = 40;

    private const BEYOND = 1.7;

    /**
     * @param  array<int, int>  $channel  0–65535
     * @param  array<int, int>  $clean  above 0 where it is
     * @return non-empty-array<int, int>
     */
    public static function of(array $channel, array $clean, int $width, int $height): array
    {
        $surface = self::surface($channel, $clean, $width, $height);
        $rest = [];
        foreach ($channel as $i => $value) {
            $rest[] = (int) min(65535.0, 32768 * $value / $surface[$i]);
        }
        $light = [];
        foreach (self::relax($rest, $clean, $width, $height) as $i => $part) {
            $light[] = (int) min(65535.0, $part * $surface[$i] / 32768);
        }

        return $light;
    }

    /**
     * The surface of the second degree through the logarithm of the clean ground: under a mark
     * the light goes on being bent as it is around it.
     *
     * @param  array<int, int>  $channel  0–65535
     * @param  array<int, int>  $clean  above 0 where it is
     * @return array<int, float> of the kind of the channel, above 0
     */
    private static function surface(array $channel, array $clean, int $width, int $height): array
    {
        $night = Lighting::NIGHT;
        $terms = $logs = [];
        for ($y = 0; $y < $height; $y += self::EVERY) {
            for ($x = 0; $x < $width; $x += self::EVERY) {
                $i = $y * $width + $x;
                if ($clean[$i] > 0) {
                    $u = self::place($x, $width);
                    $v = self::place($y, $height);
                    $terms[] = [1.0, $u, $v, $u * $u, $u * $v, $v * $v];
                    $logs[] = log(max($night, $channel[$i]));
                }
            }
        }
        if ($logs === [] || count($terms) < 4 * self::TERMS) {
            return array_fill(0, count($channel), 32768.0);
        }
        $fit = self::leastSquares($terms, $logs);
        $least = min($logs);
        $most = max($logs);
        $out = [];
        for ($y = 0; $y < $height; $y++) {
            $v = self::place($y, $height);
            for ($x = 0; $x < $width; $x++) {
                $u = self::place($x, $width);
                $out[] = exp(max($least - self::BEYOND_SEEN, min($most + self::BEYOND_SEEN, $fit[0] + $u * ($fit[1] + $u * $fit[3] + $v * $fit[4]) + $v * ($fit[2] + $v * $fit[5]))));
            }
        }

        return $out;
    }

    /** The middle of a pixel, counted from −1 to 1 across the picture. */
    private static function place(int $at, int $of): float
    {
        return 2 * ($at + 0.5) / $of - 1;
    }

    /**
     * The normal equations, solved by elimination; a trace on the diagonal keeps them solvable.
     *
     * @param  list<non-empty-list<float>>  $terms  of each place
     * @param  list<float>  $values
     * @return array<int, float>
     */
    private static function leastSquares(array $terms, array $values): array
    {
        $n = self::TERMS;
        // Row by row from the diagonal on, and the right side last.
        $sums = array_fill(0, $n * ($n + 1), 0.0);
        foreach ($terms as $k => $t) {
            $t[] = $values[$k];
            $at = 0;
            for ($a = 0; $a < $n; $a++) {
                $w = $t[$a];
                for ($b = $a; $b <= $n; $b++) {
                    $sums[$at] += $w * $t[$b];
                    $at++;
                }
            }
        }
        $rows = array_fill(0, $n, array_fill(0, $n + 1, 0.0));
        $at = 0;
        for ($a = 0; $a < $n; $a++) {
            for ($b = $a; $b <= $n; $b++) {
                $rows[$a][$b] = $sums[$at];
                if ($b < $n) {
                    $rows[$b][$a] = $sums[$at];
                }
                $at++;
            }
            $rows[$a][$a] += 1e-6 * count($terms);
        }
        for ($a = 0; $a < $n; $a++) {
            for ($r = $a + 1; $r < $n; $r++) {
                $factor = $rows[$r][$a] / $rows[$a][$a];
                for ($b = $a; $b <= $n; $b++) {
                    $rows[$r][$b] -= $factor * $rows[$a][$b];
                }
            }
        }
        $out = array_fill(0, $n, 0.0);
        for ($a = $n - 1; $a >= 0; $a--) {
            $sum = $rows[$a][$n];
            for ($b = $a + 1; $b < $n; $b++) {
                $sum -= $rows[$a][$b] * $out[$b];
            }
            $out[$a] = $sum / $rows[$a][$a];
        }

        return $out;
    }

    /**
     * The light of clean places, and under the rest what spreads from them as heat would: each
     * value the mean of its neighbours (Laplace's equation by successive over-relaxation: Young, 1954),
     * begun with the means of ever larger squares (Gortler et al., "The Lumigraph", 1996: pull and push).
     *
     * @param  array<int, int>  $channel  0–65535
     * @param  array<int, int>  $clean  above 0 where it is
     * @return non-empty-array<int, int>
     */
    private static function relax(array $channel, array $clean, int $width, int $height): array
    {
        $known = [];
        foreach ($clean as $i => $is) {
            $known[] = $is > 0 ? (float) $channel[$i] : -1.0;
        }
        $light = self::pullAndPush($known, $width, $height);
        $sides = [];
        for ($y = 0, $i = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++, $i++) {
                if ($known[$i] < 0.0) {
                    // Beyond the edge it goes on as it is.
                    $sides[] = [$i, $x > 0 ? $i - 1 : $i, $x < $width - 1 ? $i + 1 : $i, $y > 0 ? $i - $width : $i, $y < $height - 1 ? $i + $width : $i];
                }
            }
        }
        for ($round = 0; $round < self::RELAXATIONS; $round++) {
            foreach ($sides as [$i, $left, $right, $above, $below]) {
                $light[$i] += self::BEYOND * (($light[$left] + $light[$right] + $light[$above] + $light[$below]) / 4 - $light[$i]);
            }
        }
        $out = [];
        foreach ($light as $l) {
            $out[] = $l < 0.0 ? 0 : ($l < 65535.0 ? (int) $l : 65535);
        }

        return Blur::lanes($out, $width, $height, 1.0) ?: [0];
    }

    /**
     * @param  list<float>  $known  below 0 where it is not
     * @return list<float>
     */
    private static function pullAndPush(array $known, int $width, int $height): array
    {
        if ($width === 1 && $height === 1) {
            return [max(0.0, $known[0])];
        }
        $halfWidth = $width + 1 >> 1;
        $halfHeight = $height + 1 >> 1;
        $half = [];
        for ($y = 0; $y < $halfHeight; $y++) {
            for ($x = 0; $x < $halfWidth; $x++) {
                $sum = 0.0;
                $count = 0;
                for ($k = 0; $k < 4; $k++) {
                    $px = 2 * $x + ($k & 1);
                    $py = 2 * $y + ($k >> 1);
                    if ($px < $width && $py < $height && $known[$py * $width + $px] >= 0.0) {
                        $sum += $known[$py * $width + $px];
                        $count++;
                    }
                }
                $half[] = $count > 0 ? $sum / $count : -1.0;
            }
        }
        $coarse = self::pullAndPush($half, $halfWidth, $halfHeight);
        for ($y = 0, $i = 0; $y < $height; $y++) {
            $row = ($y >> 1) * $halfWidth;
            for ($x = 0; $x < $width; $x++, $i++) {
                if ($known[$i] < 0.0) {
                    $known[$i] = $coarse[$row + ($x >> 1)];
                }
            }
        }

        return $known;
    }
}
