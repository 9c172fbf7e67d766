<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Raster\Bitmap;

/**
 * Where somebody would look first in a picture, without having pointed at anything.
 *
 * What lies along the edges of a picture is most likely ground (Wei et al., "Geodesic Saliency Using Background Priors", 2012). The less
 * likely the colours of a patch are among those, and the nearer it lies to the middle, the more it stands out.
 */
final class StandsOut
{
    /** Part of the shorter side that counts as edge. */
    private const EDGE = 0.06;

    /** Rounds in which patches are made like their neighbours. */
    private const CALM = 3;

    /** Most that a patch is unlike the ground, as a natural logarithm. */
    private const MOST = 14.0;

    /** Part of the largest piece below which a piece is not looked at. */
    private const PIECE = 0.15;

    /** Part of the sides by which the box is wider. */
    private const AROUND = 0.04;

    /** Part of the picture that a thing fills at least, and at most. */
    private const FILLS = [0.004, 0.8];

    /** @return list<array{float, float}> two corners of a box around it, as fractions of width and height; empty where nothing stands out */
    public static function box(Bitmap $in): array
    {
        $graph = PatchGraph::rough($in);
        $patches = $graph->patches;
        [$width, $height] = [$graph->picture->width, $graph->picture->height];
        $unlike = self::calm($graph, self::unlike($graph));
        foreach ($unlike as $k => $value) {
            $place = (($patches->x[$k] / $width - 0.5) ** 2 + ($patches->y[$k] / $height - 0.5) ** 2) / 0.18;
            $unlike[$k] = $value * exp(-$place);
        }
        $least = self::threshold($unlike, $patches->sizes);
        $is = array_map(fn (float $value): int => $value > $least ? 1 : 0, $unlike);
        [$left, $top, $right, $bottom] = [$width, $height, 0, 0];
        $named = self::pieces($graph, $is);
        foreach ($patches->patches as $i => $k) {
            if ($named[$k] === 1) {
                $x = $i % $width;
                $y = intdiv($i, $width);
                $left = min($left, $x);
                $right = max($right, $x + 1);
                $top = min($top, $y);
                $bottom = max($bottom, $y + 1);
            }
        }
        $fills = max(0, $right - $left) * max(0, $bottom - $top) / ($width * $height);
        if ($fills < self::FILLS[0] || $fills > self::FILLS[1]) {
            return [];
        }
        $corner = fn (float $x, float $y): array => [round(max(0.0, min(1.0, $x)), 4), round(max(0.0, min(1.0, $y)), 4)];

        return [$corner($left / $width - self::AROUND, $top / $height - self::AROUND), $corner($right / $width + self::AROUND, $bottom / $height + self::AROUND)];
    }

    /** @return array<int, float> for each patch how unlikely its pixels are among those of the edges, on average */
    private static function unlike(PatchGraph $graph): array
    {
        $palette = $graph->palette;
        [$width, $height] = [$graph->picture->width, $graph->picture->height];
        $margin = max(2, (int) (self::EDGE * min($width, $height)));
        $edge = $palette->none();
        foreach ($palette->colours as $i => $colour) {
            $x = $i % $width;
            $y = intdiv($i, $width);
            if ($x < $margin || $y < $margin || $x >= $width - $margin || $y >= $height - $margin) {
                $edge[$colour] += 1.0;
            }
        }
        $likely = ColourModel::of($palette, $edge)->all($palette);
        // As likely as most of the ground counts as no more than ground.
        $usual = Models::quantile($likely, $edge, 0.25);
        $unlike = array_fill(0, $graph->patches->count, 0.0);
        foreach ($graph->patches->patches as $i => $k) {
            $unlike[$k] += max(0.0, min(self::MOST, $usual - $likely[$palette->colours[$i]]));
        }
        foreach ($unlike as $k => $sum) {
            $unlike[$k] = $sum / $graph->patches->sizes[$k];
        }

        return $unlike;
    }

    /**
     * @param  array<int, float>  $values
     * @return array<int, float>
     */
    private static function calm(PatchGraph $graph, array $values): array
    {
        for ($round = 0; $round < self::CALM; $round++) {
            $next = [];
            foreach ($values as $k => $value) {
                $sum = 2 * $value;
                foreach ($graph->beside[$k] as [$other]) {
                    $sum += $values[$other];
                }
                $next[] = $sum / (2 + count($graph->beside[$k]));
            }
            $values = $next;
        }

        return $values;
    }

    /**
     * The value that parts two groups best: Otsu, "A Threshold Selection Method from Gray-Level Histograms", 1979.
     *
     * @param  array<int, float>  $values
     * @param  array<int, int>  $sizes
     */
    private static function threshold(array $values, array $sizes): float
    {
        asort($values);
        $all = $sum = 0.0;
        foreach ($values as $k => $value) {
            $all += $sizes[$k];
            $sum += $sizes[$k] * $value;
        }
        $best = $threshold = $below = $belowSum = 0.0;
        foreach ($values as $k => $value) {
            $below += $sizes[$k];
            $belowSum += $sizes[$k] * $value;
            if ($below >= $all) {
                break;
            }
            $between = $below * ($all - $below) * ($belowSum / $below - ($sum - $belowSum) / ($all - $below)) ** 2;
            if ($between > $best) {
                $best = $between;
                $threshold = $value;
            }
        }

        return $threshold;
    }

    /**
     * Those that hang together and are no crumbs.
     *
     * @param  array<int, int>  $is
     * @return array<int, int>
     */
    private static function pieces(PatchGraph $graph, array $is): array
    {
        $seen = array_fill(0, count($is), false);
        $pieces = [];
        foreach ($is as $start => $in) {
            if ($in === 0 || $seen[$start]) {
                continue;
            }
            $seen[$start] = true;
            $piece = [$start];
            $size = 0;
            for ($n = 0; $n < count($piece); $n++) {
                $size += $graph->patches->sizes[$piece[$n]];
                foreach ($graph->beside[$piece[$n]] as [$other]) {
                    if ($is[$other] === 1 && ! $seen[$other]) {
                        $seen[$other] = true;
                        $piece[] = $other;
                    }
                }
            }
            $pieces[] = [$size, $piece];
        }
        $largest = $pieces === [] ? 0 : max(array_column($pieces, 0));
        $kept = array_fill(0, count($is), 0);
        foreach ($pieces as [$size, $piece]) {
            foreach ($size >= self::PIECE * $largest ? $piece : [] as $k) {
                $kept[$k] = 1;
            }
        }

        return $kept;
    }
}
