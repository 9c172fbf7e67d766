<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Paint\Dab\Stencil;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Mirror;

/** Reads the picture of a band between its pixels, mirrored as the stroke has it. */
final readonly class BandSampler
{
    private function __construct(private bool $flipsAlong, private bool $flipsAcross)
    {
    }

    public static function of(BrushSettings $brush, Chance $chance): self
    {
        return new self(
            self::flips($brush->choices->mirrorAcross, $chance->unit(Chance::stream('mirrorAcross'), 0)),
            self::flips($brush->choices->mirrorDown, $chance->unit(Chance::stream('mirrorDown'), 0)),
        );
    }

    /**
     * Bilinear.
     *
     * @param  array{int, int, float}  $along  two columns, and the part of the second one
     * @param  float  $v  across, 0–1
     * @return array{int, int|null} ink 0–65535, and 0xRRGGBB of a picture with colours
     */
    public function sample(Stencil $stencil, array $along, float $v): array
    {
        $columns = $stencil->width - 2 * Stencil::BORDER;
        $rows = $stencil->height - 2 * Stencil::BORDER;
        [$column, $next, $fx] = $along;
        if ($this->flipsAlong) {
            $column = $columns - 1 - $column;
            $next = $columns - 1 - $next;
        }
        $y = ($this->flipsAcross ? 1.0 - $v : $v) * $rows - 0.5;
        $row = (int) floor($y);
        $fy = $y - $row;
        if ($row < -1 || $row >= $rows) {
            return [0, null];
        }
        // The border above and below is empty, which softens the long edges by a pixel.
        $upper = ($row + Stencil::BORDER) * $stencil->width + Stencil::BORDER;
        $lower = $upper + $stencil->width;
        $weights = [(1 - $fx) * (1 - $fy), $fx * (1 - $fy), (1 - $fx) * $fy, $fx * $fy];
        $at = [$upper + $column, $upper + $next, $lower + $column, $lower + $next];
        $ink = self::mix($stencil->fours, $at, $weights) * 2.0;
        if ($stencil->colours === null || $ink < 1.0) {
            return [(int) $ink, null];
        }
        $colour = 0;
        foreach ([42, 21, 0] as $shift) {
            $channel = 0.0;
            foreach ($at as $k => $i) {
                $channel += ($stencil->colours[$i] >> $shift & 0x1FFF) * $weights[$k];
            }
            $colour = $colour << 8 | (int) min(255.0, round($channel * 8.0 * 257 / $ink));
        }

        return [(int) $ink, $colour];
    }

    /**
     * @param  array<int, int>  $fours
     * @param  array{int, int, int, int}  $at
     * @param  array{float, float, float, float}  $weights
     */
    private static function mix(array $fours, array $at, array $weights): float
    {
        return ($fours[$at[0]] & Stencil::FULL) * $weights[0] + ($fours[$at[1]] & Stencil::FULL) * $weights[1]
            + ($fours[$at[2]] & Stencil::FULL) * $weights[2] + ($fours[$at[3]] & Stencil::FULL) * $weights[3];
    }

    private static function flips(Mirror $choice, float $chance): bool
    {
        return $choice === Mirror::Always || ($choice === Mirror::ByChance && $chance < 0.5);
    }
}
