<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use LogicException;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;

use function is_int;

/**
 * Blend modes that need no division: co = cs·αs·(1 − αb) + cb·αb·(1 − αs) + αs·αb·B(cb, cs), multiplied out for colours that are
 * premultiplied (W3C Compositing and Blending Level 1, section 10; so written in SVG Compositing, 2011).
 *
 * All three channels are written out in each loop, since a call costs as much as a channel.
 */
final class PremultipliedBlend
{
    private const MODES = [
        BlendMode::Multiply, BlendMode::Screen, BlendMode::Exclusion, BlendMode::HardLight, BlendMode::Overlay, BlendMode::Darken, BlendMode::Lighten, BlendMode::Difference,
    ];

    /** 1 / 32640 in 1 / 2³². */
    private const BY_FULL = 131586;

    private const HALF = 1 << 31;

    private const HALVES = 16384 << 30 | 16384;

    /** Part of a layer's opacity that is all of it. */
    private const WHOLE = 32768;

    public static function has(BlendMode $mode): bool
    {
        return in_array($mode, self::MODES, true);
    }

    /**
     * @param  array<int, int>  $words  of the backdrop
     * @param  array<int, int>  $source  as many
     * @param  int  $part  of 32768, the source's opacity
     * @param  BlendMode  $mode  one that this class has
     * @return array<int, int>
     */
    public static function over(array $words, array $source, int $part, BlendMode $mode): array
    {
        return match ($mode) {
            BlendMode::Multiply => self::multiply($words, $source, $part),
            BlendMode::Screen => self::screen($words, $source, $part, 1),
            BlendMode::Exclusion => self::screen($words, $source, $part, 2),
            BlendMode::HardLight => self::light($words, $source, $part, true),
            BlendMode::Overlay => self::light($words, $source, $part, false),
            BlendMode::Darken => self::compare($words, $source, $part, 1, true),
            BlendMode::Lighten => self::compare($words, $source, $part, 1, false),
            BlendMode::Difference => self::compare($words, $source, $part, 2, false),
            default => throw new LogicException("{$mode->value} needs a division."),
        };
    }

    /**
     * αs·αb·B = cs·cb.
     *
     * @param  array<int, int>  $words
     * @param  array<int, int>  $source
     * @return array<int, int>
     */
    private static function multiply(array $words, array $source, int $part): array
    {
        $two = (int) DeepBitmap::TWO_CHANNELS;
        $mask = (int) DeepBitmap::CHANNEL;
        $count = count($source);
        for ($i = 0; $i < $count; $i++) {
            $s = $source[$i];
            $p = $words[$i];
            if (! is_int($s) || ! is_int($p)) {
                break;
            }
            if ($part < self::WHOLE) {
                $s = (($s >> 15 & $two) * $part + self::HALVES >> 15 & $two) << 15 | (($s & $two) * $part + self::HALVES >> 15 & $two);
            }
            if ($s !== 0) {
                $sa = $s & $mask;
                $pa = $p & $mask;
                $alpha = $sa + $pa - ($sa * $pa * self::BY_FULL + self::HALF >> 32);
                $c = $s >> 45;
                $b = $p >> 45;
                $red = $c + $b + (($c * $b - $c * $pa - $b * $sa) * self::BY_FULL + self::HALF >> 32);
                $c = $s >> 30 & $mask;
                $b = $p >> 30 & $mask;
                $green = $c + $b + (($c * $b - $c * $pa - $b * $sa) * self::BY_FULL + self::HALF >> 32);
                $c = $s >> 15 & $mask;
                $b = $p >> 15 & $mask;
                $blue = $c + $b + (($c * $b - $c * $pa - $b * $sa) * self::BY_FULL + self::HALF >> 32);
                // A rounding must not lift a colour above its alpha.
                $words[$i] = ($red < $alpha ? $red : $alpha) << 45 | ($green < $alpha ? $green : $alpha) << 30 | ($blue < $alpha ? $blue : $alpha) << 15 | $alpha;
            }
        }

        return $words;
    }

    /**
     * co = cs + cb less once or twice cs·cb.
     *
     * @param  array<int, int>  $words
     * @param  array<int, int>  $source
     * @param  int  $times  once for screen, twice for exclusion
     * @return array<int, int>
     */
    private static function screen(array $words, array $source, int $part, int $times): array
    {
        $two = (int) DeepBitmap::TWO_CHANNELS;
        $mask = (int) DeepBitmap::CHANNEL;
        $k = $times * self::BY_FULL;
        $count = count($source);
        for ($i = 0; $i < $count; $i++) {
            $s = $source[$i];
            $p = $words[$i];
            if (! is_int($s) || ! is_int($p)) {
                break;
            }
            if ($part < self::WHOLE) {
                $s = (($s >> 15 & $two) * $part + self::HALVES >> 15 & $two) << 15 | (($s & $two) * $part + self::HALVES >> 15 & $two);
            }
            if ($s !== 0) {
                $sa = $s & $mask;
                $pa = $p & $mask;
                $alpha = $sa + $pa - ($sa * $pa * self::BY_FULL + self::HALF >> 32);
                $c = $s >> 45;
                $b = $p >> 45;
                $red = $c + $b + (self::HALF - $c * $b * $k >> 32);
                $c = $s >> 30 & $mask;
                $b = $p >> 30 & $mask;
                $green = $c + $b + (self::HALF - $c * $b * $k >> 32);
                $c = $s >> 15 & $mask;
                $b = $p >> 15 & $mask;
                $blue = $c + $b + (self::HALF - $c * $b * $k >> 32);
                $words[$i] = ($red < $alpha ? $red : $alpha) << 45 | ($green < $alpha ? $green : $alpha) << 30 | ($blue < $alpha ? $blue : $alpha) << 15 | $alpha;
            }
        }

        return $words;
    }

