<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\ChannelBlend;
use Yarrowfog\Core\Raster\DeepBitmap;

use function is_int;

/**
 * Lays one layer over another, word by word (see DeepBitmap): source-over with opacity and
 * blending (W3C Compositing and Blending Level 1, sections 5 and 10).
 */
final class LayerBlend
{
    // Numbers of DeepBitmap, written out: those of another class are looked up at each pixel (docs/notes/jit.md, 12).
    private const TWO = 32767 << 30 | 32767;

    private const CHANNEL = 32767;

    private const FULL = 32640;

    private const HALVES = 16384 << 30 | 16384;

    /** Part of a layer's opacity that is all of it. */
    private const WHOLE = 32768;

    private const BY_255 = 16843009;

    private const HALF = 1 << 31;

    /**
     * @param  array<int, int>  $under  words
     * @param  array<int, int>  $source  words, as many
     * @param  float  $opacity  0–1
     * @return array<int, int>
     */
    public static function over(array $under, array $source, float $opacity, BlendMode $mode): array
    {
        $part = (int) round($opacity * self::WHOLE);

        return match (true) {
            $part <= 0 => $under,
            $mode === BlendMode::Normal => self::normal($under, $source, $part),
            PremultipliedBlend::has($mode) => PremultipliedBlend::over($under, $source, $part, $mode),
            $mode === BlendMode::SoftLight => SoftLight::over(self::normal($under, $source, $part), $under, $source, $part / self::WHOLE),
            default => self::blended($under, $source, $part, $mode),
        };
    }

    /** One word over another, as `over` lays many. */
    public static function word(int $under, int $source): int
    {
        $a = $source & self::CHANNEL;
        if ($a === self::FULL || $under === 0) {
            return $source;
        }
        $b = self::WHOLE - $a - ($a * self::BY_255 + self::HALF >> 32);

        return $source + ((($under >> 15 & self::TWO) * $b + self::HALVES >> 15 & self::TWO) << 15 | (($under & self::TWO) * $b + self::HALVES >> 15 & self::TWO));
    }

    /**
     * A layer at part of its opacity.
     *
     * @param  array<int, int>  $words
     * @param  float  $opacity  0–1
     * @return array<int, int>
     */
    public static function fade(array $words, float $opacity): array
    {
        return $opacity >= 1.0 ? $words : self::normal(array_fill(0, count($words), 0), $words, (int) round($opacity * self::WHOLE));
    }

    /**
     * @param  array<int, int>  $words
     * @param  array<int, int>  $source
     * @param  int  $part  of 32768
     * @return array<int, int>
     */
    private static function normal(array $words, array $source, int $part): array
    {
        $count = count($source);
        for ($i = 0; $i < $count; $i++) {
            $s = $source[$i];
            if (! is_int($s)) {
                break;
            }
            if ($s !== 0) {
                $redBlue = $s >> 15 & self::TWO;
                $greenAlpha = $s & self::TWO;
                if ($part < self::WHOLE) {
                    $redBlue = $redBlue * $part + self::HALVES >> 15 & self::TWO;
                    $greenAlpha = $greenAlpha * $part + self::HALVES >> 15 & self::TWO;
                }
                $a = $greenAlpha & self::CHANNEL;
                $p = $words[$i];
                if (! is_int($p)) {
                    break;
                }
                if ($a < self::FULL && $p !== 0) {
                    // 32640 is full for alpha, 32768 for a share.
                    $b = self::WHOLE - $a - ($a * self::BY_255 + self::HALF >> 32);
                    $redBlue += ($p >> 15 & self::TWO) * $b + self::HALVES >> 15 & self::TWO;
                    $greenAlpha += ($p & self::TWO) * $b + self::HALVES >> 15 & self::TWO;
                }
                $words[$i] = $redBlue << 15 | $greenAlpha;
            }
        }

        return $words;
    }

