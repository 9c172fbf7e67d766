<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;

use function is_int;

/**
 * Lays a stroke over what is on the sheet, on straight colours: source-over, blended or
 * not, and destination-out for an eraser (W3C Compositing and Blending Level 1, sections
 * 5, 9.1.4 and 9.1.9, after Porter and Duff, 1984).
 */
final class Lay
{
    /** Coverage, of 65535, from which nothing of what lies under it is left in 8 bits: less than 1/2 of 1/255 of it. */
    private const SOLID = 65407;

    /**
     * @param  Bitmap  $under  the sheet inside `$area`
     * @param  Rect  $area  on the sheet
     * @param  Printed  ...$strokes  from the lowest to the topmost
     */
    public static function over(Bitmap $under, Rect $area, Printed ...$strokes): Bitmap
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
    private static function stroke(array $pixels, Printed $stroke, Rect $area): array
    {
        foreach (StrokeBuffer::keysUnder($area->intersect($stroke->bounds())) as $key) {
            $tile = $stroke->tile($key);
            if ($tile === null || $tile === []) {
                continue;
            }
            $tileArea = StrokeBuffer::area($key);
            $part = $area->intersect($tileArea);
            $to = ($part->y - $area->y) * $area->width + $part->x - $area->x;
            $from = ($part->y - $tileArea->y) * StrokeBuffer::SIDE + $part->x - $tileArea->x;
            $pixels = match ($stroke->effect()) {
                Effect::Erases => self::erased(self::release($pixels), $to, $area->width, $tile, $from, $part->width, $part->height, $stroke->colour() === null ? 45 : 0),
                Effect::Replaces => self::replaced(self::release($pixels), $to, $area->width, $tile, $from, $part->width, $part->height),
                Effect::Paints => $stroke->blendMode() === BlendMode::Normal
                    ? self::part(self::release($pixels), $to, $area->width, $tile, $from, $part->width, $part->height, $stroke->colour())
                    : self::blended(self::release($pixels), $to, $area->width, $tile, $from, $part->width, $part->height, $stroke->colour(), $stroke->blendMode()),
            };
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
        $solid = ($colour ?? 0) << 8 | 255;
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $stride;
            $i = $from + $row * StrokeBuffer::SIDE;
            for ($n = 0; $n < $width; $n++) {
                $c = $tile[$i];
                if (! is_int($c)) {
                    return $pixels;
                }
                if ($c > 0) {
                    if ($many) {
                        $red = ($c >> 30 & 32767) + 64 >> 7;
                        $green = ($c >> 15 & 32767) + 64 >> 7;
                        $blue = ($c & 32767) + 64 >> 7;
                        $solid = $red << 24 | $green << 16 | $blue << 8 | 255;
                        $c >>= 45;
                    }
                    $p = $pixels[$j];
                    if (! is_int($p)) {
                        return $pixels;
                    }
                    $alpha = $p & 255;
                    if ($c >= self::SOLID) {
                        $pixels[$j] = $solid;
                    } elseif ($alpha === 255) {
                        // v + 32768 + (v + 32768 >> 16) >> 16 is v / 65535, rounded.
                        $b = 65535 - $c;
                        $v = $red * $c + ($p >> 24) * $b + 32768;
                        $w = $green * $c + ($p >> 16 & 255) * $b + 32768;
                        $x = $blue * $c + ($p >> 8 & 255) * $b + 32768;
                        $pixels[$j] = ($v + ($v >> 16) >> 16) << 24 | ($w + ($w >> 16) >> 16) << 16 | ($x + ($x >> 16) >> 16) << 8 | 255;
                    } elseif ($alpha === 0) {
                        $v = $c * 255 + 32768;
                        $v = $v + ($v >> 16) >> 16;
                        $pixels[$j] = $v === 0 ? 0 : $red << 24 | $green << 16 | $blue << 8 | $v;
                    } else {
                        // Shares of the stroke and of the sheet in the result, of 65535 · 255. Dividing as
                        // floats is exact here, and does without a call for every channel.
                        $s = $c * 255;
                        $b = $alpha * (65535 - $c);
                        $o = $s + $b;
                        $h = $o >> 1;
                        $f = (float) $o;
                        $pixels[$j] = (int) (($red * $s + ($p >> 24) * $b + $h) / $f) << 24
                            | (int) (($green * $s + ($p >> 16 & 255) * $b + $h) / $f) << 16
                            | (int) (($blue * $s + ($p >> 8 & 255) * $b + $h) / $f) << 8
                            | (int) (($o + 32767) / 65535.0);
                    }
                }
                $i++;
                $j++;
            }
        }

        return $pixels;
    }

