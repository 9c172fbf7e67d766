<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Closure;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Raster\Bitmap;

use function is_int;

/** Lays one flat colour under or over a picture: source-over of Porter and Duff (1984). */
final class Underlay
{
    /**
     * @param  Closure(int): array<int, int>  $alphas  of the colour under the picture, row by row, 0–65535
     * @param  int  $times  by how much alphas are multiplied, up to full
     * @param  float  $strength  of the colour after that, 0–1
     */
    public static function picture(Bitmap $in, Srgb $colour, Closure $alphas, int $times = 1, float $strength = 1.0): Bitmap
    {
        $part = (int) round(65536 * $strength);
        $plain = $colour->toInt();
        $rgb = $plain << 8;
        $redGreen = $colour->red << 32 | $colour->green;
        $blue = $colour->blue;
        $inverses = self::inverses();
        $out = $in->pixels;
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            $alpha = $alphas($y);
            for ($x = 0; $x < $in->width; $x++) {
                $p = $out[$i];
                $under = $alpha[$x];
                if (! is_int($p) || ! is_int($under)) {
                    return $in;
                }
                $own = $p & 255;
                if ($own < 255) {
                    $under *= $times;
                    $under = ($under > 65535 ? 65535 : $under) * $part >> 24;
                    if ($under > 0) {
                        $rest = $under * (255 - $own) * 257 + 32768 >> 16;
                        $all = $own + $rest;
                        if ($own === 0 || $p >> 8 === $plain) {
                            // On nothing, or black on black, as ink masks are: only the alpha changes.
                            $out[$i] = $rgb | $all;
                        } else {
                            $half = $all >> 1;
                            $inverse = $inverses[$all];
                            if (! is_int($inverse)) {
                                return $in;
                            }
                            $rg = ($p >> 24 << 32 | $p >> 16 & 255) * $own + $redGreen * $rest + ($half << 32 | $half);
                            $out[$i] = ($rg >> 32) * $inverse >> 32 << 24
                                | ($rg & 0xFFFFFFFF) * $inverse >> 32 << 16
                                | (($p >> 8 & 255) * $own + $blue * $rest + $half) * $inverse >> 32 << 8
                                | $all;
                        }
                    }
                }
                $i++;
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /** @return array<int, int> 1 / n in 1/2³², a little more: what is divided by it, of 16 bits, is never rounded up to the next whole number */
    private static function inverses(): array
    {
        $out = [0];
        for ($n = 1; $n < 256; $n++) {
            $out[] = intdiv(1 << 32, $n) + 1;
        }

        return $out;
    }

    /**
     * The colour over the picture, inside its own alpha.
     *
     * @param  Closure(int): array<int, int>  $alphas  row by row, 0–65535: what it lacks of full is the colour’s
     * @param  int  $times  by how much alphas are multiplied, up to full
     * @param  float  $strength  of the colour after that, 0–1
     */
    public static function tint(Bitmap $in, Srgb $colour, Closure $alphas, int $times, float $strength): Bitmap
    {
        $part = (int) round(65536 * $strength);
        [$r, $g, $b] = [$colour->red, $colour->green, $colour->blue];
        $out = $in->pixels;
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            $alpha = $alphas($y);
            for ($x = 0; $x < $in->width; $x++) {
                $p = $out[$i];
                $s = $alpha[$x];
                if (! is_int($p) || ! is_int($s)) {
                    return $in;
                }
                if (($p & 255) > 0) {
                    $s = (65535 - $s) * $times;
                    $s = ($s > 65535 ? 65535 : $s) * $part >> 16;
                    if ($s > 0) {
                        $out[$i] = ($p >> 24) + (($r - ($p >> 24)) * $s >> 16) << 24
                            | ($p >> 16 & 255) + (($g - ($p >> 16 & 255)) * $s >> 16) << 16
                            | ($p >> 8 & 255) + (($b - ($p >> 8 & 255)) * $s >> 16) << 8
                            | $p & 255;
                    }
                }
                $i++;
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
