<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Closure;
use Yarrowfog\Core\Raster\Bytes;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Resampler;

/**
 * Cuts stencils from the image pyramid and keeps them.
 *
 * A print smaller than the tip is area-scaled, from the level just above it, to its own
 * size rounded to 1/12 octave; what then turns it samples at nearly 1 : 1, so a thin line
 * keeps its weight within 1.5 %. (Bilinear sampling straight from a level gains or loses
 * up to 12 % of a line that lies along the pixels.) A larger print samples the tip itself.
 *
 * A large print that is smooth all over is cut at half the size, or less, and sampled from
 * that: what a dab reads then stays in the processor's cache, which a whole one would not.
 *
 * How often a stencil's size was halved, its ink, and its colours where the tip has some:
 *
 * @phpstan-type Cut array{int, array<int, int>, array<int, int>|null}
 */
final class StencilRack
{
    private const STEPS_PER_OCTAVE = 12;

    /** px of a stencil from which cutting it anew costs more than reading it. */
    private const WORTH_SHARING = 16384;

    /** px of a stencil from which one of half the size is tried. */
    private const WORTH_HALVING = 65536;

    /** Ints kept before the rack is emptied. */
    private const ROOM = 3000000;

    /** @var array<int|string, array{Stencil, float, float}> with the px it has across and down, by sizes */
    private array $kept = [];

    private int $filled = 0;

    /** @var (Closure(string): ?string)|null */
    private ?Closure $shared = null;

    /** @var array<string, string> bytes of stencils that are worth handing on, by name */
    private array $exports = [];

    /**
     * @param  bool  $exact  whether sizes come singly, so that rounding them saves nothing
     * @param  InkPalette|null  $palette  for a two-ink tip
     * @param  bool  $mayHalve  whether stencils may be smaller than their print: see their pxPerX and pxPerY
     */
    public function __construct(private readonly Levels $levels, private readonly bool $exact, private readonly ?InkPalette $palette = null, private readonly bool $mayHalve = false)
    {
    }

    /**
     * From here on stencils that another process has cut are taken from there, and those cut
     * here are exported.
     *
     * @param  Closure(string): ?string  $shared  bytes by the names that `exports` gives
     */
    public function share(Closure $shared): void
    {
        $this->shared = $shared;
    }

    /** @return array<string, string> bytes by name, of what was cut here since it began to share */
    public function exports(): array
    {
        return $this->exports;
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
        $key = $this->exact ? "{$printWidth} {$printHeight}" : self::steps($printWidth) << 32 | self::steps($printHeight);
        $kept = $this->kept[$key] ?? null;
        if ($kept === null) {
            [$w, $h] = $this->levels->size(0);
            $width = min((float) $w, $this->exact ? $printWidth : self::rounded($printWidth));
            $height = min((float) $h, $this->exact ? $printHeight : self::rounded($printHeight));
            $stencil = $this->cut($width, $height);
            $size = $stencil->width * $stencil->height * ($stencil->colours === null ? 1 : 2);
            if ($this->filled + $size > self::ROOM) {
                $this->kept = [];
                $this->filled = 0;
            }
            $this->kept[$key] = $kept = [$stencil, $stencil->pxPerX * $width, $stencil->pxPerY * $height];
            $this->filled += $size;
        }
        [$stencil, $pxAcross, $pxDown] = $kept;

        // Rounding the size is undone by the sampling step.
        return new Stencil($stencil->width, $stencil->height, $pxAcross / $printWidth, $pxDown / $printHeight, $stencil->fours, $stencil->colours, $stencil->outline);
    }

    /** A size in twelfths of an octave; none is below 1/256 px. */
    private static function steps(float $px): int
    {
        return (int) (log($px) * (self::STEPS_PER_OCTAVE / M_LN2) + 8 * self::STEPS_PER_OCTAVE + 0.5);
    }

