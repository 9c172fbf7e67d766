<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Resampler;

/**
 * Cuts stencils from the image pyramid and keeps them.
 *
 * A print smaller than the tip is area-scaled, from the level just above it, to its own
 * size rounded to 1/24 octave; what then turns it samples at nearly 1 : 1, so a thin line
 * keeps its weight within 1.5 %. (Bilinear sampling straight from a level gains or loses
 * up to 12 % of a line that lies along the pixels.) A larger print samples the tip itself.
 */
final class StencilRack
{
    private const STEPS_PER_OCTAVE = 12;

    /** Ints kept before the rack is emptied. */
    private const ROOM = 3000000;

    /** @var array<string, Stencil> */
    private array $kept = [];

    private int $filled = 0;

    /**
     * @param  bool  $exact  whether sizes come singly, so that rounding them saves nothing
     * @param  InkPalette|null  $palette  for a two-ink tip
     */
    public function __construct(private readonly Levels $levels, private readonly bool $exact, private readonly ?InkPalette $palette = null)
    {
    }

    /**
     * px of the print before it is turned.
     *
     * @return array{float, float} width, height
     */
    public function printSize(float $size, float $roundness): array
    {
        [$w, $h] = $this->levels->size(0);
        $scale = $size / max($w, $h);

        return [$w * $scale, $h * $scale * $roundness];
    }

    public function stencil(float $printWidth, float $printHeight): Stencil
    {
        [$w, $h] = $this->levels->size(0);
        $width = min((float) $w, $this->rounded($printWidth));
        $height = min((float) $h, $this->rounded($printHeight));
        $key = "{$width} {$height}";
        $stencil = $this->kept[$key] ?? null;
        if ($stencil === null) {
            $stencil = $this->cut($width, $height);
            $size = $stencil->width * $stencil->height * ($stencil->colours === null ? 1 : 2);
            if ($this->filled + $size > self::ROOM) {
                $this->kept = [];
                $this->filled = 0;
            }
            $this->kept[$key] = $stencil;
            $this->filled += $size;
        }

        // Rounding the size is undone by the sampling step.
        return new Stencil($stencil->width, $stencil->height, $width / $printWidth, $height / $printHeight, $stencil->fours, $stencil->colours, $stencil->outline);
    }

    private function rounded(float $px): float
    {
        return $this->exact ? $px : 2 ** (round(log($px, 2) * self::STEPS_PER_OCTAVE) / self::STEPS_PER_OCTAVE);
    }

    private function cut(float $width, float $height): Stencil
    {
        $level = 0;
        while ($level + 1 < $this->levels->count()) {
            [$w, $h] = $this->levels->size($level + 1);
            if ($w < $width || $h < $height) {
                break;
            }
            $level++;
        }
        $frame = $this->levels->frame($level);
        $w = (int) max(1, ceil($width - 1e-6));
        $h = (int) max(1, ceil($height - 1e-6));
        $scaled = fn (Plane $plane): array => $w === $plane->width && $h === $plane->height && abs($w - $width) < 1e-6 && abs($h - $height) < 1e-6
            ? $plane->values
            : Resampler::centred($plane, $width, $height, $w, $h)->values;
        $ink = $scaled($frame->ink);
        $colours = null;
        if ($frame->colours !== null) {
            $channels = [[], [], []];
            foreach ($this->palette === null ? $frame->colours->pixels : $this->palette->inked($frame->colours->pixels) as $pixel) {
                $alpha = $pixel & 255;
                $channels[0][] = ($pixel >> 24) * $alpha;
                $channels[1][] = ($pixel >> 16 & 255) * $alpha;
                $channels[2][] = ($pixel >> 8 & 255) * $alpha;
            }
            $colours = Stencil::colours([
                $scaled(new Plane($frame->ink->width, $frame->ink->height, $channels[0])),
                $scaled(new Plane($frame->ink->width, $frame->ink->height, $channels[1])),
                $scaled(new Plane($frame->ink->width, $frame->ink->height, $channels[2])),
            ], $w, $h);
        }

        $border = 2 * Stencil::BORDER;

        return new Stencil($w + $border, $h + $border, 1.0, 1.0, Stencil::fours($ink, $w, $h), $colours, Stencil::outline($ink, $w, $h));
    }
}
