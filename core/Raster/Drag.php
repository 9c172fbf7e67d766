<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * Pictures dragged along a slanted line: each pixel becomes the mean of the line through its
 * middle, as long as is asked. At whole steps along the nearer axis samples are taken between
 * the two pixels that the line passes, and of the outermost steps counts what the line reaches.
 */
final class Drag
{
    /** px up to which a line is summed up tap by tap; running sums cost less for a longer one. */
    private const SHORT = 40.0;

    /**
     * Colours count by their alpha; beyond the picture there is nothing.
     *
     * @param  float  $angle  degrees
     * @param  float  $length  px
     */
    public static function picture(Bitmap $in, float $angle, float $length): Bitmap
    {
        return Premultiplied::of($in)->each(fn (array $lanes): array => $length <= self::SHORT
            ? self::along($lanes, $in->width, $in->height, $angle, $length, Lanes::Two)
            : SlantedSums::along($lanes, $in->width, $in->height, $angle, $length))->toBitmap();
    }

    /**
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    private static function along(array $in, int $width, int $height, float $angle, float $length, Lanes $lanes): array
    {
        $cos = cos(deg2rad($angle));
        $sin = sin(deg2rad($angle));
        $isFlat = abs($cos) >= abs($sin);
        $slope = $isFlat ? $sin / $cos : $cos / $sin;
        $reach = $length * ($isFlat ? abs($cos) : abs($sin)) / 2;
        $margin = (int) ceil($reach) + 2;
        $wide = $width + 2 * $margin;
        $padded = self::pad($in, $width, $height, $margin);
        [$offsets, $weights] = self::taps($reach, $slope, $isFlat ? 1 : $wide, $isFlat ? $wide : 1, 1 << $lanes->weightBits());
        $bits = $lanes->weightBits();
        $round = $lanes->ones() << $bits - 1;
        $out = array_fill(0, $width * $height, 0);
        $row = array_fill(0, $width, 0);
        for ($y = 0; $y < $height; $y++) {
            $start = ($y + $margin) * $wide + $margin;
            $row = PairedTaps::sum($row, 0, $padded, $start, $width, $weights, fn (int $k): array => [$start - $offsets[$k], $start + $offsets[$k]], $round, $bits, $lanes->mask());
            for ($x = 0; $x < $width; $x++) {
                $out[$y * $width + $x] = $row[$x];
            }
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $in
     * @return array<int, int> with nothing around it
     */
    private static function pad(array $in, int $width, int $height, int $margin): array
    {
        $wide = $width + 2 * $margin;
        $out = array_fill(0, $wide * ($height + 2 * $margin), 0);
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $to = ($y + $margin) * $wide + $margin;
            for ($end = $to + $width; $to < $end; $to++) {
                $out[$to] = $in[$i];
                $i++;
            }
        }

        return $out;
    }

    /**
     * @param  float  $reach  half the line, in steps along the nearer axis
     * @return array{array<int, int>, array<int, int>} how far away each pair lies, and weights, both from 0: the middle
     */
    private static function taps(float $reach, float $slope, int $stepAlong, int $stepAcross, int $one): array
    {
        $offsets = [0];
        $weights = [0.0];
        for ($k = 1; $k - 0.5 < $reach; $k++) {
            $part = min(1.0, $reach - ($k - 0.5));
            $across = (int) floor($k * $slope);
            $between = $k * $slope - $across;
            foreach ([[$across, 1.0 - $between], [$across + 1, $between]] as [$rows, $share]) {
                $offsets[] = $k * $stepAlong + $rows * $stepAcross;
                $weights[] = $part * $share;
            }
        }
        $sum = min(1.0, 2 * $reach) + 2 * array_sum($weights);
        $fixed = array_map(fn (float $w): int => (int) round($one * $w / $sum), $weights);
        $fixed[0] = $one - 2 * array_sum(array_slice($fixed, 1));
        // Along the pixels every other tap is of none.
        $counting = array_filter($fixed, fn (int $w, int $k): bool => $k === 0 || $w !== 0, ARRAY_FILTER_USE_BOTH);
        $offsets = array_values(array_intersect_key($offsets, $counting));
        $fixed = array_values($counting);
        while (count($fixed) % 4 !== 1) {
            $fixed[] = 0;
            $offsets[] = 0;
        }

        return [$offsets, $fixed];
    }
}
