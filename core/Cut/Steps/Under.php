<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Raster\Bitmap;

/** Lays one flat colour under or over a picture: source-over of Porter and Duff (1984). */
final class Under
{
    /**
     * @param  array<int, int>  $alpha  of the colour under the picture, 0–65535, before it is
     * @param  int  $times  multiplied, up to full, and then
     * @param  float  $strength  weakened, 0–1
     */
    public static function picture(Bitmap $in, Srgb $colour, array $alpha, int $times = 1, float $strength = 1.0): Bitmap
    {
        $part = (int) round(65536 * $strength);
        [$r, $g, $b] = [$colour->red, $colour->green, $colour->blue];
        $plain = $colour->toInt();
        $rgb = $plain << 8;
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $own = $p & 255;
            if ($own === 255) {
                continue;
            }
            $under = $alpha[$i] * $times;
            $under = ($under > 65535 ? 65535 : $under) * $part >> 24;
            if ($under === 0) {
                continue;
            }
            if ($own === 0) {
                $out[$i] = $rgb | $under;
            } else {
                $rest = $under * (255 - $own) * 257 + 32768 >> 16;
                $all = $own + $rest;
                if ($p >> 8 === $plain) {
                    // Black on black, as ink masks are: only the alpha changes.
                    $out[$i] = $rgb | $all;

                    continue;
                }
                $half = $all >> 1;
                // The little more makes up for what the reciprocal may lack.
                $share = 1.0 / $all;
                $out[$i] = (int) ((($p >> 24) * $own + $r * $rest + $half) * $share + 1e-9) << 24
                    | (int) ((($p >> 16 & 255) * $own + $g * $rest + $half) * $share + 1e-9) << 16
                    | (int) ((($p >> 8 & 255) * $own + $b * $rest + $half) * $share + 1e-9) << 8
                    | $all;
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /**
     * The colour over the picture, inside its own alpha.
     *
     * @param  array<int, int>  $alpha  0–65535: what it lacks of full is, before it is
     * @param  int  $times  multiplied, up to full, and then
     * @param  float  $strength  weakened, 0–1, the strength of the colour
     */
    public static function tinted(Bitmap $in, Srgb $colour, array $alpha, int $times, float $strength): Bitmap
    {
        $part = (int) round(65536 * $strength);
        [$r, $g, $b] = [$colour->red, $colour->green, $colour->blue];
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            if (($p & 255) === 0) {
                continue;
            }
            $s = (65535 - $alpha[$i]) * $times;
            $s = ($s > 65535 ? 65535 : $s) * $part >> 16;
            if ($s === 0) {
                continue;
            }
            $out[$i] = ($p >> 24) + (($r - ($p >> 24)) * $s >> 16) << 24
                | ($p >> 16 & 255) + (($g - ($p >> 16 & 255)) * $s >> 16) << 16
                | ($p >> 8 & 255) + (($b - ($p >> 8 & 255)) * $s >> 16) << 8
                | $p & 255;
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
