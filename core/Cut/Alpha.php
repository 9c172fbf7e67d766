<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Closure;
use Yarrowfog\Core\Raster\Bitmap;

use function is_int;

/** Takes parts of pictures away, or keeps them. */
final class Alpha
{
    /**
     * @param  array<int, int>  $keep  how much of each pixel stays, 0–65535
     */
    public static function kept(Bitmap $in, array $keep): Bitmap
    {
        $out = $in->pixels;
        foreach ($keep as $i => $k) {
            if (! is_int($k)) {
                return $in;
            }
            if ($k < 65535) {
                // As `part` does it: a call for each pixel would cost as much again.
                $p = $out[$i];
                if (! is_int($p)) {
                    return $in;
                }
                $alpha = (($p & 255) * $k + 32767) * 65537 >> 32;
                $out[$i] = $alpha === 0 ? 0 : $p & 0xFFFFFF00 | $alpha;
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /**
     * How much of each pixel is there, 0–65535, row by row, of the picture moved to the right and down: beyond its edges there is nothing.
     *
     * @return Closure(int): array<int, int>
     */
    public static function rows(Bitmap $in, int $right = 0, int $down = 0): Closure
    {
        [$pixels, $width, $height] = [$in->pixels, $in->width, $in->height];
        $first = max(0, $right);
        $end = min($width, $width + $right);

        return function (int $y) use ($pixels, $width, $height, $first, $end, $right, $down): array {
            $row = array_fill(0, $width, 0);
            if ($y >= $down && $y - $down < $height) {
                $i = ($y - $down) * $width + $first - $right;
                for ($x = $first; $x < $end; $x++) {
                    $row[$x] = ($pixels[$i] & 255) * 257;
                    $i++;
                }
            }

            return $row;
        };
    }

    /**
     * @param  int  $pixel  0xRRGGBBAA
     * @param  int  $keep  how much of it stays, 0–65535
     */
    public static function part(int $pixel, int $keep): int
    {
        // 65535 · 255 + half, divided by 65535 in fixed point
        $alpha = (($pixel & 255) * $keep + 32767) * 65537 >> 32;

        return $alpha === 0 ? 0 : $pixel & 0xFFFFFF00 | $alpha;
    }
}
