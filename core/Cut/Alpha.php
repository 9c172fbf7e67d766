<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Closure;
use Yarrowfog\Core\Raster\Bitmap;

use function is_int;

/** Takes parts of pictures away, or keeps them. */
final class Alpha
{
    /** Alpha below which a pixel is clear, and part of a picture that is, where something has been taken out of it. */
    private const CLEAR = 26;

    private const TAKEN_OUT = 0.02;

    /** Black that is gone: a clear pixel without any colour is taken to have none. */
    public const UNSEEN_BLACK = 0x01010100;

    /** Whether so much of a picture is clear that what is there was taken out of something. */
    public static function isPartlyClear(Bitmap $in): bool
    {
        $clear = 0;
        foreach ($in->pixels as $p) {
            $clear += ($p & 255) < self::CLEAR ? 1 : 0;
        }

        return $clear > self::TAKEN_OUT * count($in->pixels);
    }

    /**
     * @param  array<int, int>  $keep  how much of each pixel stays, 0–65535
     */
    public static function keep(Bitmap $in, array $keep): Bitmap
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
     * White becomes nothing: each pixel is what, laid over white, looks as it does, with as little alpha as that takes.
     */
    public static function withoutWhite(Bitmap $in): Bitmap
    {
        // 1 / alpha in 1/65536, rounded up so that a full channel stays full.
        $inverse = [0];
        for ($alpha = 1; $alpha < 256; $alpha++) {
            $inverse[] = intdiv(255 * 65536, $alpha) + 1;
        }
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $r = $p >> 24;
            $g = $p >> 16 & 255;
            $b = $p >> 8 & 255;
            $white = $r < $g ? $r : $g;
            if ($b < $white) {
                $white = $b;
            }
            $alpha = $white === 255 ? 0 : ((255 - $white) * ($p & 255) + 127) * 65793 >> 24;
            if ($alpha === 0) {
                $out[$i] = 0;

                continue;
            }
            $more = $inverse[255 - $white];
            $out[$i] = ($r - $white) * $more >> 16 << 24
                | ($g - $white) * $more >> 16 << 16
                | ($b - $white) * $more >> 16 << 8
                | $alpha;
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
