<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Raster\Neighbours;

/**
 * Hairs around a thing, or a thing that is all twigs: what an outline cannot follow is told pixel by pixel.
 *
 * Inside the outline lies ground, too, in pieces as small as the hairs, and the colours that were learned of the thing are mixed with it. So
 * there all is mixed but what is surely one or the other, and where matting cannot tell, colours do, not the outline.
 */
final readonly class Strands
{
    /** px from the outline from which on there is a core, and the part of the thing it must be: otherwise it is all twigs. */
    public const CORE = 14;

    private const LEAST_CORE = 0.15;

    /** Part of the core's colours that are less usual than those it is told by. */
    private const UNUSUAL = 0.1;

    /** px around hairs outside of the outline in which all may be hair. */
    private const REACH = 40;

    /** Part of the thing's area that hairs outside of it must have: a few may be the outline's mistakes. */
    private const HAIRY = 0.005;

    /** How much likelier the thing's own colours must be there than in the ground, as a natural logarithm, for colours to tell. */
    private const TELLING = 4.0;

    /** From where on down a px is surely the ground's, if three of its four neighbours are, too. */
    private const GROUND = -1.0;

    private const NEIGHBOURS = 3;

    /** How steeply the part of the thing rises with how much likelier it is. */
    private const STEEP = 0.7;

    /** Where it is a half: this part of what the thing's own colours say, and at most so much. */
    private const HALF = 1 / 1.6;

    private const HALF_OF_HAIR = 3.0;

    private const HALF_OF_TWIG = 5.0;

    /** @param  array<int, float>  $rather  for each colour how much likelier it is the thing */
    public function __construct(private PatchGraph $graph, private array $rather)
    {
    }

    /**
     * @param  array<int, int>  $values  see Trimap
     * @param  Ring  $ring  around it, inwards CORE or wider
     * @param  list<int>  $hairs  pixels outside of it that may be hairs
     * @return array{array<int, int>, array<int, int|float>} the values, and for each pixel how much of it is likely the thing, 0–1
     */
    public function part(array $values, Inside $outline, Ring $ring, array $hairs): array
    {
        $mixed = (int) Trimap::MIXED;
        $thing = (int) Trimap::THING;
        $inside = $outline->pixels;
        $edge = [];
        foreach ($ring->pixels as $i) {
            if ($inside[$i] === 1 && $ring->steps[$i] <= self::CORE) {
                $edge[] = $i;
            }
        }
        $isTwigs = $outline->area - count($edge) <= self::LEAST_CORE * $outline->area;
        if (! $isTwigs && count($hairs) <= self::HAIRY * $outline->area) {
            return [$values, $inside];
        }
        $core = $this->colours($outline->flip($edge)->pixels);
        $own = Models::quantile($this->rather, $isTwigs ? $this->colours($inside) : $core, 0.5);
        $part = $inside;
        if ($isTwigs) {
            $half = min(self::HALF_OF_TWIG, self::HALF * $own);
            foreach ($inside as $i => $in) {
                if ($in === 1 && $this->rather($i) < $own) {
                    [$values[$i], $part[$i]] = [$mixed, $this->likely($i, $half)];
                }
            }
        } elseif ($own >= self::TELLING) {
            $half = min(self::HALF_OF_HAIR, self::HALF * $own);
            foreach ($this->around($hairs, $values, $core) as $i) {
                [$values[$i], $part[$i]] = [$values[$i] === $thing ? $mixed : $values[$i], $this->likely($i, $half)];
            }
        } else {
            return [$values, $inside];
        }

        return [$this->withoutGround($values, $inside), $part];
    }

    /**
     * @param  array<int, int>  $inside  1 for those that count
     * @return array<int, float> px of each colour
     */
    private function colours(array $inside): array
    {
        $count = $this->graph->palette->none();
        $colours = $this->graph->palette->colours;
        foreach ($inside as $i => $in) {
            $count[$colours[$i]] += $in;
        }

        return $count;
    }

    private function rather(int $pixel): float
    {
        return $this->rather[$this->graph->palette->colours[$pixel]];
    }

    private function likely(int $pixel, float $half): float
    {
        return 1 / (1 + exp(-self::STEEP * ($this->rather($pixel) - $half)));
    }

    /**
     * Hairs, and from them inwards and outwards all that is not surely the thing.
     *
     * @param  list<int>  $hairs
     * @param  array<int, int>  $values
     * @param  array<int, float>  $core  px of each colour of the core
     * @return list<int>
     */
    private function around(array $hairs, array $values, array $core): array
    {
        $thing = (int) Trimap::THING;
        $gap = (int) Trimap::GAP;
        $palette = $this->graph->palette;
        $width = $this->graph->picture->width;
        $likely = ColourModel::of($palette, $core)->all($palette);
        $usual = Models::quantile($likely, $core, self::UNUSUAL);
        $all = count($values);
        $found = array_fill_keys($hairs, true);
        $front = $hairs;
        for ($steps = 0; $front !== [] && $steps < self::REACH; $steps++) {
            $next = [];
            foreach ($front as $i) {
                foreach (Neighbours::four($i, $width, $all) as $j) {
                    if (! isset($found[$j]) && ($values[$j] !== $thing || $likely[$palette->colours[$j]] < $usual || $this->rather($j) < $gap)) {
                        $found[$j] = true;
                        $next[] = $j;
                    }
                }
            }
            $front = $next;
        }

        return array_keys($found);
    }

    /**
     * Ground that is closed in by hairs or twigs: samples of it must lie where it is seen.
     *
     * @param  array<int, int>  $values
     * @param  array<int, int>  $inside
     * @return array<int, int>
     */
    private function withoutGround(array $values, array $inside): array
    {
        $not = (int) Trimap::NOT;
        $width = $this->graph->picture->width;
        $all = count($values);
        foreach (array_keys($values, Trimap::MIXED, true) as $i) {
            if ($inside[$i] === 1 && $this->rather($i) < self::GROUND) {
                $alike = 0;
                foreach (Neighbours::four($i, $width, $all) as $j) {
                    $alike += $this->rather($j) < self::GROUND ? 1 : 0;
                }
                if ($alike >= self::NEIGHBOURS) {
                    $values[$i] = $not;
                }
            }
        }

        return $values;
    }
}
