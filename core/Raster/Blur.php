<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * Gaussian blur; the cost does not grow with σ. Beyond the edge the edge value goes on.
 *
 * A narrow blur is a filter of seven taps along the rows and down the columns. A wide one is
 * done on a picture halved again and again and doubled back (Burt and Adelson, "The Laplacian
 * Pyramid as a Compact Image Code", 1983), with (1, 3, 3, 1) / 8 on the way down and the same
 * on the way up: each adds ¾ · 4^i to the variance, and variances of successive blurs add up,
 * so that much is taken off σ².
 *
 * Two channels go through it as one int: lanes of 32 bits, values of 16.
 */
final class Blur
{
    /** Where lanes begin again after a shift. */
    private const LANES = 0xFFFF0000FFFF;

    /** σ from which the picture is halved first: seven taps hold no wider bell. */
    public const WIDE = 1.3;

    /** σ up to which three taps are enough. */
    private const SLIGHT = 0.55;

    /** px below which a side is not halved. */
    private const NARROW = 4;

    public static function gaussian(Plane $in, float $sigma): Plane
    {
        return $sigma < 0.15 ? $in : new Plane($in->width, $in->height, self::lanes($in->values, $in->width, $in->height, $sigma));
    }

    /**
     * @param  array<int, int>  $in  a value 0–65535, and another at bit 32
     * @return array<int, int>
     */
    public static function lanes(array $in, int $width, int $height, float $sigma): array
    {
        if ($sigma < 0.15) {
            return $in;
        }
        if ($sigma >= self::WIDE && min($width, $height) >= 2 * self::NARROW) {
            $halfWidth = $width + 1 >> 1;
            $halfHeight = $height + 1 >> 1;
            $small = self::lanes(self::halved($in, $width, $height, $halfWidth, $halfHeight), $halfWidth, $halfHeight, sqrt(max(0.0, $sigma * $sigma - 1.5) / 4));

            return self::doubled($small, $halfWidth, $halfHeight, $width, $height);
        }
        if ($sigma < self::SLIGHT) {
            // Three taps whose variance, 2 · w, is σ².
            $side = (int) round(8192 * $sigma * $sigma);

            return self::slightlyDown(self::slightlyAcross($in, $width, $height, 16384 - 2 * $side, $side), $width, $height, 16384 - 2 * $side, $side);
        }
        [$w0, $w1, $w2, $w3] = self::weights($sigma);

        return self::narrow($in, $width, $height, $w0, $w1, $w2, $w3);
    }

    /**
     * The bell at 0 to 3 px, in 1/16384; its variance is made σ² exactly, which sampling alone misses for narrow ones.
     *
     * @return array{int, int, int, int}
     */
    private static function weights(float $sigma): array
    {
        $low = 0.0;
        $high = 4.0;
        $bell = [1.0, 0.0, 0.0, 0.0];
        for ($i = 0; $i < 40; $i++) {
            $s = ($low + $high) / 2;
            $bell = array_map(fn (int $x): float => exp(-$x * $x / (2 * $s * $s)), [0, 1, 2, 3]);
            $sum = $bell[0] + 2 * ($bell[1] + $bell[2] + $bell[3]);
            $bell = array_map(fn (float $v): float => $v / $sum, $bell);
            if (2 * ($bell[1] + 4 * $bell[2] + 9 * $bell[3]) < $sigma * $sigma) {
                $low = $s;
            } else {
                $high = $s;
            }
        }
        [, $w1, $w2, $w3] = array_map(fn (float $v): int => (int) round(16384 * $v), $bell);

        return [16384 - 2 * ($w1 + $w2 + $w3), $w1, $w2, $w3];
    }

    /**
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    private static function slightlyAcross(array $in, int $width, int $height, int $middle, int $side): array
    {
        $out = array_fill(0, $width * $height, 0);
        for ($y = 0; $y < $height; $y++) {
            $i = $y * $width;
            $last = $i + $width - 1;
            $before = $in[$i];
            $here = $before;
            for (; $i < $last; $i++) {
                $after = $in[$i + 1];
                $out[$i] = $here * $middle + ($before + $after) * $side + 0x200000002000 >> 14 & self::LANES;
                $before = $here;
                $here = $after;
            }
            $out[$i] = $here * $middle + ($before + $here) * $side + 0x200000002000 >> 14 & self::LANES;
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    private static function slightlyDown(array $in, int $width, int $height, int $middle, int $side): array
    {
        $out = array_fill(0, $width * $height, 0);
        $last = ($height - 1) * $width;
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $above = $i > 0 ? $i - $width : 0;
            $below = $i < $last ? $i + $width : $last;
            for ($end = $i + $width; $i < $end; $i++) {
                $out[$i] = $in[$i] * $middle + ($in[$above] + $in[$below]) * $side + 0x200000002000 >> 14 & self::LANES;
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
    private static function narrow(array $in, int $width, int $height, int $w0, int $w1, int $w2, int $w3): array
    {
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
                $mixed[$x + 3] = $r3[$x] * $w0 + ($r2[$x] + $r4[$x]) * $w1 + ($r1[$x] + $r5[$x]) * $w2 + ($r0[$x] + $r6[$x]) * $w3 + 0x200000002000 >> 14 & self::LANES;
            }
            // Beyond the edge the edge value goes on.
            $a = $b = $c = $mixed[0] = $mixed[1] = $mixed[2] = $mixed[3];
            $mixed[$width + 3] = $mixed[$width + 4] = $mixed[$width + 5] = $mixed[$width + 2];
            $d = $mixed[3];
            $e = $mixed[4];
            $f = $mixed[5];
            $to = $y * $width;
            for ($x = 6; $x < $width + 6; $x++) {
                $g = $mixed[$x];
                $out[$to] = $d * $w0 + ($c + $e) * $w1 + ($b + $f) * $w2 + ($a + $g) * $w3 + 0x200000002000 >> 14 & self::LANES;
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

    /**
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    private static function halved(array $in, int $width, int $height, int $halfWidth, int $halfHeight): array
    {
        $out = array_fill(0, $halfWidth * $halfHeight, 0);
        $last = ($height - 1) * $width;
        $to = 0;
        for ($y = 0; $y < $halfHeight; $y++) {
            $b = 2 * $y * $width;
            $a = $b > 0 ? $b - $width : 0;
            $c = $b < $last ? $b + $width : $last;
            $d = $c < $last ? $c + $width : $last;
            $left = $in[$a] + 3 * ($in[$b] + $in[$c]) + $in[$d];
            $here = $left;
            $until = $to + $halfWidth;
            $pairs = $to + ($width - 1 >> 1);
            while ($to < $pairs) {
                $a++;
                $b++;
                $c++;
                $d++;
                $right = $in[$a] + 3 * ($in[$b] + $in[$c]) + $in[$d];
                $a++;
                $b++;
                $c++;
                $d++;
                $far = $in[$a] + 3 * ($in[$b] + $in[$c]) + $in[$d];
                $out[$to] = $left + 3 * ($here + $right) + $far + 0x2000000020 >> 6 & self::LANES;
                $left = $right;
                $here = $far;
                $to++;
            }
            if ($to < $until) {
                // One or two columns are left: the edge goes on.
                $right = $width % 2 === 0 ? $in[$a + 1] + 3 * ($in[$b + 1] + $in[$c + 1]) + $in[$d + 1] : $here;
                $out[$to] = $left + 3 * ($here + $right) + $right + 0x2000000020 >> 6 & self::LANES;
                $to++;
            }
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    private static function doubled(array $in, int $halfWidth, int $halfHeight, int $width, int $height): array
    {
        $out = array_fill(0, $width * $height, 0);
        $to = 0;
        $lastRow = $halfHeight - 1;
        $lastColumn = $halfWidth - 1;
        for ($y = 0; $y < $height; $y++) {
            $near = $y >> 1;
            $far = $near + ($y & 1 ? 1 : -1);
            $far = $far < 0 ? 0 : ($far > $lastRow ? $lastRow : $far);
            // Three parts of the near row and one of the far one, column by column.
            $mixed = [];
            $a = $near * $halfWidth;
            $b = $far * $halfWidth;
            for ($x = 0; $x < $halfWidth; $x++) {
                $mixed[] = 3 * $in[$a] + $in[$b];
                $a++;
                $b++;
            }
            $before = $mixed[0];
            for ($x = 0; $x < $halfWidth; $x++) {
                $here = $mixed[$x];
                $out[$to] = (3 * $here + $before + 0x800000008) >> 4 & self::LANES;
                $to++;
                if (2 * $x + 1 < $width) {
                    $out[$to] = (3 * $here + $mixed[$x < $lastColumn ? $x + 1 : $lastColumn] + 0x800000008) >> 4 & self::LANES;
                    $to++;
                }
                $before = $here;
            }
        }

        return $out;
    }
}
