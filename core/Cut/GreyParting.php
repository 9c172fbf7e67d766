<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Steps\GreyMix;
use Yarrowfog\Core\Raster\Bitmap;

/**
 * A grey mix that keeps the main colours of a picture apart: colours that differ to the eye are to differ as much in grey.
 *
 * Gooch et al., "Color2Gray", 2005: the difference of two greys is to be that of their colours, with the sign of the difference in
 * lightness, or, of colours as light as one another, of that along the axis on which they lie apart most. A mix is linear in its six
 * weights, so that the best is found by least squares.
 */
final readonly class GreyParting
{
    /** Colours that are compared, the most usual ones, and bits of a channel in which they are told apart. */
    private const COLOURS = 48;

    private const BITS = 4;

    /** Alpha of a pixel that counts. */
    private const THERE = 128;

    /** How much a weight is held where it is for luma, against all pairs together: hues that are not there stay as they are. */
    private const HELD = 0.02;

    /** Least and most of a weight. */
    private const LEAST = -0.3;

    private const MOST = 1.4;

    /** Part of the difference in colour that must be one of lightness, to give the sign. */
    private const LIGHTER = 0.4;

    /**
     * @param  array<string, float>  $weights  of the six hues, by their keys in the step
     * @param  float  $before  0–1 and more: mean difference of greys by luma against that of the colours
     * @param  float  $after  the same by these weights
     */
    private function __construct(public array $weights, public float $before, public float $after)
    {
    }

    /** Null where there is but one colour, or none. */
    public static function of(Bitmap $in): ?self
    {
        $colours = self::colours($in);
        if (count($colours) < 2) {
            return null;
        }
        $usual = array_values(GreyMix::HUES);
        $pairs = self::pairs($colours);
        $weights = self::solve($pairs, $usual);
        [$before, $after] = [self::apart($pairs, $usual), self::apart($pairs, $weights)];

        return new self(array_combine(array_keys(GreyMix::HUES), array_map(fn (float $w): float => round($w, 2), $weights)), $before, $after);
    }

    /** @return list<array{float, Oklab, float, array<int, float>}> how much there is of each colour, what it is to the eye, its least channel 0–1, and what each hue adds */
    private static function colours(Bitmap $in): array
    {
        $n = $r = $g = $b = [];
        $shift = 8 - self::BITS;
        foreach ($in->pixels as $p) {
            if (($p & 255) < self::THERE) {
                continue;
            }
            $key = ($p >> 24 >> $shift) << 8 | ($p >> 16 & 255) >> $shift << 4 | ($p >> 8 & 255) >> $shift;
            $n[$key] = ($n[$key] ?? 0) + 1;
            $r[$key] = ($r[$key] ?? 0) + ($p >> 24);
            $g[$key] = ($g[$key] ?? 0) + ($p >> 16 & 255);
            $b[$key] = ($b[$key] ?? 0) + ($p >> 8 & 255);
        }
        arsort($n);
        $out = [];
        foreach (array_slice($n, 0, self::COLOURS, true) as $key => $count) {
            $mean = new Srgb((int) round($r[$key] / $count), (int) round($g[$key] / $count), (int) round($b[$key] / $count));
            [$least, $parts] = GreyMix::parts($mean);
            $out[] = [(float) $count, Oklab::fromSrgb($mean), $least, $parts];
        }

        return $out;
    }

    /**
     * @param  list<array{float, Oklab, float, array<int, float>}>  $colours
     * @return list<array{float, float, float, array<int, float>}> of each pair: how much it counts, the difference that is wanted, that of the least channels, and what each hue adds to it
     */
    private static function pairs(array $colours): array
    {
        [$u, $v] = self::axis($colours);
        $pairs = [];
        foreach ($colours as $i => [$n, $one, $least, $parts]) {
            for ($j = 0; $j < $i; $j++) {
                [$m, $other, $otherLeast, $otherParts] = $colours[$j];
                $far = $one->differenceTo($other);
                $lighter = $one->l - $other->l;
                $along = $u * ($one->a - $other->a) + $v * ($one->b - $other->b);
                $sign = abs($lighter) >= self::LIGHTER * $far ? $lighter : $along;
                $pairs[] = [sqrt($n * $m), $sign < 0 ? -$far : $far, $least - $otherLeast, array_map(fn (float $a, float $b): float => $a - $b, $parts, $otherParts)];
            }
        }

        return $pairs;
    }

    /**
     * The direction in which hues lie apart most; yellow and red are light.
     *
     * @param  list<array{float, Oklab, float, array<int, float>}>  $colours
     * @return array{float, float}
     */
    private static function axis(array $colours): array
    {
        $n = $a = $b = 0.0;
        foreach ($colours as [$count, $colour]) {
            $n += $count;
            $a += $count * $colour->a;
            $b += $count * $colour->b;
        }
        $aa = $bb = $ab = 0.0;
        foreach ($colours as [$count, $colour]) {
            $aa += $count * ($colour->a - $a / $n) ** 2;
            $bb += $count * ($colour->b - $b / $n) ** 2;
            $ab += $count * ($colour->a - $a / $n) * ($colour->b - $b / $n);
        }
        $angle = 0.5 * atan2(2 * $ab, $aa - $bb);
        [$u, $v] = [cos($angle), sin($angle)];

        return $u + $v < 0 ? [-$u, -$v] : [$u, $v];
    }

    /**
     * @param  list<array{float, float, float, array<int, float>}>  $pairs
     * @param  list<float>  $usual
     * @return list<float>
     */
    private static function solve(array $pairs, array $usual): array
    {
        $count = count($usual);
        $matrix = array_fill(0, $count, array_fill(0, $count, 0.0));
        $right = array_fill(0, $count, 0.0);
        $all = 0.0;
        foreach ($pairs as [$weight, $wanted, $least, $parts]) {
            $all += $weight;
            foreach ($parts as $i => $p) {
                $right[$i] += $weight * $p * ($wanted - $least);
                foreach ($parts as $j => $q) {
                    $matrix[$i][$j] += $weight * $p * $q;
                }
            }
        }
        foreach ($usual as $i => $w) {
            $matrix[$i][$i] += self::HELD * $all;
            $right[$i] += self::HELD * $all * $w;
        }

        return array_map(fn (float $w): float => max(self::LEAST, min(self::MOST, $w)), self::eliminate($matrix, $right));
    }

    /**
     * Gauss, without exchanging rows: the matrix is symmetric and positive.
     *
     * @param  array<int, array<int, float>>  $matrix
     * @param  array<int, float>  $right
     * @return list<float>
     */
    private static function eliminate(array $matrix, array $right): array
    {
        $count = count($right);
        for ($i = 0; $i < $count; $i++) {
            for ($k = $i + 1; $k < $count; $k++) {
                $factor = $matrix[$k][$i] / $matrix[$i][$i];
                for ($j = $i; $j < $count; $j++) {
                    $matrix[$k][$j] -= $factor * $matrix[$i][$j];
                }
                $right[$k] -= $factor * $right[$i];
            }
        }
        $out = array_fill(0, $count, 0.0);
        for ($i = $count - 1; $i >= 0; $i--) {
            $sum = $right[$i];
            for ($j = $i + 1; $j < $count; $j++) {
                $sum -= $matrix[$i][$j] * $out[$j];
            }
            $out[$i] = $sum / $matrix[$i][$i];
        }

        return array_values($out);
    }

    /**
     * @param  list<array{float, float, float, array<int, float>}>  $pairs
     * @param  list<float>  $weights
     */
    private static function apart(array $pairs, array $weights): float
    {
        $greys = $wanted = 0.0;
        foreach ($pairs as [$count, $far, $least, $parts]) {
            $grey = $least;
            foreach ($parts as $i => $p) {
                $grey += $p * $weights[$i];
            }
            $greys += $count * min(abs($grey), abs($far));
            $wanted += $count * abs($far);
        }

        return $wanted <= 0.0 ? 1.0 : $greys / $wanted;
    }
}
