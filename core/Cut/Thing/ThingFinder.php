<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/**
 * Which patches of a picture are the thing that somebody pointed at.
 *
 * The colours of *this* and of *not this* are learned from the marks, then from what the cut before gave, in turn; each time the patches
 * are parted where that costs least: where colours change, and where each side is likely (Boykov and Jolly, "Interactive Graph Cuts", 2001;
 * Rother et al., "GrabCut", 2004). How far a patch is from the marks along ways over the picture counts besides (Price et al.,
 * "Geodesic Graph Cut for Interactive Image Segmentation", 2010).
 */
final class ThingFinder
{
    private const ROUNDS = 4;

    /** What colours that the ground has too say of the thing, at least, round by round. */
    private const LITTLE = [0.1, 1.0, 1.0, 1.0];

    /** What a px of border costs where the picture has no edge, against one px of the wrong side by a factor of e (Rother et al.: 50). */
    private const BORDER = 20.0;

    /** Costs are whole numbers of this part. */
    public const PARTS = 64;

    public const COST = self::PARTS * self::BORDER;

    /** What somebody said is not cut through. */
    public const SAID = 1 << 40;

    /** How much the way to the marks says, against a px by a factor of e. */
    private const WAYS = 3.0;

    /** How much a mark says of what is like it around it, and how far it reaches on such a way, in 1,024ths. */
    private const MARK = 4.0;

    private const AROUND = 80.0;

    /** How far what lies beyond the area reaches into it on such a way: as far as a patch has no edge. */
    private const BEYOND = 25.0;

    /** Part of the area that is taken for the thing at first: what is least like what lies outside. */
    private const FIRST = 0.5;

    /** @var array<int, int> what was said of each patch */
    private array $said;

    /** @var array<int, bool> patches over which a stroke went that says *not this* */
    private array $crossed;

    /** @param  array<int, int>  $drawn  what strokes say of pixels, where they went */
    public function __construct(private readonly PatchGraph $graph, private readonly Marks $marks, private readonly AreaSaid $area, private readonly array $drawn)
    {
        $saysThis = (int) Marks::THIS;
        $saysNot = (int) Marks::NOT_THIS;
        $patches = $graph->patches->patches;
        $this->crossed = array_fill(0, $graph->patches->count, false);
        $this_ = array_fill(0, $graph->patches->count, 0);
        $not = $area->outside;
        foreach ($drawn as $i => $what) {
            $k = $patches[$i];
            $not[$k] -= $area->pixels[$i] === $saysNot ? 1 : 0;
            if ($what === $saysThis) {
                $this_[$k]++;
            } else {
                $not[$k]++;
                $this->crossed[$k] = true;
            }
        }
        $this->said = self::saidOf($graph, $this_, $not);
    }

    /**
     * Patches of which most was said the same; a mark that goes through some of one says it of all of it.
     *
     * @param  array<int, int>  $this_  px of each patch that were said to be so
     * @param  array<int, int>  $not
     * @return array<int, int>
     */
    private static function saidOf(PatchGraph $graph, array $this_, array $not): array
    {
        [$saysThis, $saysNot, $free] = [Marks::THIS, Marks::NOT_THIS, Marks::FREE];
        $said = [];
        foreach ($graph->patches->sizes as $k => $size) {
            $said[] = match (true) {
                2 * $graph->clear[$k] > $size => $saysNot,
                $this_[$k] > 0 && $this_[$k] >= $not[$k] => $saysThis,
                2 * $not[$k] > $size => $saysNot,
                default => $free,
            };
        }

        return $said;
    }

    /** Null where there is nothing that could be parted. */
    public function find(): ?FoundPatches
    {
        $ground = $this->ground();
        $first = $this->first($ground);
        if ($ground === [] || $first === []) {
            return null;
        }
        $lean = $this->lean($ground);
        $marked = $this->graph->marked($this->drawn);
        $rather = Models::compare($this->graph->palette, $this->colours($first), $this->colours($ground), $marked, self::LITTLE[0]);
        $is = $this->part($rather, $lean);
        for ($round = 1; $round < self::ROUNDS; $round++) {
            $this_ = array_keys($is, 1, true);
            if ($this_ === [] || count($this_) === count($is)) {
                break;
            }
            $colours = $this->colours($this_);
            $rather = Models::compare($this->graph->palette, $colours, $this->graph->palette->others($colours), $marked, self::LITTLE[$round]);
            $next = $this->part($rather, $lean);
            if ($next === $is) {
                break;
            }
            $is = $next;
        }

        return new FoundPatches($is, $rather, $lean);
    }

