<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** What is surely the thing, what surely is not, and the band between in which both may be mixed, in the small picture. */
final readonly class Trimap
{
    public const NOT = 0;

    public const MIXED = 1;

    public const THING = 2;

    /** px on both sides of an outline that are always mixed. */
    private const BAND = 2;

    /** σ in px of an edge that is as sharp as pixels are: there the band is 1 px narrower. */
    private const SHARP = 0.8;

    /** px from the outline as far as which hairs are looked for. */
    private const HAIRS = 40;

    /** How much likelier it must be that a px is the thing, as a natural logarithm, to be a hair outside of it. */
    private const HAIR = 1.0;

    /** From where on down a px inside of the outline is rather ground between hairs. */
    public const GAP = 1.0;

    /**
     * @param  array<int, int>  $values  NOT, MIXED or THING, row by row
     * @param  array<int, int|float>  $part  how much of each pixel is the thing by its outline, or, between hairs, by its colour, 0–1
     * @param  bool  $isSharp  whether its edge is as sharp as pixels are
     */
    private function __construct(public int $width, public int $height, public array $values, public array $part, public bool $isSharp)
    {
    }

    /**
     * @param  array<int, int>  $inside  1 for each pixel of the thing
     * @param  array<int, float>  $rather  for each colour how much likelier it is the thing
     * @param  array<int, int>  $said  of each pixel
     * @param  int  $wider  px by which the band is wider
     */
    public static function of(PatchGraph $graph, array $inside, array $rather, array $said, int $wider): self
    {
        [$width, $height] = [$graph->picture->width, $graph->picture->height];
        $values = [];
        foreach ($inside as $in) {
            $values[] = $in * self::THING;
        }
        $near = max(self::BAND + $wider, EdgeSoftness::NEAR);
        $ring = Ring::around($inside, $width, $height, max($near, Strands::CORE), $near);
        $isSharp = $wider === 0 && (EdgeSoftness::along($graph->picture, $ring) ?? EdgeSoftness::MOST) < self::SHARP;
        $band = self::BAND + $wider - ($isSharp ? 1 : 0);
        $hairs = $maybe = [];
        $colours = $graph->palette->colours;
        $all = count($values);
        foreach ($inside as $i => $in) {
            if ($in === 0 && $rather[$colours[$i]] > self::HAIR && $said[$i] === Marks::FREE) {
                $maybe[$i] = true;
            }
        }
        $ring = $ring->towards(array_keys($maybe), $inside, $width, $height, self::HAIRS);
        $farness = $ring->steps;
        foreach ($ring->pixels as $i) {
            if ($said[$i] !== Marks::FREE) {
                continue;
            }
            if ($farness[$i] <= $band) {
                $values[$i] = self::MIXED;
            } elseif (isset($maybe[$i])) {
                $hairs[] = $i;
                foreach ([$i, $i - 1, $i + 1, $i - $width, $i + $width] as $j) {
                    if ($j >= 0 && $j < $all && $values[$j] === self::NOT && $said[$j] === Marks::FREE) {
                        $values[$j] = self::MIXED;
                    }
                }
            }
        }
        [$values, $part] = (new Strands($graph, $rather))->part(self::gaps($values, $colours, $rather, $width), $inside, $ring, $hairs);
        foreach ($said as $i => $what) {
            if ($what !== Marks::FREE) {
                $values[$i] = $what === Marks::THIS ? self::THING : self::NOT;
            }
        }

        return new self($width, $height, $values, $part, $isSharp);
    }

    /**
     * Ground that shows between hairs: from the band inwards, as far as what looks like ground goes on.
     *
     * @param  array<int, int>  $values
     * @param  array<int, int>  $colours  of each pixel
     * @param  array<int, float>  $rather  of each colour
     * @return array<int, int>
     */
    private static function gaps(array $values, array $colours, array $rather, int $width): array
    {
        $all = count($values);
        $front = array_keys($values, self::MIXED, true);
        $found = [];
        for ($steps = 0; $front !== [] && $steps < self::HAIRS; $steps++) {
            $next = [];
            foreach ($front as $i) {
                foreach ([$i - 1, $i + 1, $i - $width, $i + $width] as $j) {
                    if ($j >= 0 && $j < $all && $values[$j] === self::THING && $rather[$colours[$j]] < self::GAP) {
                        $values[$j] = self::MIXED;
                        $next[] = $j;
                    }
                }
            }
            $found = [...$found, ...$next];
            $front = $next;
        }
        // Beside a gap there is a hair, and their colours are mixed.
        foreach ($found as $i) {
            foreach ([$i - 1, $i + 1, $i - $width, $i + $width] as $j) {
                if ($j >= 0 && $j < $all && $values[$j] === self::THING) {
                    $values[$j] = self::MIXED;
                }
            }
        }

        return $values;
    }
}
