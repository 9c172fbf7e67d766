<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Closure;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Raster\WindowMeans;

/**
 * Cuts stencils from the image pyramid and keeps them.
 *
 * A print smaller than the tip is area-scaled, from the level just above it, to its own
 * size, rounded to a part of an octave; a larger print samples the tip itself. (Bilinear sampling straight from a level
 * gains or loses up to 12 % of a line that lies along the pixels.)
 *
 * A small print has a finer stencil than itself: three px for each of its own, or five where it is smaller still, each gathering
 * from a whole px of the print. What turns and shifts it then mixes neighbours that are closer than its pixels, and stays sharp.
 *
 * A large print that is smooth all over is cut at half the size, or less, and sampled from
 * that: what a dab reads then stays in the processor's cache, which a whole one would not.
 *
 * Stencil px for one px of the print, the stencil's ink, and its colours where the tip has some:
 *
 * @phpstan-type Cut array{float, array<int, int>, array<int, int>|null}
 */
final class StencilCache
{
    private const STEPS_PER_OCTAVE = 12;

    /** px of the longer side up to which a print has a finer stencil, and stencil px for one px of such a print: odd, so that one lies in the middle. */
    private const FINER = [[32.0, 5], [64.0, 3]];

    /** px of a level that are enough for one px of a finer stencil: its px gather from several anyway, and the level below has four times as many. */
    private const COARSEST = 0.8;

    /** px of a stencil from which one of half the size is tried. */
    private const WORTH_HALVING = 65536;

    /** Ints kept before the rack is emptied. */
    private const ROOM = 3000000;

    /** @var array<int|string, SizedStencil> by sizes */
    private array $kept = [];

    private int $filled = 0;

    /**
     * @param  bool  $exact  whether sizes come singly, so that rounding them saves nothing
     * @param  InkPalette|null  $palette  for a two-ink tip
     * @param  bool  $mayDiffer  whether stencils may be finer or coarser than their print: see their pxPerX and pxPerY
     */
    public function __construct(private readonly MipChain $levels, private readonly bool $exact, private readonly ?InkPalette $palette = null, private readonly bool $mayDiffer = false)
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
        $fineness = $this->fineness($printWidth, $printHeight);
        $key = $this->exact ? "{$printWidth} {$printHeight}" : self::steps($printWidth) << 32 | self::steps($printHeight) << 3 | $fineness;
        // Only what no palette has inked may serve other strokes too.
        $isShared = $fineness > 1 && $this->palette === null;
        $kept = $this->kept[$key] ?? ($isShared ? FramePool::find($this->levels, SizedStencil::class, $key) : null);
        if ($kept === null) {
            [$w, $h] = $this->levels->size(0);
            $width = min((float) $w, $this->exact ? $printWidth : self::roundSize($printWidth));
            $height = min((float) $h, $this->exact ? $printHeight : self::roundSize($printHeight));
            $stencil = $this->cut($width, $height, $fineness);
            $size = $stencil->width * $stencil->height * ($stencil->colours === null ? 1 : 2);
            if ($this->filled + $size > self::ROOM) {
                $this->kept = [];
                $this->filled = 0;
            }
            $this->kept[$key] = $kept = new SizedStencil($stencil, $stencil->pxPerX * $width, $stencil->pxPerY * $height);
            $this->filled += $size;
            if ($isShared) {
                FramePool::keep($this->levels, $key, $kept, $size);
            }
        }
        $stencil = $kept->stencil;

