<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;

/**
 * Lays a stroke over what is on the sheet: source-over on straight colours
 * (W3C Compositing and Blending Level 1, section 5.1, after Porter and Duff, 1984).
 */
final class Lay
{
    /**
     * @param  Bitmap  $under  the sheet inside `$area`
     * @param  Rect  $area  on the sheet
     * @param  StrokeBuffer  ...$strokes  from the lowest to the topmost
     */
    public static function over(Bitmap $under, Rect $area, StrokeBuffer ...$strokes): Bitmap
    {
        $pixels = $under->pixels;
        foreach ($strokes as $stroke) {
            $pixels = self::stroke(self::release($pixels), $stroke, $area);
        }

        return new Bitmap($under->width, $under->height, $pixels);
    }

    /**
     * @param  array<int, int>  $pixels
     * @return array<int, int>
     */
    private static function stroke(array $pixels, StrokeBuffer $stroke, Rect $area): array
    {
        foreach (StrokeBuffer::keysUnder($area->intersect($stroke->bounds)) as $key) {
            $tile = $stroke->tile($key);
            if ($tile === null || $tile === []) {
                continue;
            }
            $tileArea = StrokeBuffer::area($key);
            $part = $area->intersect($tileArea);
            $pixels = self::part(
                self::release($pixels),
                ($part->y - $area->y) * $area->width + $part->x - $area->x,
                $area->width,
                $tile,
                ($part->y - $tileArea->y) * StrokeBuffer::SIDE + $part->x - $tileArea->x,
                $part->width,
                $part->height,
                $stroke->colour,
            );
        }

        return $pixels;
    }

    /**
     * Hands the pixels over, so that only one variable holds them and writing copies nothing.
     *
     * @param  array<int, int>  $pixels
     * @return array<int, int>
     */
    private static function release(array &$pixels): array
    {
        $released = $pixels;
        $pixels = [];

        return $released;
    }

    /**
     * @param  array<int, int>  $pixels
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function part(array $pixels, int $to, int $stride, array $tile, int $from, int $width, int $height, ?int $colour): array
    {
        $many = $colour === null;
        $red = ($colour ?? 0) >> 16;
        $green = ($colour ?? 0) >> 8 & 255;
        $blue = ($colour ?? 0) & 255;
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $stride;
            $i = $from + $row * StrokeBuffer::SIDE;
            for ($n = 0; $n < $width; $n++) {
                $c = $tile[$i];
                if ($c > 0) {
                    if ($many) {
                        $red = ($c >> 30 & 32767) + 64 >> 7;
                        $green = ($c >> 15 & 32767) + 64 >> 7;
                        $blue = ($c & 32767) + 64 >> 7;
                        $c >>= 45;
                    }
                    $p = $pixels[$j];
                    $alpha = $p & 255;
                    if ($alpha === 0) {
                        $a = intdiv($c + 128, 257);
                        $pixels[$j] = $a === 0 ? 0 : $red << 24 | $green << 16 | $blue << 8 | $a;
                    } else {
                        // Shares of the stroke and of the sheet in the result, of 65535 · 255.
                        $s = $c * 255;
                        $b = $alpha * (65535 - $c);
                        $o = $s + $b;
                        $h = $o >> 1;
                        $pixels[$j] = intdiv($red * $s + ($p >> 24) * $b + $h, $o) << 24
                            | intdiv($green * $s + ($p >> 16 & 255) * $b + $h, $o) << 16
                            | intdiv($blue * $s + ($p >> 8 & 255) * $b + $h, $o) << 8
                            | intdiv($o + 32767, 65535);
                    }
                }
                $i++;
                $j++;
            }
        }

        return $pixels;
    }
}
