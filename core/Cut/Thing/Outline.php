<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Runs;

/** The thing pixel by pixel in the small picture: near the border of its patches each pixel is asked for itself. */
final class Outline
{
    /** px on both sides of the border of patches in which pixels are parted one by one. */
    private const BAND = 5;

    /** Rounds in which colours are learned from the pixels that were parted, and part of the thing that must have changed for another one. */
    private const ROUNDS = 4;

    private const CHANGED = 0.04;

    /** What colours that the ground has too say of the thing, at least. */
    private const LITTLE = 0.05;

    /** What a shadow costs beside the thing that throws it, in parts of what it costs anywhere. */
    private const SHADOWS = 0.5;

    /** Squared difference of a px from its patch, in 1,024ths, at which marks nearby say half as much of it. */
    private const UNLIKE = 250.0;

    /** What a px of border costs where the picture has no edge, against one px of the wrong side by a factor of e. */
    private const BORDER = 5.0;

    /** Columns from a px to its eight neighbours: first those of which each pair is met once. */
    private const SIDEWAYS = [1, 0, 1, -1, -1, 0, -1, 1];

    private const FORWARD = 4;

    /** How long a border with each of them is. */
    private const NEARNESS = [1.0, 1.0, M_SQRT1_2, M_SQRT1_2, 1.0, 1.0, M_SQRT1_2, M_SQRT1_2];

    /** From where on a px is so much likelier to be on the other side that it is asked for, too. */
    private const STRAY = 2.0;

    /** Part of the largest piece below which a piece is none of its own, where only an area was given. */
    private const PIECE = 0.05;

    /**
     * @param  array<int, int>  $said  of each pixel
     * @return array{array<int, int>, array<int, float>} 1 for each pixel of it; and for each colour how much likelier it is the thing, learned anew
     */
    public static function of(PatchGraph $graph, FoundPatches $found, Marks $marks, array $said): array
    {
        $picture = $graph->picture;
        $inside = $graph->patches->patches;
        $is = $found->is;
        foreach ($inside as $i => $patch) {
            $inside[$i] = $is[$patch];
        }
        $rather = $found->rather;
        $lean = self::lean($graph, $found->lean);
        $marked = $graph->marked($said);
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $before = $inside;
            $inside = self::part($graph, $inside, $rather, $lean, $said);
            $changed = 0;
            $this_ = $not = $graph->palette->none();
            foreach ($inside as $i => $in) {
                $changed += $in ^ $before[$i];
                if ($in === 1) {
                    $this_[$graph->palette->colours[$i]] += 1.0;
                } else {
                    $not[$graph->palette->colours[$i]] += 1.0;
                }
            }
            if ($changed <= self::CHANGED * array_sum($this_)) {
                break;
            }
            $rather = Models::compare($graph->palette, $this_, $not, $marked, self::LITTLE, self::SHADOWS);
        }

