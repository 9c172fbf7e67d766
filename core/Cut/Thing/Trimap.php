<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Raster\Neighbours;
use Yarrowfog\Core\Raster\Runs;

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
     * @param  string  $values  NOT, MIXED or THING, a byte for each, row by row
     * @param  array<int, int|float>  $part  how much of each pixel is the thing by its outline, or, between hairs, by its colour, 0–1
     * @param  bool  $isSharp  whether its edge is as sharp as pixels are
     */
    private function __construct(public int $width, public int $height, public string $values, public array $part, public bool $isSharp)
    {
    }

    /**
     * @param  array<int, float>  $rather  for each colour how much likelier it is the thing
     * @param  int  $wider  px by which the band is wider
     */
    public static function of(PatchGraph $graph, Inside $inside, array $rather, SaidPixels $marks, int $wider): self
    {
        $free = (int) Marks::FREE;
        $said = $marks->pixels;
        $width = $inside->width;
        $values = array_fill(0, strlen($inside->text), self::NOT);
        foreach (Runs::places($inside->text, '1') as $i) {
            $values[$i] = self::THING;
        }
        $near = max(self::BAND + $wider, EdgeSoftness::NEAR);
        $ring = Ring::around($inside, max($near, Strands::CORE), $near);
        $isSharp = $wider === 0 && (EdgeSoftness::along($graph->picture, $ring) ?? EdgeSoftness::MOST) < self::SHARP;
        $band = self::BAND + $wider - ($isSharp ? 1 : 0);
        $hairs = $mixed = [];
        $colours = $graph->palette->colours;
        $all = count($values);
        $maybe = self::maybe($graph->colours, $inside->pixels, $rather, $said);
        $ring = $ring->towards(array_keys($maybe), $inside, self::HAIRS);
        $farness = $ring->steps;
        foreach ($ring->pixels as $i) {
            if ($said[$i] !== $free) {
                continue;
            }
            if ($farness[$i] <= $band) {
                $values[$i] = self::MIXED;
                $mixed[] = $i;
            } elseif (isset($maybe[$i])) {
                $hairs[] = $i;
                foreach ([$i, ...Neighbours::four($i, $width, $all)] as $j) {
                    if ($values[$j] === self::NOT && $said[$j] === $free) {
                        $values[$j] = self::MIXED;
                        $mixed[] = $j;
                    }
                }
            }
        }
        [$values, $part] = (new Strands($graph, $rather))->part(self::gaps($values, $mixed, $colours, $rather, $width), $inside, $ring, $hairs);
        // What was said counts, whatever was found: free pixels let through what they are, the others are put in.
        $found = strtr(implode('', $values), '012', "\0\1\2") & strtr($marks->text, '012', "\3\0\0") | strtr($marks->text, '012', "\0\2\0");

        return new self($width, $inside->height, $found, $part, $isSharp);
    }

    /**
     * @param  array<int, int>  $inside
     * @param  array<int, float>  $rather  of each colour
     * @param  array<int, int>  $said  of each pixel
     * @return array<int, true> by pixel: those outside that look like hair
     */
    private static function maybe(PatchColours $groups, array $inside, array $rather, array $said): array
    {
        $free = (int) Marks::FREE;
        [$begins, $pixels] = [$groups->begins, $groups->pixels];
        $maybe = [];
        foreach ($groups->colours as $c => $colour) {
            if ($rather[$colour] > self::HAIR) {
                for ($n = $begins[$c], $end = $begins[$c + 1]; $n < $end; $n++) {
                    $i = $pixels[$n];
                    if ($inside[$i] === 0 && $said[$i] === $free) {
                        $maybe[$i] = true;
                    }
                }
            }
        }

        return $maybe;
    }

    /**
     * Ground that shows between hairs: from the band inwards, as far as what looks like ground goes on.
     *
     * @param  array<int, int>  $values
     * @param  list<int>  $front  pixels of the band
     * @param  array<int, int>  $colours  of each pixel
     * @param  array<int, float>  $rather  of each colour
     * @return array<int, int>
     */
    private static function gaps(array $values, array $front, array $colours, array $rather, int $width): array
    {
        $all = count($values);
        $found = [];
        for ($steps = 0; $front !== [] && $steps < self::HAIRS; $steps++) {
            $next = [];
            foreach ($front as $i) {
                foreach (Neighbours::four($i, $width, $all) as $j) {
                    if ($values[$j] === self::THING && $rather[$colours[$j]] < self::GAP) {
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
            foreach (Neighbours::four($i, $width, $all) as $j) {
                if ($values[$j] === self::THING) {
                    $values[$j] = self::MIXED;
                }
            }
        }

        return $values;
    }
}
