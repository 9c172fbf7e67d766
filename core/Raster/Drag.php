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
     * @param  array<int, int>  $in  two lanes; beyond the picture there is nothing
     * @param  float  $angle  degrees
     * @param  float  $length  px
     * @return array<int, int>
     */
    public static function lanes(array $in, int $width, int $height, float $angle, float $length): array
    {
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
        $inverse = intdiv(0x40000000, $samples) + 1;
        $ahead = $samples >> 1;
        for ($line = -$most; $line < $across - $least; $line++) {
            // Offsets go one way, a px at a time, so what a line has of the picture is one run of it.
            $low = max($least, -$line);
            $high = min($most, $across - 1 - $line);
            $from = $begins[$slope < 0 ? $high : $low];
            $until = $ends[$slope < 0 ? $low : $high];
            $start = $line * $stepAcross;
            $sum = 0;
            for ($on = $from; $on < $from + $ahead && $on < $until; $on++) {
                $sum += $in[$start + $places[$on]];
            }
            for ($i = $from; $i < $until; $i++) {
                $on = $i + $ahead;
                if ($on < $until) {
                    $sum += $in[$start + $places[$on]];
                }
                $off = $on - $samples;
                if ($off >= $from) {
                    $sum -= $in[$start + $places[$off]];
                }
                $out[$start + $places[$i]] = ($sum >> 32) * $inverse >> 30 << 32 | ($sum & 0xFFFFFFFF) * $inverse >> 30;
            }
        }

        return $out;
    }
}