    /**
     * @param  list<int>  $patches
     * @return array<int, float> px of each colour in them
     */
    private function colours(array $patches): array
    {
        return $this->graph->colours->count($patches, $this->graph->palette->none());
    }

    /** @return list<int> what is *not this* to begin with: what was said so, or what lies along the edges of the picture */
    private function ground(): array
    {
        $said = array_keys($this->said, Marks::NOT_THIS, true);
        if ($this->marks->hasArea() && $said !== []) {
            return $said;
        }
        $edge = array_filter($this->graph->edge(), fn (int $k): bool => $this->said[$k] === Marks::FREE);

        return array_values(array_unique([...$said, ...$edge]));
    }

    /**
     * @param  list<int>  $ground
     * @return list<int> what is *this* to begin with
     */
    private function first(array $ground): array
    {
        $patches = $this->graph->patches;
        $said = array_keys($this->said, Marks::THIS, true);
        if ($said !== [] && ! $this->marks->hasArea()) {
            return $said;
        }
        $free = array_keys($this->said, Marks::FREE, true);
        if ($ground === [] || $free === []) {
            return [...$said, ...$free];
        }
        $palette = $this->graph->palette;
        $sums = $this->graph->colours->sums(ColourModel::of($palette, $this->colours($ground))->all($palette));
        $likely = [];
        $size = 0;
        foreach ($free as $k) {
            $likely[$k] = $sums[$k] / $patches->sizes[$k];
            $size += $patches->sizes[$k];
        }
        asort($likely);
        $first = $said;
        $taken = 0;
        foreach ($likely as $k => $value) {
            if ($taken >= self::FIRST * $size) {
                break;
            }
            $first[] = $k;
            $taken += $patches->sizes[$k];
        }

        return $first;
    }

    /**
     * What the marks say of the patches that they did not touch.
     *
     * @param  list<int>  $ground
     * @return array<int, float> natural logarithms, 0 where they say nothing
     */
    private function lean(array $ground): array
    {
        $this_ = array_keys($this->said, Marks::THIS, true);
        $not = $this->marks->hasArea() ? array_keys($this->crossed, true, true) : $ground;
        $none = array_fill(0, $this->graph->patches->count, INF);
        $to = $this_ === [] ? $none : $this->graph->ways($this_);
        $away = $not === [] ? $none : $this->graph->ways($not);
        if ($this->marks->hasArea()) {
            // The area says already what is far out: each mark speaks for what is like it around it, and what goes on beyond the area is none of it.
            return array_map(fn (float $t, float $a, float $o): float => self::MARK * (exp(-$t / self::AROUND) - exp(-$a / self::AROUND) - exp(-$o / self::BEYOND)), $to, $away, $this->area->ways);
        }

        return array_map(fn (float $t, float $a): float => $t + $a > 0.0 && is_finite($t + $a) ? self::WAYS * ($a - $t) / ($t + $a) : 0.0, $to, $away);
    }

    /**
     * @param  array<int, float>  $rather  of each colour
     * @param  array<int, float>  $lean  of each patch
     * @return array<int, int>
     */
    private function part(array $rather, array $lean): array
    {
        [$saysThis, $saysNot] = [Marks::THIS, Marks::NOT_THIS];
        $sizes = $this->graph->patches->sizes;
        $ties = [];
        foreach ($this->graph->colours->sums($rather) as $k => $sum) {
            $ties[] = match ($this->said[$k]) {
                $saysThis => self::SAID,
                $saysNot => -self::SAID,
                default => (int) (self::PARTS * ($sum + $lean[$k] * $sizes[$k])),
            };
        }

        return MinimumCut::part($this->graph->arcs(), $ties);
    }
}
