<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * The mean along a slanted line, at every pixel, at a cost that does not grow with its length.
 *
 * The picture is cut into slanted lines one pixel apart, each pixel of a line taken at the whole
 * px nearest to it; a running sum goes along each line (the skewed lines of van Herk-style
 * directional filters; Soille and Talbot, "Directional Morphological Filtering", 2001).
 */
final class Drag
{
    /** px up to which a line is summed up tap by tap; a longer one goes along whole pixels, whose steps are then too fine to be seen. */
    private const SHORT = 32.0;

    /**
     * Colours count by their alpha; beyond the picture there is nothing.
     *
     * @param  float  $angle  degrees
     * @param  float  $length  px
     */
    public static function picture(Bitmap $in, float $angle, float $length): Bitmap
    {
        if ($length <= self::SHORT) {
            return self::exact($in, $angle, $length);
        }
        [$pixels, $width, $height] = [$in->pixels, $in->width, $in->height];
        $cos = cos(deg2rad($angle));
        $sin = sin(deg2rad($angle));
        $flat = abs($cos) >= abs($sin);
        $slope = $flat ? $sin / $cos : $cos / $sin;
        // Along the axis that is nearer to the direction one sample is this long.
        // An even number would have no middle, and shift the picture by half a px.
        $samples = 2 * (int) floor($length * ($flat ? abs($cos) : abs($sin)) / 2) + 1;
        $along = $flat ? $width : $height;
        $across = $flat ? $height : $width;
        $places = $begins = $ends = [];
        $stepAlong = $flat ? 1 : $width;
        $stepAcross = $flat ? $width : 1;
        for ($i = 0; $i < $along; $i++) {
            $offset = (int) round($i * $slope);
            $places[] = $offset * $stepAcross + $i * $stepAlong;
            $begins[$offset] ??= $i;
            $ends[$offset] = $i + 1;
        }
        $turn = (int) round(($along - 1) * $slope);
        $least = min(0, $turn);
        $most = max(0, $turn);
        $out = array_fill(0, $width * $height, 0);
        // Sums hold 255 times each channel: by that and by the samples they are divided.
        $full = 65025 * $samples;
        $faint = intdiv($full, 510);
        $inverse = intdiv(1 << 40, 255 * $samples) + 1;
        $half = 1 << 39;
        $ahead = $samples >> 1;
        for ($line = -$most; $line < $across - $least; $line++) {
            // Offsets go one way, a px at a time, so what a line has of the picture is one run of it.
            $low = max($least, -$line);
            $high = min($most, $across - 1 - $line);
            $from = $begins[$slope < 0 ? $high : $low];
            $until = $ends[$slope < 0 ? $low : $high];
            $start = $line * $stepAcross;
            $redGreen = $blueAlpha = 0;
            $on = $from;
            for ($i = $from - $ahead; $i < $until; $i++) {
                if ($on < $until) {
                    $p = $pixels[$start + $places[$on]];
                    $alpha = $p & 255;
                    $redGreen += ($p >> 24 << 32 | $p >> 16 & 255) * $alpha;
                    $blueAlpha += (($p & 0xFF00) << 24 | 255) * $alpha;
                    $on++;
                }
                $off = $i + $ahead - $samples;
                if ($off >= $from) {
                    $p = $pixels[$start + $places[$off]];
                    $alpha = $p & 255;
                    $redGreen -= ($p >> 24 << 32 | $p >> 16 & 255) * $alpha;
                    $blueAlpha -= (($p & 0xFF00) << 24 | 255) * $alpha;
                }
                if ($i < $from) {
                    continue;
                }
                $alpha = $blueAlpha & 0xFFFFFFFF;
                if ($alpha === $full) {
                    $out[$start + $places[$i]] = ($redGreen >> 32) * $inverse + $half >> 40 << 24
                        | ($redGreen & 0xFFFFFFFF) * $inverse + $half >> 40 << 16
                        | ($blueAlpha >> 32) * $inverse + $half >> 40 << 8
                        | 255;
                } elseif ($alpha >= $faint) {
                    // A colour is its sum by the sum of alphas, however many they are.
                    $share = 255.0 / $alpha;
                    $out[$start + $places[$i]] = (int) (($redGreen >> 32) * $share + 0.5) << 24
                        | (int) (($redGreen & 0xFFFFFFFF) * $share + 0.5) << 16
                        | (int) (($blueAlpha >> 32) * $share + 0.5) << 8
                        | $alpha * $inverse + $half >> 40;
                }
            }
        }

        return new Bitmap($width, $height, $out);
    }

    /**
     * The mean of the picture along a line through the middle of each pixel, as long as is asked: at whole steps along the nearer axis,
     * between two pixels across it, and of the outermost steps only the part that the line reaches.
     */
    private static function exact(Bitmap $in, float $angle, float $length): Bitmap
    {
        return Premultiplied::of($in)->each(fn (array $lanes): array => self::along($lanes, $in->width, $in->height, $angle, $length, Lanes::Two))->toBitmap();
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
        $padded = self::padded($in, $width, $height, $margin);
        [$offsets, $weights] = self::taps($reach, $slope, $isFlat ? 1 : $wide, $isFlat ? $wide : 1, 1 << $lanes->weightBits());
        $bits = $lanes->weightBits();
        $round = $lanes->ones() << $bits - 1;
        $out = array_fill(0, $width * $height, 0);
        $row = array_fill(0, $width, 0);
        for ($y = 0; $y < $height; $y++) {
            $start = ($y + $margin) * $wide + $margin;
            $row = PairedTaps::summed($row, 0, $padded, $start, $width, $weights, fn (int $k): array => [$start - $offsets[$k], $start + $offsets[$k]], $round, $bits, $lanes->mask());
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
    private static function padded(array $in, int $width, int $height, int $margin): array
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
        while (count($fixed) % 4 !== 1) {
            $fixed[] = 0;
            $offsets[] = 0;
        }

        return [$offsets, $fixed];
    }
}
