<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Paint\Tile\StrokeLayer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

use function is_int;

/**
 * Lays a stroke over what is on the sheet, on premultiplied colours: source-over, blended
 * or not, and destination-out for an eraser (W3C Compositing and Blending Level 1,
 * sections 5, 9.1.4 and 9.1.9, after Porter and Duff, 1984).
 *
 * Two channels of a word are 30 bits apart, as far as one of 15 bits times a share of 15
 * bits reaches: a multiplication does for both.
 */
final class Compositor
{
    /** Half a unit in both lanes, before they are divided by 32768. */
    private const HALVES = 16384 << 30 | 16384;

    /**
     * @param  DeepBitmap  $under  the sheet inside `$area`
     * @param  Rect  $area  on the sheet
     * @param  StrokeLayer  ...$strokes  from the lowest to the topmost
     */
    public static function over(DeepBitmap $under, Rect $area, StrokeLayer ...$strokes): DeepBitmap
    {
        $words = $under->words;
        foreach ($strokes as $stroke) {
            $words = self::stroke(self::release($words), $stroke, $area, [], $area);
        }

        return new DeepBitmap($under->width, $under->height, $words);
    }

    /**
     * Lays one stroke into a layer.
     *
     * @param  DeepBitmap  $under  the layer inside `$area`
     * @param  Rect  $area  on the sheet
     * @param  DeepBitmap|null  $beneath  all that is shown under the layer there, for a stroke that blends with it
     * @param  bool  $keepsAlpha  whether it is laid only where there is paint (source-atop); nothing is erased then
     * @param  Rect|null  $within  a part of the area outside of which the stroke covers nothing
     */
    public static function lay(DeepBitmap $under, Rect $area, StrokeLayer $stroke, ?DeepBitmap $beneath = null, bool $keepsAlpha = false, ?Rect $within = null): DeepBitmap
    {
        $beneath = $beneath === null || $stroke->blendMode() === BlendMode::Normal ? [] : $beneath->words;
        if (! $keepsAlpha) {
            return new DeepBitmap($under->width, $under->height, self::stroke($under->words, $stroke, $area, $beneath, $within ?? $area));
        }
        if ($stroke->effect() === Effect::Erases) {
            return $under;
        }
        $before = LayerBlend::opaque($under->words);
        $after = $stroke->effect() === Effect::Replaces
            ? LayerBlend::opaque(self::stroke($under->words, $stroke, $area, [], $within ?? $area))
            : self::stroke($before, $stroke, $area, $beneath, $within ?? $area);

        return new DeepBitmap($under->width, $under->height, LayerBlend::withAlphaOf($under->words, $before, $after));
    }

    /**
     * @param  array<int, int>  $words
     * @param  array<int, int>  $beneath  what is shown under them, as many; empty for nothing
     * @return array<int, int>
     */
    private static function stroke(array $words, StrokeLayer $stroke, Rect $area, array $beneath, Rect $within): array
    {
        $side = (int) StrokeBuffer::SIDE;
        foreach (StrokeBuffer::keysUnder($within->intersect($stroke->bounds())) as $key) {
            $tile = $stroke->tile($key);
            if ($tile === null || $tile === []) {
                continue;
            }
            $tileArea = StrokeBuffer::area($key);
            $part = $within->intersect($tileArea);
            $to = ($part->y - $area->y) * $area->width + $part->x - $area->x;
            $from = ($part->y - $tileArea->y) * $side + $part->x - $tileArea->x;
            $words = match ($stroke->effect()) {
                Effect::Erases => self::erase(self::release($words), $to, $area->width, $tile, $from, $part->width, $part->height, $stroke->colour() === null ? 45 : 0),
                Effect::Replaces => self::replace(self::release($words), $to, $area->width, $tile, $from, $part->width, $part->height),
                Effect::Covers => self::cover(self::release($words), $to, $area->width, $tile, $from, $part->width, $part->height, $stroke->blendMode()),
                Effect::Paints => $stroke->blendMode() === BlendMode::Normal
                    ? self::part(self::release($words), $to, $area->width, $tile, $from, $part->width, $part->height, $stroke->colour())
                    : self::blend(self::release($words), $to, $area->width, $tile, $from, $part->width, $part->height, $stroke->colour(), $stroke->blendMode(), $beneath),
            };
        }

        return $words;
    }

    /**
     * Hands the words over, so that only one variable holds them and writing copies nothing.
     *
     * @param  array<int, int>  $words
     * @return array<int, int>
     */
    private static function release(array &$words): array
    {
        $released = $words;
        $words = [];

        return $released;
    }