    private static function rounded(float $px): float
    {
        return 2 ** (self::steps($px) / self::STEPS_PER_OCTAVE - 8);
    }

    private function cut(float $width, float $height): Stencil
    {
        [$halvings, $ink, $colours] = $this->shared === null || self::pixels($width, $height) < self::WORTH_SHARING
            ? $this->halved($width, $height)
            : $this->fetched($this->shared, $width, $height);
        [$w, $h] = self::size($width / 2 ** $halvings, $height / 2 ** $halvings);
        $fours = Stencil::fours($ink, $w, $h);
        $border = 2 * Stencil::BORDER;

        return new Stencil($w + $border, $h + $border, 1 / 2 ** $halvings, 1 / 2 ** $halvings, $fours, $colours, Stencil::outline($fours, $w, $h));
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
     * What another process has cut; where none has, it is cut here and exported.
     *
     * @param  Closure(string): ?string  $shared
     * @return Cut
     */
    private function fetched(Closure $shared, float $width, float $height): array
    {
        $name = bin2hex(pack('E2', $width, $height));
        $bytes = $shared($name) ?? '';
        $halvings = ord($bytes[0] ?? "\0");
        [$w, $h] = self::size($width / 2 ** $halvings, $height / 2 ** $halvings);
        $ofInk = 2 * $w * $h;
        $ofColours = 8 * ($w + 2 * Stencil::BORDER) * ($h + 2 * Stencil::BORDER);
        if (strlen($bytes) === 1 + $ofInk || strlen($bytes) === 1 + $ofInk + $ofColours) {
            return [$halvings, Bytes::toValues(substr($bytes, 1, $ofInk)), strlen($bytes) === 1 + $ofInk ? null : Bytes::toWords(substr($bytes, 1 + $ofInk))];
        }
        [$halvings, $ink, $colours] = $this->halved($width, $height);
        $this->exports[$name] = chr($halvings).Bytes::fromValues($ink).($colours === null ? '' : Bytes::fromWords($colours));

        return [$halvings, $ink, $colours];
    }

    /**
     * At the size of the print, or at half of it as often as nothing is lost by that.
     *
     * @return Cut
     */
    private function halved(float $width, float $height): array
    {
        [$ink, $colours] = $this->scaled($width, $height);
        $halvings = 0;
        while ($this->mayHalve && $colours === null && self::pixels($width, $height) >= self::WORTH_HALVING) {
            [$smaller] = $this->scaled($width / 2, $height / 2);
            [$w, $h] = self::size($width, $height);
            [$halfW, $halfH] = self::size($width / 2, $height / 2);
            if (! Smoothness::isTold($ink, $w, $h, $smaller, $halfW, $halfH)) {
                break;
            }
            $ink = $smaller;
            $width /= 2;
            $height /= 2;
            $halvings++;
        }

        return [$halvings, $ink, $colours];
    }

    /** @return array{array<int, int>, array<int, int>|null} ink, and colours where the tip has some */
    private function scaled(float $width, float $height): array
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
            : Resampler::centred($plane, $width, $height, $w, $h)->values;
        $ink = $scaled($frame->ink);
        if ($frame->colours === null) {
            return [$ink, null];
        }
        $channels = [[], [], []];
        foreach ($this->palette === null ? $frame->colours->pixels : $this->palette->inked($frame->colours->pixels) as $pixel) {
            $alpha = $pixel & 255;
            $channels[0][] = ($pixel >> 24) * $alpha;
            $channels[1][] = ($pixel >> 16 & 255) * $alpha;
            $channels[2][] = ($pixel >> 8 & 255) * $alpha;
        }

        return [$ink, Stencil::colours([
            $scaled(new Plane($frame->ink->width, $frame->ink->height, $channels[0])),
            $scaled(new Plane($frame->ink->width, $frame->ink->height, $channels[1])),
            $scaled(new Plane($frame->ink->width, $frame->ink->height, $channels[2])),
        ], $w, $h)];
    }
}
