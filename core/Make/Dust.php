<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Raster\Bitmap;

/** Specks and short hairs on a picture, as they lie on glass. */
final class Dust
{
    /** Specks on a square cm when there is as much as can be. */
    private const MOST = 9.0;

    /**
     * @param  float  $amount  0–1
     * @param  float  $s  px a mm
     */
    public static function on(Bitmap $in, float $amount, float $s, Chance $chance, int $rgb): Bitmap
    {
        $count = (int) round($amount * self::MOST * $in->width * $in->height / ($s * $s) / 100);
        $pixels = $in->pixels;
        $r = $rgb >> 16;
        $g = $rgb >> 8 & 255;
        $b = $rgb & 255;
        for ($k = 0; $k < $count; $k++) {
            $x = $chance->unit(21, $k) * $in->width;
            $y = $chance->unit(22, $k) * $in->height;
            $isHair = $chance->unit(23, $k) < 0.035;
            $steps = $isHair ? (int) (3 * $s) : 1;
            $turn = $chance->unit(24, $k) * 6.28;
            $bend = $chance->signedUnit(25, $k) * 2.5 / max(1, $steps);
            $radius = $isHair ? max(0.5, 0.035 * $s) : max(0.5, (0.03 + 0.11 * $chance->unit(26, $k) ** 2) * $s);
            $strength = 0.35 + 0.55 * $chance->unit(27, $k);
            for ($i = 0; $i < $steps; $i++) {
                for ($py = (int) floor($y - $radius); $py <= (int) ceil($y + $radius); $py++) {
                    for ($px = (int) floor($x - $radius); $px <= (int) ceil($x + $radius); $px++) {
                        $part = $radius + 0.5 - hypot($px + 0.5 - $x, $py + 0.5 - $y);
                        if ($part > 0 && $px >= 0 && $py >= 0 && $px < $in->width && $py < $in->height) {
                            $at = $py * $in->width + $px;
                            $p = $pixels[$at];
                            $a = min(1.0, $part) * $strength;
                            $pixels[$at] = (int) (($p >> 24) + ($r - ($p >> 24)) * $a) << 24 | (int) (($p >> 16 & 255) + ($g - ($p >> 16 & 255)) * $a) << 16 | (int) (($p >> 8 & 255) + ($b - ($p >> 8 & 255)) * $a) << 8 | 255;
                        }
                    }
                }
                $x += cos($turn);
                $y += sin($turn);
                $turn += $bend;
            }
        }

        return new Bitmap($in->width, $in->height, $pixels);
    }
}
