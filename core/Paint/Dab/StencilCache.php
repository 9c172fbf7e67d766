<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Resampler;

use function is_int;

/**
 * Cuts stencils from the image pyramid and keeps them.
 *
 * A print smaller than the tip is area-scaled, from the level just above it, to its own
 * size, rounded to a part of an octave; a larger print samples the tip itself. (Bilinear sampling straight from a level
 * gains or loses up to 12 % of a line that lies along the pixels.)
 *
 * A small print has a finer stencil than itself: three px for each of its own, each gathering from a whole px of
 * the print. What turns and shifts it then mixes neighbours that are closer than its pixels, and stays sharp.
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

    /** px of the longer side up to which a print has a finer stencil. */
    private const SMALL = 64.0;

    /** Stencil px for one px of such a print. */
    private const FINE = 3.0;

    /** px of a stencil from which one of half the size is tried. */
    private const WORTH_HALVING = 65536;

    /** Ints kept before the rack is emptied. */
    private const ROOM = 3000000;

    /** @var array<int|string, array{Stencil, float, float}> with the px it has across and down, by sizes */
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
        $isFine = $this->isFine($printWidth, $printHeight);
        $key = $this->exact ? "{$printWidth} {$printHeight}" : self::steps($printWidth) << 32 | self::steps($printHeight) << 1 | ($isFine ? 1 : 0);
        // Only what no palette has inked may serve other strokes too.
        $isShared = $isFine && $this->palette === null;
        $kept = $this->kept[$key] ?? ($isShared ? StencilPool::find($this->levels, $key) : null);
        if ($kept === null) {
            [$w, $h] = $this->levels->size(0);
            $width = min((float) $w, $this->exact ? $printWidth : self::roundSize($printWidth));
            $height = min((float) $h, $this->exact ? $printHeight : self::roundSize($printHeight));
            $stencil = $this->cut($width, $height, $isFine);
            $size = $stencil->width * $stencil->height * ($stencil->colours === null ? 1 : 2);
            if ($this->filled + $size > self::ROOM) {
                $this->kept = [];
                $this->filled = 0;
            }
            $this->kept[$key] = $kept = [$stencil, $stencil->pxPerX * $width, $stencil->pxPerY * $height];
            $this->filled += $size;
            if ($isShared) {
                StencilPool::keep($this->levels, $key, $kept);
            }
        }
        [$stencil, $pxAcross, $pxDown] = $kept;

        // Rounding the size is undone by the sampling step.
        return new Stencil($stencil->width, $stencil->height, $pxAcross / $printWidth, $pxDown / $printHeight, $stencil->fours, $stencil->colours, $stencil->outline);
    }

    /** Whether a print of so many px has a finer stencil. */
    private function isFine(float $width, float $height): bool
    {
        return $this->mayDiffer && $width <= self::SMALL && $height <= self::SMALL;
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

    private function cut(float $width, float $height, bool $isFine): Stencil
    {
        [$density, $ink, $colours] = $isFine ? $this->fine($width, $height) : $this->halve($width, $height);
        [$w, $h] = self::size($width * $density, $height * $density);
        if ($isFine) {
            $w += 2;
            $h += 2;
        }
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
     * Finer than the print, with one px more on each side, into which the outermost ink spreads.
     *
     * @return Cut
     */
    private function fine(float $width, float $height): array
    {
        [$w, $h] = self::size($width * self::FINE, $height * self::FINE);
        [$ink, $channels] = $this->planes($width * self::FINE, $height * self::FINE);
        if ($channels !== null) {
            [$red, $green, $blue] = $channels;
            $channels = Stencil::colours([self::gather($red, $w, $h), self::gather($green, $w, $h), self::gather($blue, $w, $h)], $w + 2, $h + 2);
        }

        return [self::FINE, self::gather($ink, $w, $h), $channels];
    }

    /**
     * The mean of each px and its neighbours: what one px of the print gathers. Less would be sharper still, but only with all three
     * a thin line along the pixels keeps its weight wherever it falls.
     *
     * @param  array<int, int>  $in  width · height
     * @return array<int, int> with one px more on each side
     */
    private static function gather(array $in, int $width, int $height): array
    {
        $third = 21845;
        $wide = $width + 2;
        $rows = array_fill(0, $wide * ($height + 4), 0);
        $i = 0;
        $j = 2 * $wide;
        for ($y = 0; $y < $height; $y++) {
            $a = 0;
            $b = 0;
            for ($x = 0; $x < $width; $x++) {
                $c = $in[$i];
                if (! is_int($c)) {
                    return $in;
                }
                $rows[$j] = ($a + $b + $c) * $third + 32768 >> 16;
                $a = $b;
                $b = $c;
                $i++;
                $j++;
            }
            $rows[$j] = ($a + $b) * $third + 32768 >> 16;
            $rows[$j + 1] = $b * $third + 32768 >> 16;
            $j += 2;
        }
        $count = $wide * ($height + 2);
        $out = array_fill(0, $count, 0);
        for ($j = 0; $j < $count; $j++) {
            $a = $rows[$j];
            $b = $rows[$j + $wide];
            $c = $rows[$j + 2 * $wide];
            if (! is_int($a) || ! is_int($b) || ! is_int($c)) {
                return $out;
            }
            $out[$j] = ($a + $b + $c) * $third + 32768 >> 16;
        }

        return $out;
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
        [$ink, $channels] = $this->planes($width, $height);

        return [$ink, $channels === null ? null : Stencil::colours($channels, ...self::size($width, $height))];
    }

    /**
     * The ink, and the colours times the ink where the tip has some, area-scaled.
     *
     * @return array{array<int, int>, array{array<int, int>, array<int, int>, array<int, int>}|null}
     */
    private function planes(float $width, float $height): array
    {
        [$w, $h] = self::size($width, $height);
        $level = 0;
        while ($level + 1 < $this->levels->count()) {
            [$lw, $lh] = $this->levels->size($level + 1);
            if ($lw < $width || $lh < $height) {
                break;
            }
            $level++;
        }
        $frame = $this->levels->frame($level);
        $scaled = fn (Plane $plane): array => $w === $plane->width && $h === $plane->height && abs($w - $width) < 1e-6 && abs($h - $height) < 1e-6
            ? $plane->values
            : Resampler::aboutCentre($plane, $width, $height, $w, $h)->values;
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
