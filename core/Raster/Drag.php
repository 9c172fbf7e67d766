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
        $offsets = [];
        for ($i = 0; $i < $along; $i++) {
            $offsets[] = (int) round($i * $slope);
        }
        $shift = [min($offsets[0], $offsets[$along - 1]), max($offsets[0], $offsets[$along - 1])];
        $stepAlong = $flat ? 1 : $width;
        $stepAcross = $flat ? $width : 1;
        $out = array_fill(0, $width * $height, 0);
        $inverse = intdiv(0x40000000, $samples) + 1;
        $ahead = $samples >> 1;
        for ($line = -$shift[1]; $line < $across - $shift[0]; $line++) {
            $sum = 0;
            for ($i = -$ahead; $i < $along; $i++) {
                $on = $i + $ahead;
                if ($on < $along) {
                    $at = $line + $offsets[$on];
                    $sum += $at >= 0 && $at < $across ? $in[$at * $stepAcross + $on * $stepAlong] : 0;
                }
                $off = $on - $samples;
                if ($off >= 0 && $off < $along) {
                    $at = $line + $offsets[$off];
                    $sum -= $at >= 0 && $at < $across ? $in[$at * $stepAcross + $off * $stepAlong] : 0;
                }
                if ($i >= 0) {
                    $at = $line + $offsets[$i];
                    if ($at >= 0 && $at < $across) {
                        $out[$at * $stepAcross + $i * $stepAlong] = ($sum >> 32) * $inverse >> 30 << 32 | ($sum & 0xFFFFFFFF) * $inverse >> 30;
                    }
                }
            }
        }

        return $out;
    }
}
