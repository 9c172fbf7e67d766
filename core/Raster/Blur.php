<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use Closure;

/**
 * Gaussian blur; the cost does not grow with σ. Beyond the edge the edge value goes on.
 *
 * A narrow blur is the bell itself, sampled to three σ, along the rows and down the columns. A wide one is
 * done on a picture halved again and again and doubled back (see Halving), which adds to the
 * variance; variances of successive blurs add up, so that much is taken off σ².
 *
 * Several channels go through it as one int, see Lanes.
 */
final class Blur
{
    /** σ from which the picture is halved first: what that leaves off the true bell is then less than 1/128. */
    public const WIDE = 2.4;

    /** The same for a picture that was halved already: its pixels count for less. */
    private const WIDE_INSIDE = 1.95;

    /** σ up to which three taps hold the bell. */
    private const SLIGHT = 0.45;

    /** px by which a picture's edge values are drawn on before it is halved: more than a halved px and its neighbour reach; even, so that pairs stay pairs. */
    private const MARGIN = 4;

    /** σ below which nothing changes. */
    private const NONE = 0.15;

    /** px below which a side is not halved. */
    private const NARROW = 4;

    /**
     * σ of the blur that makes a hard edge fade over so many px: from 1 % to 99 %, which lie 4.653 σ apart.
     *
     * @param  float  $px  the width over which an edge fades
     */
    public static function sigmaOf(float $px): float
    {
        return $px / 4.653;
    }

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
        return self::from(self::WIDE, $in, $width, $height, $sigma, $lanes);
    }

    /**
     * @param  float  $wide  σ from which the picture is halved first
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    private static function from(float $wide, array $in, int $width, int $height, float $sigma, Lanes $lanes): array
    {
        if (self::isHalved($sigma, $wide, $width, $height)) {
            return self::join(self::wide(self::rowsOf($in, $width), $width, $height, $sigma, $lanes), $width, $height);
        }
        if ($sigma < self::NONE) {
            return $in;
        }
        if ($sigma < self::SLIGHT) {
            [$middle, $side] = self::weights($sigma, 1, 1 << $lanes->weightBits());

            return SmallBlur::down(SmallBlur::across($in, $width, $height, $middle, $side, $lanes), $width, $height, $middle, $side, $lanes);
        }
        $reach = max(3, (int) ceil(3 * $sigma - 0.15));
        $weights = self::weights($sigma, $reach, 1 << $lanes->weightBits());

        return $reach > 3 || min($width, $height) < self::NARROW
            ? self::broad($in, $width, $height, $weights, $lanes)
            : SmallBlur::byFour($in, $width, $height, $weights[0], $weights[1], $weights[2], $weights[3], $lanes);
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
            self::isHalved($sigma, self::WIDE, $width, $height) => self::wide($rows, $width, $height, $sigma, Lanes::Two),
            default => self::rowsOf(self::lanes(self::join($rows, $width, $height), $width, $height, $sigma), $width),
        };
    }

    /** Whether a picture is halved first, from a σ on and where it is large enough. */
    private static function isHalved(float $sigma, float $from, int $width, int $height): bool
    {
        return $sigma >= $from && min($width, $height) >= 2 * self::NARROW;
    }

    /**
     * @param  Closure(int): array<int, int>  $rows
     * @return Closure(int): array<int, int>
     */
    private static function wide(Closure $rows, int $width, int $height, float $sigma, Lanes $lanes): Closure
    {
        $wide = $width + 2 * self::MARGIN;
        $high = $height + 2 * self::MARGIN;
        $last = -1;
        $row = [];
        $around = function (int $y) use ($rows, $width, $height, &$last, &$row): array {
            $at = max(0, min($height - 1, $y - self::MARGIN));
            if ($at !== $last) {
                $inner = $rows($at);
                $row = [...array_fill(0, self::MARGIN, $inner[0]), ...array_slice($inner, 0, $width), ...array_fill(0, self::MARGIN, $inner[$width - 1])];
                $last = $at;
            }

            return $row;
        };
        $small = self::from(self::WIDE_INSIDE, Halving::halve($around, $wide, $high, $lanes), Halving::half($wide), Halving::half($high), sqrt(max(0.0, $sigma * $sigma - Halving::VARIANCE) / 4), $lanes);

        return fn (int $y): array => array_slice(Halving::doubledRow($small, $y + self::MARGIN, $wide, $high, $lanes), self::MARGIN, $width);
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
    private static function join(Closure $rows, int $width, int $height): array
    {
        $out = [];
        for ($y = 0; $y < $height; $y++) {
            $row = $rows($y);
            $out[] = count($row) > $width ? array_slice($row, 0, $width) : $row;
        }

        return array_merge(...$out);
    }

    /**
     * The bell at 0, 1, 2 … px, in parts of `$one`: sampled, cut off where it comes to an end, and made to sum up to one.
     *
     * @return non-empty-list<int>
     */
    private static function weights(float $sigma, int $reach, int $one): array
    {
        $bell = array_map(fn (int $x): float => exp(-$x * $x / (2 * $sigma * $sigma)), range(0, $reach));
        $sum = 2 * array_sum($bell) - 1.0;
        $sides = array_map(fn (float $v): int => (int) round($one * $v / $sum), array_slice($bell, 1));

        return [$one - 2 * array_sum($sides), ...$sides];
    }

    /**
     * Any number of taps, down and then along the rows; four to each side at a time, so that sums are seldom put away.
     *
     * @param  array<int, int>  $in
     * @param  non-empty-list<int>  $weights  at 0, 1, 2 … px
     * @return array<int, int>
     */
    private static function broad(array $in, int $width, int $height, array $weights, Lanes $lanes): array
    {
        $bits = $lanes->weightBits();
        $mask = $lanes->mask();
        $round = $lanes->ones() << $bits - 1;
        $reach = 4 * intdiv(count($weights) + 2, 4);
        $weights = array_pad($weights, $reach + 1, 0);
        $out = array_fill(0, $width * $height, 0);
        $row = array_fill(0, $width + 2 * $reach, 0);
        for ($y = 0; $y < $height; $y++) {
            // Beyond the edge the edge value goes on, in both directions.
            $row = PairedTaps::sum(self::handOver($row), $reach, $in, $y * $width, $width, $weights, function (int $k) use ($y, $width, $height): array {
                return [max(0, $y - $k) * $width, min($height - 1, $y + $k) * $width];
            }, $round, $bits, $mask);
            for ($x = 0; $x < $reach; $x++) {
                $row[$x] = $row[$reach];
                $row[$reach + $width + $x] = $row[$reach + $width - 1];
            }
            $out = PairedTaps::sum(self::handOver($out), $y * $width, $row, $reach, $width, $weights, fn (int $k): array => [$reach - $k, $reach + $k], $round, $bits, $mask);
        }

        return $out;
    }

    /**
     * Hands an array over, so that only the callee holds it.
     *
     * @param  array<int, int>  $values
     * @return array<int, int>
     */
    private static function handOver(array &$values): array
    {
        $out = $values;
        $values = [];

        return $out;
    }
}