    /**
     * αs·αb·B = 2·cs·cb where the light is at most half, else αs·αb − 2·(αb − cb)·(αs − cs).
     *
     * @param  array<int, int>  $words
     * @param  array<int, int>  $source
     * @param  bool  $ofSource  whether the light is the source's (hard-light) or the backdrop's (overlay)
     * @return array<int, int>
     */
    private static function light(array $words, array $source, int $part, bool $ofSource): array
    {
        $two = (int) DeepBitmap::TWO_CHANNELS;
        $mask = (int) DeepBitmap::CHANNEL;
        $count = count($source);
        for ($i = 0; $i < $count; $i++) {
            $s = $source[$i];
            $p = $words[$i];
            if (! is_int($s) || ! is_int($p)) {
                break;
            }
            if ($part < self::WHOLE) {
                $s = (($s >> 15 & $two) * $part + self::HALVES >> 15 & $two) << 15 | (($s & $two) * $part + self::HALVES >> 15 & $two);
            }
            if ($s !== 0) {
                $sa = $s & $mask;
                $pa = $p & $mask;
                $both = $sa * $pa;
                $alpha = $sa + $pa - ($both * self::BY_FULL + self::HALF >> 32);
                $c = $s >> 45;
                $b = $p >> 45;
                $more = $ofSource ? $sa - 2 * $c : $pa - 2 * $b;
                $more = $more >= 0 ? 2 * $c * $b - $c * $pa - $b * $sa : $c * $pa + $b * $sa - 2 * $c * $b - $both;
                $red = $c + $b + ($more * self::BY_FULL + self::HALF >> 32);
                $c = $s >> 30 & $mask;
                $b = $p >> 30 & $mask;
                $more = $ofSource ? $sa - 2 * $c : $pa - 2 * $b;
                $more = $more >= 0 ? 2 * $c * $b - $c * $pa - $b * $sa : $c * $pa + $b * $sa - 2 * $c * $b - $both;
                $green = $c + $b + ($more * self::BY_FULL + self::HALF >> 32);
                $c = $s >> 15 & $mask;
                $b = $p >> 15 & $mask;
                $more = $ofSource ? $sa - 2 * $c : $pa - 2 * $b;
                $more = $more >= 0 ? 2 * $c * $b - $c * $pa - $b * $sa : $c * $pa + $b * $sa - 2 * $c * $b - $both;
                $blue = $c + $b + ($more * self::BY_FULL + self::HALF >> 32);
                $words[$i] = ($red < $alpha ? $red : $alpha) << 45 | ($green < $alpha ? $green : $alpha) << 30 | ($blue < $alpha ? $blue : $alpha) << 15 | $alpha;
            }
        }

        return $words;
    }

    /**
     * co = cs + cb less once or twice the lesser, or the greater, of cs·αb and cb·αs: what is darker, lighter, or between the two.
     *
     * @param  array<int, int>  $words
     * @param  array<int, int>  $source
     * @param  int  $times  once or twice
     * @param  bool  $isGreater  whether it is the greater that is taken away
     * @return array<int, int>
     */
    private static function compare(array $words, array $source, int $part, int $times, bool $isGreater): array
    {
        $two = (int) DeepBitmap::TWO_CHANNELS;
        $mask = (int) DeepBitmap::CHANNEL;
        $k = $times * self::BY_FULL;
        $count = count($source);
        for ($i = 0; $i < $count; $i++) {
            $s = $source[$i];
            $p = $words[$i];
            if (! is_int($s) || ! is_int($p)) {
                break;
            }
            if ($part < self::WHOLE) {
                $s = (($s >> 15 & $two) * $part + self::HALVES >> 15 & $two) << 15 | (($s & $two) * $part + self::HALVES >> 15 & $two);
            }
            if ($s !== 0) {
                $sa = $s & $mask;
                $pa = $p & $mask;
                $alpha = $sa + $pa - ($sa * $pa * self::BY_FULL + self::HALF >> 32);
                $c = $s >> 45;
                $b = $p >> 45;
                $ofSource = $c * $pa;
                $ofUnder = $b * $sa;
                $red = $c + $b + (self::HALF - (($ofSource > $ofUnder) === $isGreater ? $ofSource : $ofUnder) * $k >> 32);
                $c = $s >> 30 & $mask;
                $b = $p >> 30 & $mask;
                $ofSource = $c * $pa;
                $ofUnder = $b * $sa;
                $green = $c + $b + (self::HALF - (($ofSource > $ofUnder) === $isGreater ? $ofSource : $ofUnder) * $k >> 32);
                $c = $s >> 15 & $mask;
                $b = $p >> 15 & $mask;
                $ofSource = $c * $pa;
                $ofUnder = $b * $sa;
                $blue = $c + $b + (self::HALF - (($ofSource > $ofUnder) === $isGreater ? $ofSource : $ofUnder) * $k >> 32);
                $words[$i] = ($red < $alpha ? $red : $alpha) << 45 | ($green < $alpha ? $green : $alpha) << 30 | ($blue < $alpha ? $blue : $alpha) << 15 | $alpha;
            }
        }

        return $words;
    }
}
