<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Raster\Neighbours;
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

    /** From where on a px outside is so much likelier to be the thing that it is asked for, too; of one inside this part of it is enough. */
    private const STRAY = 2.0;

    private const HOLD = 4.0;

    /** Part of the largest piece below which a piece is none of its own, where only an area was given. */
    private const PIECE = 0.05;

    /** What a patch of pixels of both sides is. */
    private const BOTH = 2;

    private function __construct(private readonly PatchGraph $graph, private readonly FoundPatches $found, private readonly Marks $marks, private readonly SaidPixels $said)
    {
    }

    /** @return array{Inside, array<int, float>} the pixels of it; and for each colour how much likelier it is the thing, learned anew */
    public static function of(PatchGraph $graph, FoundPatches $found, Marks $marks, SaidPixels $said): array
    {
        return (new self($graph, $found, $marks, $said))->find();
    }

    /** @return array{Inside, array<int, float>} see `of` */
    private function find(): array
    {
        $sides = $this->found->is;
        $rather = $this->found->rather;
        [$picture, $palette, $owners] = [$this->graph->picture, $this->graph->palette, $this->graph->patches->patches];
        $patches = array_keys($sides, 1, true);
        $inside = Inside::only($this->graph->colours->pixelsOf($patches), $picture->width, $picture->height);
        $this_ = $this->graph->colours->count($patches, $palette->none());
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $changed = $this->part($inside, $sides, $rather);
            $inside = $inside->flip($changed);
            if (count($changed) <= self::CHANGED * $inside->area) {
                break;
            }
            $in = $inside->pixels;
            foreach ($changed as $i) {
                $sides[$owners[$i]] = self::BOTH;
                $this_[$palette->colours[$i]] += 2.0 * $in[$i] - 1.0;
            }
            $rather = Models::compare($palette, $this_, $palette->others($this_), $this->graph->marked($this->said->drawn), self::LITTLE, self::SHADOWS);
        }

        return [$this->pieces($inside), $rather];
    }

    /**
     * @param  array<int, int>  $sides  1 or 0 for each patch, or BOTH
     * @param  array<int, float>  $rather  of each colour
     * @return list<int> pixels that change sides
     */
    private function part(Inside $now, array $sides, array $rather): array
    {
        $saysThis = (int) Marks::THIS;
        $saysNot = (int) Marks::NOT_THIS;
        $most = (int) ThingFinder::SAID;
        $parts = ThingFinder::PARTS;
        $inside = $now->pixels;
        $said = $this->said->pixels;
        $colours = $this->graph->palette->colours;
        $owners = $this->graph->patches->patches;
        $lean = $this->found->lean;
        $unlike = $this->graph->unlike;
        $there = $this->graph->picture->there;
        [$pixels, $node] = $this->near($now, $sides, $rather);
        $edges = $this->graph->pixelEdges();
        [$steps, $costs] = [$edges->steps, $edges->costs];
        // Eight arcs for each px, to four neighbours and back from them; those that lead nowhere have no room, there and back.
        $head = $room = array_fill(0, 8 * count($pixels), 0);
        $back = array_keys($head);
        $ties = [];
        foreach ($pixels as $n => $i) {
            $what = $said[$i];
            $tie = match (true) {
                $what === $saysThis => $most,
                $what === $saysNot || $there[$i] === 0 => -$most,
                default => (int) ($parts * ($rather[$colours[$i]] + $lean[$owners[$i]] / $unlike[$i])),
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
        $changed = [];
        foreach (MinimumCut::part(new Arcs(range(0, 8 * count($pixels), 8), $head, $back, $room), $ties) as $n => $is) {
            if ($is !== $inside[$pixels[$n]]) {
                $changed[] = $pixels[$n];
            }
        }

        return $changed;
    }

    /**
     * Pixels near the border, and around what looks as if it were on the wrong side.
     *
     * @param  array<int, int>  $sides  1 or 0 for each patch, or BOTH
     * @param  array<int, float>  $rather  of each colour
     * @return array{list<int>, array<int, int>} them, row by row; and of each pixel of the picture its place among them, or −1
     */
    private function near(Inside $inside, array $sides, array $rather): array
    {
        $width = $inside->width;
        $all = $width * $inside->height;
        $near = str_repeat("\0", $all);
        foreach (Ring::around($inside, self::BAND, self::BAND)->pixels as $i) {
            $near[$i] = "\1";
        }
        foreach ($this->strays($inside->pixels, $sides, $rather) as $i) {
            foreach ([$i, ...Neighbours::four($i, $width, $all)] as $j) {
                $near[$j] = "\1";
            }
        }
        $pixels = Runs::places($near, "\1");
        $node = array_fill(0, $all, -1);
        foreach ($pixels as $n => $i) {
            $node[$i] = $n;
        }

        return [$pixels, $node];
    }

    /**
     * @param  array<int, int>  $inside
     * @param  array<int, int>  $sides  1 or 0 for each patch, or BOTH
     * @param  array<int, float>  $rather  of each colour
     * @return list<int> pixels that look as if they were on the wrong side
     */
    private function strays(array $inside, array $sides, array $rather): array
    {
        $free = (int) Marks::FREE;
        $said = $this->said->pixels;
        $unlike = $this->graph->unlike;
        $groups = $this->graph->colours;
        [$first, $colours, $begins, $pixels] = [$groups->first, $groups->colours, $groups->begins, $groups->pixels];
        $strays = [];
        foreach ($this->found->lean as $k => $lean) {
            // What marks say of the patches around them counts less where a pixel is unlike its patch, since then the patch is of both: of a colour at most all, at least nothing.
            $most = $sides[$k] === 1 ? -INF : max($lean, 0.0);
            $least = $sides[$k] === 0 ? INF : min($lean, 0.0);
            for ($c = $first[$k], $last = $first[$k + 1]; $c < $last; $c++) {
                $is = $rather[$colours[$c]];
                if ($is + $most <= self::STRAY && $is + $least >= -self::STRAY / self::HOLD) {
                    continue;
                }
                for ($n = $begins[$c], $end = $begins[$c + 1]; $n < $end; $n++) {
                    $i = $pixels[$n];
                    $more = $is + $lean / $unlike[$i];
                    if ($said[$i] === $free && ($inside[$i] === 1 ? $more < -self::STRAY / self::HOLD : $more > self::STRAY)) {
                        $strays[] = $i;
                    }
                }
            }
        }

        return $strays;
    }

    /** The pieces that were meant: those that were pointed at, or, where only an area was given, those that are no crumbs. */
    private function pieces(Inside $inside): Inside
    {
        $saysThis = (string) Marks::THIS;
        $regions = Runs::like($inside->text, '1', $inside->width)->regions(false);
        $least = $regions->areas === [] ? 0 : self::PIECE * max($regions->areas);
        $isPointed = $this->marks->hasThis() && ! $this->marks->hasArea();
        $meant = $isPointed ? [] : array_map(fn (int $area): bool => $area >= $least, $regions->areas);
        [$starts, $ends] = [$regions->runs->starts, $regions->runs->ends];
        if ($this->marks->hasThis()) {
            foreach ($regions->owners as $run => $region) {
                if (strcspn($this->said->text, $saysThis, $starts[$run], $ends[$run] - $starts[$run]) < $ends[$run] - $starts[$run]) {
                    $meant[$region] = true;
                }
            }
        }
        $dropped = [];
        foreach ($regions->owners as $run => $region) {
            if (! ($meant[$region] ?? false)) {
                for ($i = $starts[$run]; $i < $ends[$run]; $i++) {
                    $dropped[] = $i;
                }
            }
        }

        return $inside->flip($dropped);
    }
}