    /**
     * co = cs·αs·(1 − αb) + cb·αb·(1 − αs) + αs·αb·B(cb, cs), of the pixels where both hold paint; the others are laid over.
     *
     * @param  array<int, int>  $words
     * @param  array<int, int>  $source
     * @param  int  $part  of 32768
     * @return array<int, int>
     */
    private static function blended(array $words, array $source, int $part, BlendMode $mode): array
    {
        $places = [];
        $below = [];
        $above = [];
        $count = count($source);
        for ($i = 0; $i < $count; $i++) {
            $s = $source[$i];
            $p = $words[$i];
            if (! is_int($s) || ! is_int($p)) {
                break;
            }
            $sa = $s & self::CHANNEL;
            $pa = $p & self::CHANNEL;
            if ($sa > 0 && $pa > 0) {
                $places[] = $i;
                $k = 1.0 / $sa;
                $above[] = ($s >> 45) * $k;
                $above[] = ($s >> 30 & self::CHANNEL) * $k;
                $above[] = ($s >> 15 & self::CHANNEL) * $k;
                $k = 1.0 / $pa;
                $below[] = ($p >> 45) * $k;
                $below[] = ($p >> 30 & self::CHANNEL) * $k;
                $below[] = ($p >> 15 & self::CHANNEL) * $k;
            }
        }
        $mixed = ChannelBlend::of($mode, $below, $above);
        $out = self::normal($words, $source, $part);
        $opacity = $part / self::WHOLE;
        $full = (float) self::FULL;
        $j = 0;
        foreach ($places as $i) {
            $as = ($source[$i] & self::CHANNEL) * $opacity / $full;
            $ab = ($words[$i] & self::CHANNEL) / $full;
            $ofSource = $as * (1.0 - $ab) * $full;
            $ofUnder = $ab * (1.0 - $as) * $full;
            $ofBoth = $as * $ab * $full;
            $alpha = (int) (($as + $ab * (1.0 - $as)) * $full + 0.5);
            $red = (int) ($ofSource * $above[$j] + $ofUnder * $below[$j] + $ofBoth * $mixed[$j] + 0.5);
            $green = (int) ($ofSource * $above[$j + 1] + $ofUnder * $below[$j + 1] + $ofBoth * $mixed[$j + 1] + 0.5);
            $blue = (int) ($ofSource * $above[$j + 2] + $ofUnder * $below[$j + 2] + $ofBoth * $mixed[$j + 2] + 0.5);
            $j += 3;
            $out[$i] = ($red < $alpha ? $red : $alpha) << 45 | ($green < $alpha ? $green : $alpha) << 30 | ($blue < $alpha ? $blue : $alpha) << 15 | $alpha;
        }

        return $out;
    }

    /**
     * Straight colours at full alpha; nothing stays nothing.
     *
     * @param  array<int, int>  $words
     * @return array<int, int>
     */
    public static function opaque(array $words): array
    {
        foreach ($words as $i => $w) {
            $a = $w & self::CHANNEL;
            if ($a > 0 && $a < self::FULL) {
                $half = $a >> 1;
                $words[$i] = intdiv(($w >> 45) * self::FULL + $half, $a) << 45
                    | intdiv(($w >> 30 & self::CHANNEL) * self::FULL + $half, $a) << 30
                    | intdiv(($w >> 15 & self::CHANNEL) * self::FULL + $half, $a) << 15
                    | self::FULL;
            }
        }

        return $words;
    }

    /**
     * The colours of opaque words at the alpha of others; where the opaque one is as it was, or gone, the other stays as it is.
     *
     * @param  array<int, int>  $words  whose alpha is kept
     * @param  array<int, int>  $before  those words, opaque
     * @param  array<int, int>  $after  what became of them
     * @return array<int, int>
     */
    public static function withAlphaOf(array $words, array $before, array $after): array
    {
        foreach ($words as $i => $w) {
            $a = $w & self::CHANNEL;
            $c = $after[$i];
            if ($a > 0 && $c !== 0 && $c !== $before[$i]) {
                $k = $a * self::BY_255;
                $words[$i] = self::share($c >> 45, $k) << 45 | self::share($c >> 30 & self::CHANNEL, $k) << 30 | self::share($c >> 15 & self::CHANNEL, $k) << 15 | $a;
            }
        }

        return $words;
    }

    /** channel · alpha / 32640, where `$k` is alpha / 255 in 1 / 2³². */
    private static function share(int $channel, int $k): int
    {
        return $channel * $k + (self::HALF << 7) >> 39;
    }
}
