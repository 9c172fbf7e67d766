<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\ShadowColour;
use Yarrowfog\Core\Stroke\Dab;

/**
 * The shadow that a dab casts on what lies under it: its own ink, moved and softened.
 *
 * It falls in one direction of the sheet, however the tip is turned: one light for all dabs.
 */
final readonly class CastShadow
{
    /** σ to either side beyond which nothing of a softened edge is looked for: the bell holds 1/740 there. */
    private const REACH = 3.0;

    /**
     * @param  float  $towards  degrees clockwise from the right
     * @param  float  $softness  σ as a part of a dab’s size
     * @param  int  $colour  0xRRGGBB
     */
    public function __construct(private float $towards, private float $softness, private int $colour)
    {
    }

    /** Null where a brush casts none. */
    public static function of(BrushSettings $brush): ?self
    {
        return ! $brush->castsShadow() ? null : new self(
            $brush->base('shadowTowards'),
            Blur::sigmaOf($brush->base('shadowSoftness')),
            $brush->choices->shadowColour === ShadowColour::SecondInk ? $brush->secondInk->toInt() : 0,
        );
    }

    /** A print in its colours and, under it, its shadow. */
    public function under(Impression $print, Dab $dab): Impression
    {
        $colours = $print->colours ?? array_fill(0, count($print->ink), $dab->colour);
        $strength = (int) round($dab->shadow * 65536);
        if ($strength <= 0 || $print->area->isEmpty()) {
            return new Impression($print->area, $print->ink, $print->starts, $print->ends, $colours);
        }
        $size = $dab->shape->size;
        $shadow = $this->cast($print, cos(deg2rad($this->towards)) * $dab->lift * $size, sin(deg2rad($this->towards)) * $dab->lift * $size, $this->softness * $size);

        return $this->laidOver($print, $colours, $shadow[0], $shadow[1], $strength);
    }

    /**
     * The ink of a print, moved and softened.
     *
     * @param  float  $dx  px to the right
     * @param  float  $dy  px down
     * @param  float  $sigma  px
     * @return array{Rect, array<int, int>} where it lies, and how dark it is, 0–65535
     */
    private function cast(Impression $print, float $dx, float $dy, float $sigma): array
    {
        $left = (int) floor($dx);
        $top = (int) floor($dy);
        $room = (int) ceil(self::REACH * $sigma);
        $area = new Rect($print->area->x + $left - $room, $print->area->y + $top - $room, $print->area->width + 2 * $room + 1, $print->area->height + 2 * $room + 1);
        // A part of a px is shared between neighbours.
        $right = (int) round(($dx - $left) * 256);
        $down = (int) round(($dy - $top) * 256);
        [$wide, $width] = [$area->width, $print->area->width];
        $moved = array_fill(0, $wide * $area->height, 0);
        foreach ($print->starts as $row => $first) {
            $last = $print->ends[$row];
            $to = ($row + $room) * $wide + $room + $first;
            for ($i = $row * $width + $first; $i < $row * $width + $last; $i++) {
                $ink = $print->ink[$i];
                $under = $ink * $down >> 8;
                $level = $ink - $under;
                $beside = $level * $right >> 8;
                $moved[$to] += $level - $beside;
                $moved[$to + 1] += $beside;
                $beside = $under * $right >> 8;
                $moved[$to + $wide] += $under - $beside;
                $moved[$to + $wide + 1] += $beside;
                $to++;
            }
        }

        return [$area, Blur::gaussian(new Plane($wide, $area->height, $moved), $sigma)->values];
    }

    /**
     * The print over its shadow: source-over of Porter and Duff (1984).
     *
     * @param  array<int, int>  $colours  of the print, 0xRRGGBB
     * @param  array<int, int>  $shadow  0–65535
     * @param  int  $strength  of the shadow, of 65536
     */
    private function laidOver(Impression $print, array $colours, Rect $under, array $shadow, int $strength): Impression
    {
        $area = $print->area->union($under);
        $ink = array_fill(0, $area->area(), 0);
        $mixed = array_fill(0, $area->area(), $this->colour);
        $to = ($under->y - $area->y) * $area->width + $under->x - $area->x;
        for ($i = 0, $y = 0; $y < $under->height; $y++) {
            for ($x = 0; $x < $under->width; $x++) {
                $ink[$to++] = $shadow[$i++] * $strength >> 16;
            }
            $to += $area->width - $under->width;
        }
        [$red, $green, $blue] = [$this->colour >> 16, $this->colour >> 8 & 255, $this->colour & 255];
        $origin = ($print->area->y - $area->y) * $area->width + $print->area->x - $area->x;
        foreach ($print->starts as $row => $first) {
            $last = $print->ends[$row];
            $to = $origin + $row * $area->width + $first;
            for ($i = $row * $print->area->width + $first; $i < $row * $print->area->width + $last; $i++, $to++) {
                $own = $print->ink[$i];
                if ($own > 0) {
                    $rest = intdiv($ink[$to] * (65535 - $own) + 32767, 65535);
                    $all = $own + $rest;
                    $half = $all >> 1;
                    $colour = $colours[$i];
                    $ink[$to] = $all;
                    $mixed[$to] = intdiv(($colour >> 16) * $own + $red * $rest + $half, $all) << 16
                        | intdiv(($colour >> 8 & 255) * $own + $green * $rest + $half, $all) << 8
                        | intdiv(($colour & 255) * $own + $blue * $rest + $half, $all);
                }
            }
        }

        return Impression::filling($area, $ink, $mixed);
    }
}