        // Rounding the size is undone by the sampling step.
        return new Stencil($stencil->width, $stencil->height, $kept->pxAcross / $printWidth, $kept->pxDown / $printHeight, $stencil->fours, $stencil->colours, $stencil->outline);
    }

    /** Stencil px for one px of a print of so many px. */
    private function fineness(float $width, float $height): int
    {
        foreach ($this->mayDiffer ? self::FINER : [] as [$most, $fineness]) {
            if ($width <= $most && $height <= $most) {
                return $fineness;
            }
        }

        return 1;
    }

    /** A size in twelfths of an octave; none is below 1/256 px. */
    private static function steps(float $px): int
    {
        return (int) (log($px) * (self::STEPS_PER_OCTAVE / M_LN2) + 8 * self::STEPS_PER_OCTAVE + 0.5);
    }

    private static function roundSize(float $px): float
    {
        return 2 ** (self::steps($px) / self::STEPS_PER_OCTAVE - 8);
    }

    private function cut(float $width, float $height, int $fineness): Stencil
    {
        [$density, $ink, $colours] = $fineness > 1 ? $this->fine($width, $height, $fineness) : $this->halve($width, $height);
        [$w, $h] = self::size($width * $density, $height * $density);
        $w += $fineness - 1;
        $h += $fineness - 1;
        $fours = Stencil::fours($ink, $w, $h);
        $border = 2 * Stencil::BORDER;

        return new Stencil($w + $border, $h + $border, $density, $density, $fours, $colours, Stencil::outline($fours, $w, $h));
    }

    /** @return array{int, int} whole px */
    private static function size(float $width, float $height): array
    {
        return [(int) max(1, ceil($width - 1e-6)), (int) max(1, ceil($height - 1e-6))];
    }

    private static function pixels(float $width, float $height): int
    {
        [$w, $h] = self::size($width, $height);

        return $w * $h;
    }

    /**
     * Finer than the print, each px gathering what one px of the print does, with room on each side for what the outermost ink spreads
     * into. To gather less would be sharper still, but only so a thin line along the pixels keeps its weight wherever it falls.
     *
     * @param  int  $fineness  odd
     * @return Cut
     */
    private function fine(float $width, float $height, int $fineness): array
    {
        $width *= $fineness;
        $height *= $fineness;
        [$w, $h] = self::size($width, $height);
        $w += $fineness - 1;
        $h += $fineness - 1;
        [$ink, $channels] = $this->planes(self::COARSEST * $width, self::COARSEST * $height, fn (Plane $plane): array => WindowMeans::of($plane, $width, $height, $w, $h, (float) $fineness)->values);

        return [(float) $fineness, $ink, $channels === null ? null : Stencil::colours($channels, $w, $h)];
    }

    /**
     * At the size of the print, or at half of it as often as nothing is lost by that.
     *
     * @return Cut
     */
    private function halve(float $width, float $height): array
    {
        [$ink, $colours] = $this->scale($width, $height);
        $density = 1.0;
        while ($this->mayDiffer && $colours === null && self::pixels($width, $height) >= self::WORTH_HALVING) {
            [$smaller] = $this->scale($width / 2, $height / 2);
            [$w, $h] = self::size($width, $height);
            [$halfW, $halfH] = self::size($width / 2, $height / 2);
            if (! Smoothness::isTold($ink, $w, $h, $smaller, $halfW, $halfH)) {
                break;
            }
            $ink = $smaller;
            $width /= 2;
            $height /= 2;
            $density /= 2;
        }

        return [$density, $ink, $colours];
    }

    /** @return array{array<int, int>, array<int, int>|null} ink, and colours where the tip has some */
    private function scale(float $width, float $height): array
    {
        [$w, $h] = self::size($width, $height);
        [$ink, $channels] = $this->planes($width, $height, fn (Plane $plane): array => $w === $plane->width && $h === $plane->height && abs($w - $width) < 1e-6 && abs($h - $height) < 1e-6
            ? $plane->values
            : Resampler::aboutCentre($plane, $width, $height, $w, $h)->values);

        return [$ink, $channels === null ? null : Stencil::colours($channels, $w, $h)];
    }

    /**
     * The ink, and the colours times the ink where the tip has some, from the level just above this size.
     *
     * @param  Closure(Plane): array<int, int>  $scaled
     * @return array{array<int, int>, array{array<int, int>, array<int, int>, array<int, int>}|null}
     */
    private function planes(float $width, float $height, Closure $scaled): array
    {
        $level = 0;
        while ($level + 1 < $this->levels->count()) {
            [$lw, $lh] = $this->levels->size($level + 1);
            if ($lw < $width || $lh < $height) {
                break;
            }
            $level++;
        }
        $frame = $this->levels->frame($level);
        $ink = $scaled($frame->ink);
        if ($frame->colours === null) {
            return [$ink, null];
        }
        $channels = [[], [], []];
        foreach ($this->palette === null ? $frame->colours->pixels : $this->palette->ink($frame->colours->pixels) as $pixel) {
            $alpha = $pixel & 255;
            $channels[0][] = ($pixel >> 24) * $alpha;
            $channels[1][] = ($pixel >> 16 & 255) * $alpha;
            $channels[2][] = ($pixel >> 8 & 255) * $alpha;
        }

        return [$ink, [
            $scaled(new Plane($frame->ink->width, $frame->ink->height, $channels[0])),
            $scaled(new Plane($frame->ink->width, $frame->ink->height, $channels[1])),
            $scaled(new Plane($frame->ink->width, $frame->ink->height, $channels[2])),
        ]];
    }
}