    /**
     * Destination-out: α = αb · (1 − c).
     *
     * @param  array<int, int>  $pixels
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function erased(array $pixels, int $to, int $stride, array $tile, int $from, int $width, int $height, int $shift): array
    {
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $stride;
            $i = $from + $row * StrokeBuffer::SIDE;
            for ($n = 0; $n < $width; $n++) {
                $c = $tile[$i] >> $shift;
                $p = $pixels[$j];
                if ($c > 0 && ($p & 255) > 0) {
                    $alpha = (int) ((($p & 255) * (65535 - $c) + 32767) / 65535.0);
                    $pixels[$j] = $alpha === 0 ? 0 : $p & 0xFFFFFF00 | $alpha;
                }
                $i++;
                $j++;
            }
        }

        return $pixels;
    }

    /**
     * @param  array<int, int>  $pixels
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function replaced(array $pixels, int $to, int $stride, array $tile, int $from, int $width, int $height): array
    {
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $stride;
            $i = $from + $row * StrokeBuffer::SIDE;
            for ($n = 0; $n < $width; $n++) {
                if ($tile[$i] >= 0) {
                    $pixels[$j] = $tile[$i];
                }
                $i++;
                $j++;
            }
        }

        return $pixels;
    }

    /**
     * Source-over with blending: the colour laid is (1 − αb) · cs + αb · B(cb, cs).
     *
     * @param  array<int, int>  $pixels
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function blended(array $pixels, int $to, int $stride, array $tile, int $from, int $width, int $height, ?int $colour, BlendMode $mode): array
    {
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $stride;
            $i = $from + $row * StrokeBuffer::SIDE;
            for ($n = 0; $n < $width; $n++) {
                $c = $tile[$i];
                $source = $colour ?? (($c >> 30 & 32767) + 64 >> 7) << 16 | (($c >> 15 & 32767) + 64 >> 7) << 8 | ($c & 32767) + 64 >> 7;
                $c = $colour === null ? $c >> 45 : $c;
                if ($c > 0) {
                    $pixels[$j] = self::pixel($pixels[$j], $source, $c / 65535, $mode);
                }
                $i++;
                $j++;
            }
        }

        return $pixels;
    }

    /**
     * One pixel.
     *
     * @param  int  $under  0xRRGGBBAA
     * @param  int  $source  0xRRGGBB
     * @param  float  $as  0–1
     */
    public static function pixel(int $under, int $source, float $as, BlendMode $mode): int
    {
        $ab = ($under & 255) / 255;
        $cb = [($under >> 24) / 255, ($under >> 16 & 255) / 255, ($under >> 8 & 255) / 255];
        $cs = [($source >> 16) / 255, ($source >> 8 & 255) / 255, ($source & 255) / 255];
        $mixed = $ab > 0.0 ? $mode->colour($cb, $cs) : $cs;
        $ao = $as + $ab * (1.0 - $as);
        $alpha = (int) round($ao * 255);
        if ($alpha === 0) {
            return 0;
        }
        $out = 0;
        foreach ($mixed as $k => $b) {
            $co = ($as * ((1.0 - $ab) * $cs[$k] + $ab * $b) + $ab * (1.0 - $as) * $cb[$k]) / $ao;
            $out = $out << 8 | (int) round(max(0.0, min(1.0, $co)) * 255);
        }

        return $out << 8 | $alpha;
    }
}
