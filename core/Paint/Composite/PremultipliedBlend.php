<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;

use function is_int;

/**
 * Blend modes that need no division: co = cs·αs·(1 − αb) + cb·αb·(1 − αs) + αs·αb·B(cb, cs), multiplied out for colours that are
 * premultiplied (W3C Compositing and Blending Level 1, section 10; so written in SVG Compositing, 2011).
 */
final class PremultipliedBlend
{
    private const MULTIPLY = 0;

    private const SCREEN = 1;

    private const DARKEN = 2;

    private const LIGHTEN = 3;

    private const DIFFERENCE = 4;

    private const EXCLUSION = 5;

    private const HARD_LIGHT = 6;

    private const OVERLAY = 7;

    private const WAYS = [
        'multiply' => self::MULTIPLY, 'screen' => self::SCREEN, 'darken' => self::DARKEN, 'lighten' => self::LIGHTEN,
        'difference' => self::DIFFERENCE, 'exclusion' => self::EXCLUSION, 'hard-light' => self::HARD_LIGHT, 'overlay' => self::OVERLAY,
    ];

    /** 1 / 32640 in 1 / 2³². */
    private const BY_FULL = 131586;

    private const HALF = 1 << 31;

    public static function has(BlendMode $mode): bool
    {
        return isset(self::WAYS[$mode->value]);
    }

    /**
     * @param  array<int, int>  $words  of the backdrop
     * @param  array<int, int>  $source  as many
     * @return array<int, int>
     */
    public static function over(array $words, array $source, BlendMode $mode): array
    {
        $way = self::WAYS[$mode->value] ?? self::MULTIPLY;
        $mask = DeepBitmap::CHANNEL;
        $count = count($source);
        for ($i = 0; $i < $count; $i++) {
            $s = $source[$i];
            $p = $words[$i];
            if (! is_int($s) || ! is_int($p)) {
                break;
            }
            if ($s !== 0) {
                $sa = $s & $mask;
                $pa = $p & $mask;
                $alpha = $sa + $pa - ($sa * $pa * self::BY_FULL + self::HALF >> 32);
                $red = self::channel($way, $s >> 45, $p >> 45, $sa, $pa);
                $green = self::channel($way, $s >> 30 & $mask, $p >> 30 & $mask, $sa, $pa);
                $blue = self::channel($way, $s >> 15 & $mask, $p >> 15 & $mask, $sa, $pa);
                // A rounding must not lift a colour above its alpha.
                $words[$i] = ($red < $alpha ? $red : $alpha) << 45 | ($green < $alpha ? $green : $alpha) << 30 | ($blue < $alpha ? $blue : $alpha) << 15 | $alpha;
            }
        }

        return $words;
    }

    /**
     * One channel of the source and of the backdrop, premultiplied, and their alphas.
     */
    private static function channel(int $way, int $s, int $p, int $sa, int $pa): int
    {
        $ofSource = $s * $pa;
        $ofBackdrop = $p * $sa;
        if ($way === self::MULTIPLY) {
            $more = $s * $p - $ofSource - $ofBackdrop;
        } elseif ($way === self::SCREEN) {
            $more = -$s * $p;
        } elseif ($way === self::DARKEN) {
            $more = $ofSource > $ofBackdrop ? -$ofSource : -$ofBackdrop;
        } elseif ($way === self::LIGHTEN) {
            $more = $ofSource < $ofBackdrop ? -$ofSource : -$ofBackdrop;
        } elseif ($way === self::DIFFERENCE) {
            $more = -2 * ($ofSource < $ofBackdrop ? $ofSource : $ofBackdrop);
        } elseif ($way === self::EXCLUSION) {
            $more = -2 * $s * $p;
        } elseif ($way === self::HARD_LIGHT ? 2 * $s <= $sa : 2 * $p <= $pa) {
            $more = 2 * $s * $p - $ofSource - $ofBackdrop;
        } else {
            $more = $sa * $pa - 2 * ($pa - $p) * ($sa - $s) - $ofSource - $ofBackdrop;
        }
        $out = $s + $p + ($more * self::BY_FULL + self::HALF >> 32);

        return $out < 0 ? 0 : $out;
    }
}