    /**
     * Source-over: both colour and alpha become s · c + b · (1 − c).
     *
     * @param  array<int, int>  $words
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function part(array $words, int $to, int $stride, array $tile, int $from, int $width, int $height, ?int $colour): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $two = (int) DeepBitmap::TWO_CHANNELS;
        $full = (int) DeepBitmap::FULL;
        $many = $colour === null;
        $redBlue = ($colour ?? 0) >> 16 << 37 | (($colour ?? 0) & 255) << 7;
        $greenAlpha = (($colour ?? 0) >> 8 & 255) << 37 | $full;
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $stride;
            $i = $from + $row * $side;
            for ($n = 0; $n < $width; $n++) {
                $c = $tile[$i];
                if (! is_int($c)) {
                    return $words;
                }
                if ($c > 0) {
                    if ($many) {
                        $redBlue = $c & $two;
                        $greenAlpha = ($c >> 15 & 32767) << 30 | $full;
                        $c >>= 45;
                    }
                    $p = $words[$j];
                    if (! is_int($p)) {
                        return $words;
                    }
                    $k = $c + 1 >> 1;
                    $b = 32768 - $k;
                    $words[$j] = (($p >> 15 & $two) * $b + $redBlue * $k + self::HALVES >> 15 & $two) << 15
                        | (($p & $two) * $b + $greenAlpha * $k + self::HALVES >> 15 & $two);
                }
                $i++;
                $j++;
            }
        }

        return $words;
    }

    /**
     * Destination-out: both colour and alpha become b · (1 − c).
     *
     * @param  array<int, int>  $words
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function erase(array $words, int $to, int $stride, array $tile, int $from, int $width, int $height, int $shift): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $two = (int) DeepBitmap::TWO_CHANNELS;
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $stride;
            $i = $from + $row * $side;
            for ($n = 0; $n < $width; $n++) {
                $c = $tile[$i] >> $shift;
                $p = $words[$j];
                if ($c > 0 && $p > 0) {
                    $b = 32768 - ($c + 1 >> 1);
                    $words[$j] = (($p >> 15 & $two) * $b + self::HALVES >> 15 & $two) << 15 | (($p & $two) * $b + self::HALVES >> 15 & $two);
                }
                $i++;
                $j++;
            }
        }

        return $words;
    }

    /**
     * @param  array<int, int>  $words
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function cover(array $words, int $to, int $stride, array $tile, int $from, int $width, int $height, BlendMode $mode): array
    {
        $side = (int) StrokeBuffer::SIDE;
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $stride;
            foreach (LayerBlend::over(array_slice($words, $j, $width), array_slice($tile, $from + $row * $side, $width), 1.0, $mode) as $word) {
                $words[$j++] = $word;
            }
        }

        return $words;
    }

    /**
     * @param  array<int, int>  $words
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function replace(array $words, int $to, int $stride, array $tile, int $from, int $width, int $height): array
    {
        $side = (int) StrokeBuffer::SIDE;
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $stride;
            $i = $from + $row * $side;
            for ($n = 0; $n < $width; $n++) {
                if ($tile[$i] >= 0) {
                    $words[$j] = $tile[$i];
                }
                $i++;
                $j++;
            }
        }

        return $words;
    }

    /**
     * A colour that blends with what is shown: cs = (1 − αb)·cs + αb·B(cb, cs), and then source-over. With nothing beneath what is shown is
     * the layer, and both are one formula.
     *
     * @param  array<int, int>  $words
     * @param  array<int, int>  $tile
     * @param  array<int, int>  $beneath
     * @return array<int, int>
     */
    private static function blend(array $words, int $to, int $stride, array $tile, int $from, int $width, int $height, ?int $colour, BlendMode $mode, array $beneath): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $full = (int) DeepBitmap::FULL;
        $normal = BlendMode::Normal;
        $source = $colour === null ? 0 : DeepBitmap::word($colour << 8 | 255);
        for ($row = 0; $row < $height; $row++) {
            $j = $to + $row * $stride;
            $i = $from + $row * $side;
            for ($n = 0; $n < $width; $n++) {
                $c = $tile[$i];
                if ($c > 0) {
                    if ($colour === null) {
                        $source = ($c & (1 << 45) - 1) << 15 | $full;
                        $c >>= 45;
                    }
                    if ($beneath !== [] && $beneath[$j] !== 0) {
                        $shown = LayerBlend::word($beneath[$j], $words[$j]);
                        $words[$j] = self::pixel($words[$j], self::pixel($shown, $source, 1.0, $mode), $c / 65535, $normal);
                    } else {
                        $words[$j] = self::pixel($words[$j], $source, $c / 65535, $mode);
                    }
                }
                $i++;
                $j++;
            }
        }

        return $words;
    }

    /**
     * One pixel, source-over with blending: cs · αs · (1 − αb) + cb · αb · (1 − αs) + αs · αb · B(cb, cs).
     *
     * @param  int  $under  a word (see DeepBitmap)
     * @param  int  $source  a word of full alpha
     * @param  float  $as  0–1
     */
    public static function pixel(int $under, int $source, float $as, BlendMode $mode): int
    {
        $mask = (int) DeepBitmap::CHANNEL;
        $full = (int) DeepBitmap::FULL;
        $ab = ($under & $mask) / $full;
        $inverse = 1.0 / max(1, $under & $mask);
        $cb = [($under >> 45) * $inverse, ($under >> 30 & $mask) * $inverse, ($under >> 15 & $mask) * $inverse];
        $cs = [($source >> 45) / $full, ($source >> 30 & $mask) / $full, ($source >> 15 & $mask) / $full];
        $alpha = (int) (($as + $ab * (1.0 - $as)) * $full + 0.5);
        $mixed = $ab > 0.0 ? $mode->colour($cb, $cs) : $cs;
        $ofSource = $as * (1.0 - $ab);
        $ofUnder = $ab * (1.0 - $as);
        $ofBoth = $as * $ab;
        $red = (int) (max(0.0, $ofSource * $cs[0] + $ofUnder * $cb[0] + $ofBoth * $mixed[0]) * $full + 0.5);
        $green = (int) (max(0.0, $ofSource * $cs[1] + $ofUnder * $cb[1] + $ofBoth * $mixed[1]) * $full + 0.5);
        $blue = (int) (max(0.0, $ofSource * $cs[2] + $ofUnder * $cb[2] + $ofBoth * $mixed[2]) * $full + 0.5);

        return ($red < $alpha ? $red : $alpha) << 45 | ($green < $alpha ? $green : $alpha) << 30 | ($blue < $alpha ? $blue : $alpha) << 15 | $alpha;
    }
}
