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
    /**
     * Colours count by their alpha; beyond the picture there is nothing.
     *
     * @param  float  $angle  degrees
     * @param  float  $length  px
     */
    public static function picture(Bitmap $in, float $angle, float $length): Bitmap
    {
        [$pixels, $width, $height] = [$in->pixels, $in->width, $in->height];
        $cos = cos(deg2rad($angle));
        $sin = sin(deg2rad($angle));
        $flat = abs($cos) >= abs($sin);
        $slope = $flat ? $sin / $cos : $cos / $sin;
        // Along the axis that is nearer to the direction one sample is this long.
        $samples = max(1, (int) round($length * ($flat ? abs($cos) : abs($sin))));
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
}
