<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use Closure;

use function is_int;

/**
 * Gaussian blur; the cost does not grow with σ. Beyond the edge the edge value goes on.
 *
 * A narrow blur is a filter of seven taps along the rows and down the columns. A wide one is
 * done on a picture halved again and again and doubled back (see Halving), which adds to the
 * variance; variances of successive blurs add up, so that much is taken off σ².
 *
 * Several channels go through it as one int, see Lanes.
 */
final class Blur
{
    /** σ from which the picture is halved first: seven taps hold no wider bell. */
    public const WIDE = 1.3;

    /** σ up to which three taps are enough. */
    private const SLIGHT = 0.55;

    /** σ below which nothing changes. */
    private const NONE = 0.15;

    /** px below which a side is not halved. */
    private const NARROW = 4;

    public static function gaussian(Plane $in, float $sigma): Plane
    {
        return $sigma < self::NONE ? $in : new Plane($in->width, $in->height, self::lanes($in->values, $in->width, $in->height, $sigma));
    }

    /** Colours count by their alpha. */
    public static function picture(Bitmap $in, float $sigma): Bitmap
    {
        $opaque = Opaque::lanes($in);

        return $opaque === null
            ? Premultiplied::of($in)->each(fn (array $lanes): array => self::lanes($lanes, $in->width, $in->height, $sigma))->toBitmap()
            : Opaque::bitmap($in->width, $in->height, self::lanes($opaque, $in->width, $in->height, $sigma, Lanes::Three));
    }

    /**
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    public static function lanes(array $in, int $width, int $height, float $sigma, Lanes $lanes = Lanes::Two): array
    {
        if (self::isWide($sigma, $width, $height)) {
            return self::joined(self::wide(self::rowsOf($in, $width), $width, $height, $sigma, $lanes), $width, $height);
        }
        if ($sigma < self::NONE) {
            return $in;
        }
        if ($sigma < self::SLIGHT) {
            // Three taps whose variance, 2 · w, is σ².
            $one = 1 << $lanes->weightBits();
            $side = (int) round($one * $sigma * $sigma / 2);

            return self::slightlyDown(self::slightlyAcross($in, $width, $height, $one - 2 * $side, $side, $lanes), $width, $height, $one - 2 * $side, $side, $lanes);
        }
        [$w0, $w1, $w2, $w3] = self::weights($sigma, 1 << $lanes->weightBits());

        return self::narrow($in, $width, $height, $w0, $w1, $w2, $w3, $lanes);
    }

    /**
     * The same, row by row. Rows that come out may be longer than the picture is wide.
     *
     * @param  Closure(int): array<int, int>  $rows  asked for from the top, once each
     * @return Closure(int): array<int, int>
     */
    public static function rows(Closure $rows, int $width, int $height, float $sigma): Closure
    {
        return match (true) {
            $sigma < self::NONE => $rows,
            self::isWide($sigma, $width, $height) => self::wide($rows, $width, $height, $sigma, Lanes::Two),
            default => self::rowsOf(self::lanes(self::joined($rows, $width, $height), $width, $height, $sigma), $width),
        };
    }

    private static function isWide(float $sigma, int $width, int $height): bool
    {
        return $sigma >= self::WIDE && min($width, $height) >= 2 * self::NARROW;
    }

    /**
     * @param  Closure(int): array<int, int>  $rows
     * @return Closure(int): array<int, int>
     */
    private static function wide(Closure $rows, int $width, int $height, float $sigma, Lanes $lanes): Closure
    {
        $small = self::lanes(Halving::halved($rows, $width, $height, $lanes), Halving::half($width), Halving::half($height), sqrt(max(0.0, $sigma * $sigma - Halving::VARIANCE) / 4), $lanes);

        return fn (int $y): array => Halving::doubledRow($small, $y, $width, $height, $lanes);
    }

    /**
     * @param  array<int, int>  $in
     * @return Closure(int): array<int, int>
     */
    private static function rowsOf(array $in, int $width): Closure
    {
        return fn (int $y): array => array_slice($in, $y * $width, $width);
    }

    /**
     * @param  Closure(int): array<int, int>  $rows
     * @return array<int, int>
     */
    private static function joined(Closure $rows, int $width, int $height): array
    {
        $out = [];
        for ($y = 0; $y < $height; $y++) {
            $row = $rows($y);
            $out[] = count($row) > $width ? array_slice($row, 0, $width) : $row;
        }

        return array_merge(...$out);
    }

    /**
     * The bell at 0 to 3 px, in parts of `$one`; its variance is made σ² exactly, which sampling alone misses for narrow ones.
     *
     * @return array{int, int, int, int}
     */
    private static function weights(float $sigma, int $one): array
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
        [, $w1, $w2, $w3] = array_map(fn (float $v): int => (int) round($one * $v), $bell);

        return [$one - 2 * ($w1 + $w2 + $w3), $w1, $w2, $w3];
    }

    /**
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    private static function slightlyAcross(array $in, int $width, int $height, int $middle, int $side, Lanes $lanes): array
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
    private static function slightlyDown(array $in, int $width, int $height, int $middle, int $side, Lanes $lanes): array
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
    private static function narrow(array $in, int $width, int $height, int $w0, int $w1, int $w2, int $w3, Lanes $lanes): array
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
