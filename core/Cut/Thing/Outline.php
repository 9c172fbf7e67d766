<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

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

    /** What a px of border costs where the picture has no edge, against one px of the wrong side by a factor of e. */
    private const BORDER = 5.0;

    public const COST = ThingFinder::PARTS * self::BORDER;

    /** From where on a px is so much likelier to be on the other side that it is asked for, too. */
    private const STRAY = 2.0;

    /** Part of the largest piece below which a piece is none of its own, where only an area was given. */
    private const PIECE = 0.05;

    /** @param  array<int, int>  $said  of each pixel */
    private function __construct(private readonly PatchGraph $graph, private readonly FoundPatches $found, private readonly Marks $marks, private readonly array $said)
    {
    }

    /**
     * @param  array<int, int>  $said  of each pixel
     * @return array{array<int, int>, array<int, float>} 1 for each pixel of it; and for each colour how much likelier it is the thing, learned anew
     */
    public static function of(PatchGraph $graph, FoundPatches $found, Marks $marks, array $said): array
    {
        return (new self($graph, $found, $marks, $said))->find();
    }

    /** @return array{array<int, int>, array<int, float>} see `of` */
    private function find(): array
    {
        $is = $this->found->is;
        $rather = $this->found->rather;
        $inside = [];
        foreach ($this->graph->patches->patches as $patch) {
            $inside[] = $is[$patch];
        }
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $changed = 0;
            foreach ($this->part($inside, $rather) as $i => $in) {
                $changed += $in ^ $inside[$i];
                $inside[$i] = $in;
            }
            if ($changed <= self::CHANGED * array_sum($inside)) {
                break;
            }
            $rather = $this->learn($inside);
        }

        return [$this->pieces($inside), $rather];
    }

    /**
     * @param  array<int, int>  $inside
     * @return array<int, float> for each colour how much likelier it is the thing
     */
    private function learn(array $inside): array
    {
        $palette = $this->graph->palette;
        $colours = $palette->colours;
        $this_ = $not = $palette->none();
        foreach ($inside as $i => $in) {
            if ($in === 1) {
                $this_[$colours[$i]] += 1.0;
            } else {
                $not[$colours[$i]] += 1.0;
            }
        }

        return Models::compare($palette, $this_, $not, $this->graph->marked($this->said), self::LITTLE, self::SHADOWS);
    }

    /**
     * @param  array<int, int>  $inside
     * @param  array<int, float>  $rather  of each colour
     * @return array<int, int> by pixel near the border, 1 for the thing
     */
    private function part(array $inside, array $rather): array
    {
        $said = $this->said;
        $colours = $this->graph->palette->colours;
        $owners = $this->graph->patches->patches;
        $lean = $this->found->lean;
        $unlike = $this->graph->unlike;
        $there = $this->graph->picture->there;
        $pixels = $node = [];
        $count = 0;
        foreach ($this->near($inside, $rather) as $i => $is) {
            if ($is > 0) {
                $pixels[] = $i;
                $node[] = $count++;
            } else {
                $node[] = -1;
            }
        }
        $edges = $this->graph->pixelEdges();
        [$steps, $costs] = [$edges->steps, $edges->costs];
        // Eight arcs for each px, to four neighbours and back from them; those that lead nowhere have no room.
        $head = $back = $room = array_fill(0, 8 * $count, 0);
        $ties = [];
        foreach ($pixels as $n => $i) {
            $what = $said[$i];
            $tie = match (true) {
                $what === Marks::THIS => ThingFinder::SAID,
                $what === Marks::NOT_THIS || $there[$i] === 0 => -ThingFinder::SAID,
                default => (int) (ThingFinder::PARTS * ($rather[$colours[$i]] + $lean[$owners[$i]] / $unlike[$i])),
            };
            for ($k = 0; $k < 4; $k++) {
                $cost = $costs[4 * $i + $k];
                if ($cost > 0) {
                    $j = $i + $steps[$k];
                    $other = $node[$j];
                    if ($other >= 0) {
                        $out = 8 * $n + $k;
                        $in = 8 * $other + 4 + $k;
                        $head[$out] = $other;
                        $head[$in] = $n;
                        $back[$out] = $in;
                        $back[$in] = $out;
                        $room[$out] = $room[$in] = $cost;
                    } else {
                        // Beyond the band all is decided.
                        $tie += $inside[$j] === 1 ? $cost : -$cost;
                    }
                }
                $j = $i - $steps[$k];
                if ($j >= 0 && $node[$j] < 0) {
                    $tie += $inside[$j] === 1 ? $costs[4 * $j + $k] : -$costs[4 * $j + $k];
                }
            }
            $ties[] = $tie;
        }

        return array_combine($pixels, MinimumCut::part(new Arcs(range(0, 8 * $count, 8), $head, $back, $room), $ties));
    }

    /**
     * @param  array<int, int>  $inside
     * @param  array<int, float>  $rather  of each colour
     * @return array<int, int> above 0 for pixels near the border, and around what looks as if it were on the wrong side
     */
    private function near(array $inside, array $rather): array
    {
        $width = $this->graph->picture->width;
        $near = Ring::around($inside, $width, $this->graph->picture->height, self::BAND, self::BAND)->steps;
        $all = count($inside);
        $said = $this->said;
        $owners = $this->graph->patches->patches;
        $lean = $this->found->lean;
        $unlike = $this->graph->unlike;
        foreach ($this->graph->palette->colours as $i => $colour) {
            if ($said[$i] !== Marks::FREE) {
                continue;
            }
            // What marks say of the patches around them counts less where a pixel is unlike its patch, since then the patch is of both.
            $more = $rather[$colour] + $lean[$owners[$i]] / $unlike[$i];
            if (($inside[$i] === 1 ? -4.0 * $more : $more) > self::STRAY) {
                foreach ([$i, $i - 1, $i + 1, $i - $width, $i + $width] as $j) {
                    if ($j >= 0 && $j < $all) {
                        $near[$j] = 1;
                    }
                }
            }
        }

        return $near;
    }

    /**
     * The pieces that were meant: those that were pointed at, or, where only an area was given, those that are no crumbs.
     *
     * @param  array<int, int>  $inside
     * @return array<int, int>
     */
    private function pieces(array $inside): array
    {
        $regions = Runs::like(implode('', $inside), '1', $this->graph->picture->width)->regions(false);
        $least = $regions->areas === [] ? 0 : self::PIECE * max($regions->areas);
        $isPointed = $this->marks->hasThis() && ! $this->marks->hasArea();
        $meant = $isPointed ? [] : array_map(fn (int $area): bool => $area >= $least, $regions->areas);
        [$starts, $ends] = [$regions->runs->starts, $regions->runs->ends];
        if ($this->marks->hasThis()) {
            foreach ($regions->owners as $run => $region) {
                for ($i = $starts[$run]; $i < $ends[$run]; $i++) {
                    if ($this->said[$i] === Marks::THIS) {
                        $meant[$region] = true;
                    }
                }
            }
        }
        foreach ($regions->owners as $run => $region) {
            if (! ($meant[$region] ?? false)) {
                for ($i = $starts[$run]; $i < $ends[$run]; $i++) {
                    $inside[$i] = 0;
                }
            }
        }

        return $inside;
    }
}
