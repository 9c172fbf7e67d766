<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;

/** Colours of some pixels, carried to those around them. */
final class NearbyColour
{
    /**
     * The mean colour around each pixel of what is there: of squares at first, then blurred.
     *
     * @param  int  $bits  such a square has 2 to this power px to a side
     */
    public static function of(Bitmap $in, int $bits, float $sigma): Bitmap
    {
        $side = 1 << $bits;
        $wide = $in->width;
        $width = $wide + $side - 1 >> $bits;
        $height = $in->height + $side - 1 >> $bits;
        $pixels = $in->pixels;
        // Red and green, blue and how many there are: two sums an int.
        $redGreen = $blueCount = array_fill(0, $width * $height, 0);
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            $row = ($y >> $bits) * $width;
            for ($x = 0; $x < $wide; $x++) {
                $p = $pixels[$i];
                if ($p !== 0) {
                    $j = $row + ($x >> $bits);
                    $redGreen[$j] += $p >> 24 << 32 | $p >> 16 & 255;
                    $blueCount[$j] += ($p & 0xFF00) << 24 | 1;
                }
                $i++;
            }
        }
        foreach ($redGreen as $j => $sums) {
            $n = $blueCount[$j] & 0xFFFFFFFF;
            if ($n > 0) {
                $redGreen[$j] = intdiv($sums >> 32, $n) << 24 | intdiv($sums & 0xFFFFFFFF, $n) << 16 | intdiv($blueCount[$j] >> 32, $n) << 8 | 255 * $n >> 2 * $bits;
            }
        }
        $blurred = Blur::picture(new Bitmap($width, $height, $redGreen), $sigma / $side)->pixels;
        $out = array_fill(0, count($pixels), 0);
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            $row = ($y >> $bits) * $width;
            for ($x = 0; $x < $wide; $x++) {
                $out[$i] = $blurred[$row + ($x >> $bits)];
                $i++;
            }
        }

        return new Bitmap($wide, $in->height, $out);
    }
}
