<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * The three colours of a pixel that is full everywhere, in one int, as photos have them: half the
 * work of Premultiplied, and no alpha to divide by. Values are eighths of the 255 steps.
 */
final class Opaque
{
    /** @return array<int, int>|null three lanes, red first; null where something of the picture is not full */
    public static function lanes(Bitmap $in): ?array
    {
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            if (($p & 255) < 255) {
                return null;
            }
            $out[$i] = ($p >> 24) << 45 | ($p >> 16 & 255) << 24 | ($p >> 8 & 255) << 3;
        }

        return $out;
    }

    /** @param  array<int, int>  $lanes  width · height */
    public static function bitmap(int $width, int $height, array $lanes): Bitmap
    {
        $out = $lanes;
        foreach ($lanes as $i => $rgb) {
            $rgb += 4 << 42 | 4 << 21 | 4;
            $out[$i] = $rgb >> 45 << 24 | ($rgb >> 24 & 255) << 16 | ($rgb >> 3 & 255) << 8 | 255;
        }

        return new Bitmap($width, $height, $out);
    }
}