        return [self::pieces($inside, $picture->width, $picture->height, $said, $marks), $rather];
    }

    /**
     * @param  array<int, int>  $inside
     * @param  array<int, float>  $rather  of each colour
     * @param  array<int, float>  $lean  of each pixel
     * @param  array<int, int>  $said
     * @return array<int, int>
     */
    private static function part(PatchGraph $graph, array $inside, array $rather, array $lean, array $said): array
    {
        $picture = $graph->picture;
        $width = $picture->width;
        $colours = $graph->palette->colours;
        $near = self::near($graph, $inside, $rather, $lean, $said, $width, $picture->height);
        $node = array_fill(0, count($inside), -1);
        $pixels = [];
        $all = count($inside);
        foreach (array_keys($near) as $i) {
            if ($i >= 0 && $i < $all) {
                $node[$i] = count($pixels);
                $pixels[] = $i;
            }
        }
        $cut = new MinimumCut(count($pixels));
        $ties = [];
        $last = count($graph->weights) - 1;
        $full = ThingFinder::PARTS * self::BORDER;
        [$ls, $as, $bs] = [$picture->l, $picture->a, $picture->b];
        $weights = $graph->weights;
        $steps = [1, $width, $width + 1, $width - 1, -1, -$width, -$width - 1, 1 - $width];
        foreach ($pixels as $n => $i) {
            $x = $i % $width;
            $tie = match (true) {
                $said[$i] === Marks::THIS => ThingFinder::SAID,
                $said[$i] === Marks::NOT_THIS || $picture->there[$i] === 0 => -ThingFinder::SAID,
                default => (int) (ThingFinder::PARTS * ($rather[$colours[$i]] + $lean[$i])),
            };
            for ($k = 0; $k < 8; $k++) {
                $column = $x + self::SIDEWAYS[$k];
                $j = $i + $steps[$k];
                if ($column < 0 || $column >= $width || $j < 0 || $j >= $all) {
                    continue;
                }
                $other = $node[$j];
                if ($other >= 0 && $k >= self::FORWARD) {
                    continue;
                }
                $l = $ls[$i] - $ls[$j];
                $a = $as[$i] - $as[$j];
                $b = $bs[$i] - $bs[$j];
                $square = $l * $l + $a * $a + $b * $b >> 6;
                $there = (int) ($full * self::NEARNESS[$k] * $weights[$square > $last ? $last : $square]);
                if ($other >= 0) {
                    $cut->connect($n, $other, $there);
                } else {
                    // Beyond the band all is decided.
                    $tie += $inside[$j] === 1 ? $there : -$there;
                }
            }
            $ties[] = $tie;
        }
        foreach ($cut->part($ties) as $n => $side) {
            $inside[$pixels[$n]] = $side;
        }

        return $inside;
    }

    /**
     * What marks say of the pixels of the patches around them: less where a pixel is unlike its patch, since then the patch is of both.
     *
     * @param  array<int, float>  $patches  of each patch
     * @return array<int, float> of each pixel
     */
    private static function lean(PatchGraph $graph, array $patches): array
    {
        $lean = array_fill(0, count($graph->picture->l), 0.0);
        [$ls, $as, $bs] = [$graph->picture->l, $graph->picture->a, $graph->picture->b];
        [$pl, $pa, $pb] = [$graph->patches->l, $graph->patches->a, $graph->patches->b];
        foreach ($graph->patches->patches as $i => $k) {
            $full = $patches[$k];
            if ($full !== 0.0) {
                $l = $ls[$i] - $pl[$k];
                $a = $as[$i] - $pa[$k];
                $b = $bs[$i] - $pb[$k];
                $lean[$i] = $full / (1 + ($l * $l + $a * $a + $b * $b) / self::UNLIKE);
            }
        }

        return $lean;
    }

    /**
     * @param  array<int, int>  $inside
     * @param  array<int, float>  $rather  of each colour
     * @param  array<int, float>  $lean  of each pixel
     * @param  array<int, int>  $said
     * @return array<int, int> by pixel, those near the border, and around what looks as if it were on the wrong side; some beyond the edges of the picture
     */
    private static function near(PatchGraph $graph, array $inside, array $rather, array $lean, array $said, int $width, int $height): array
    {
        $near = Ring::around($inside, $width, $height, self::BAND, self::BAND);
        foreach ($graph->palette->colours as $i => $colour) {
            $more = $rather[$colour] + $lean[$i];
            if ($said[$i] === Marks::FREE && ($inside[$i] === 1 ? -4.0 * $more : $more) > self::STRAY) {
                foreach ([$i, $i - 1, $i + 1, $i - $width, $i + $width] as $j) {
                    $near[$j] = 1;
                }
            }
        }

        return $near;
    }

    /**
     * The pieces that were meant: those that were pointed at, or, where only an area was given, those that are no crumbs.
     *
     * @param  array<int, int>  $inside
     * @param  array<int, int>  $said
     * @return array<int, int>
     */
    private static function pieces(array $inside, int $width, int $height, array $said, Marks $marks): array
    {
        $regions = Runs::of(new Plane($width, $height, array_map(fn (int $in): int => $in * Plane::FULL, $inside)), Plane::FULL)->regions(false);
        $least = $regions->areas === [] ? 0 : self::PIECE * max($regions->areas);
        $isPointed = $marks->hasThis() && ! $marks->hasArea();
        $meant = $isPointed ? [] : array_map(fn (int $area): bool => $area >= $least, $regions->areas);
        foreach ($regions->owners as $run => $region) {
            for ($i = $regions->runs->starts[$run]; $i < $regions->runs->ends[$run]; $i++) {
                if ($said[$i] === Marks::THIS) {
                    $meant[$region] = true;
                }
            }
        }
        foreach ($regions->owners as $run => $region) {
            if (! ($meant[$region] ?? false)) {
                for ($i = $regions->runs->starts[$run]; $i < $regions->runs->ends[$run]; $i++) {
                    $inside[$i] = 0;
                }
            }
        }

        return $inside;
    }
}
