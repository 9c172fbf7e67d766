<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Tip;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;

/**
 * The rule of ink: dark prints, white does not, transparent never does.
 *
 * Ink of an ink mask is (1 − luma) · alpha; ink of two inks and of own colours is alpha. Luma is the
 * weighted mean of the encoded channels (ITU-R BT.709 weights), so that a mid grey of
 * a scan prints half the ink.
 */
final class InkRule
{
    /** 1 / 255 in 1/2⁴⁰: exact for all that is less than 2³². */
    private const BY_255 = 4311810306;

    /** BT.709 luma weights · 65536; they sum to exactly that. */
    public const RED = 13933;

    public const GREEN = 46871;

    public const BLUE = 4732;

    /**
     * Ink of one pixel, 0–65535.
     *
     * @param  int  $pixel  0xRRGGBBAA
     */
    public static function of(int $pixel, TipKind $kind): int
    {
        $alpha = $pixel & 255;
        if ($kind !== TipKind::InkMask) {
            return $alpha * 257;
        }

        return intdiv((65535 - self::luma($pixel)) * $alpha + 127, 255);
    }

    /**
     * Luma of one pixel, 0 (black) to 65535 (white), whatever its alpha.
     *
     * @param  int  $pixel  0xRRGGBBAA
     */
    public static function luma(int $pixel): int
    {
        return (self::RED * ($pixel >> 24) + self::GREEN * ($pixel >> 16 & 255) + self::BLUE * ($pixel >> 8 & 255)) * 257 >> 16;
    }

    public static function plane(Bitmap $picture, TipKind $kind): Plane
    {
        $ink = $picture->pixels;
        if ($kind !== TipKind::InkMask) {
            foreach ($picture->pixels as $i => $pixel) {
                $ink[$i] = ($pixel & 255) * 257;
            }

            return new Plane($picture->width, $picture->height, $ink);
        }
        foreach ($picture->pixels as $i => $pixel) {
            $luma = (self::RED * ($pixel >> 24) + self::GREEN * ($pixel >> 16 & 255) + self::BLUE * ($pixel >> 8 & 255)) * 257 >> 16;
            // Divided by 255, rounded.
            $ink[$i] = ((65535 - $luma) * ($pixel & 255) + 127) * self::BY_255 >> 40;
        }

        return new Plane($picture->width, $picture->height, $ink);
    }

    /**
     * Where there is less ink than some.
     *
     * @param  int  $least  0–65535
     * @return array<int, int> 1 there, else 0
     */
    public static function lacking(Bitmap $picture, TipKind $kind, int $least): array
    {
        $lacks = $picture->pixels;
        if ($kind !== TipKind::InkMask) {
            foreach ($picture->pixels as $i => $pixel) {
                $lacks[$i] = ($pixel & 255) * 257 < $least ? 1 : 0;
            }

            return $lacks;
        }
        foreach ($picture->pixels as $i => $pixel) {
            if (($pixel & 255) === 0) {
                $lacks[$i] = 1;

                continue;
            }
            $luma = (self::RED * ($pixel >> 24) + self::GREEN * ($pixel >> 16 & 255) + self::BLUE * ($pixel >> 8 & 255)) * 257 >> 16;
            $lacks[$i] = ((65535 - $luma) * ($pixel & 255) + 127) * self::BY_255 >> 40 < $least ? 1 : 0;
        }

        return $lacks;
    }
}
