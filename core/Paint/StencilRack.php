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
 */
final class StencilRack
{
    private const STEPS_PER_OCTAVE = 12;

    /** px of a stencil from which cutting it anew costs more than reading it. */
    private const WORTH_SHARING = 16384;

    /** Ints kept before the rack is emptied. */
    private const ROOM = 3000000;

    /** @var array<string, Stencil> */
    private array $kept = [];

    private int $filled = 0;

    /** @var (Closure(string): ?string)|null */
    private ?Closure $shared = null;

    /** @var array<string, string> bytes of stencils that are worth handing on, by name */
    private array $exports = [];

    /**
     * @param  bool  $exact  whether sizes come singly, so that rounding them saves nothing
     * @param  InkPalette|null  $palette  for a two-ink tip
     */
    public function __construct(private readonly Levels $levels, private readonly bool $exact, private readonly ?InkPalette $palette = null)
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
        $w = (int) max(1, ceil($width - 1e-6));
        $h = (int) max(1, ceil($height - 1e-6));
        [$ink, $colours] = $this->shared === null || $w * $h < self::WORTH_SHARING
            ? $this->scaled($width, $height, $w, $h)
            : $this->fetched($this->shared, $width, $height, $w, $h);
        $fours = Stencil::fours($ink, $w, $h);
        $border = 2 * Stencil::BORDER;

        return new Stencil($w + $border, $h + $border, 1.0, 1.0, $fours, $colours, Stencil::outline($fours, $w, $h));
    }

    /**
     * What another process has cut; where none has, it is cut here and exported.
     *
     * @param  Closure(string): ?string  $shared
     * @return array{array<int, int>, array<int, int>|null} ink, and colours where the tip has some
     */
    private function fetched(Closure $shared, float $width, float $height, int $w, int $h): array
    {
        $name = bin2hex(pack('E2', $width, $height));
        $bytes = $shared($name) ?? '';
        $ofInk = 2 * $w * $h;
        $ofColours = 8 * ($w + 2 * Stencil::BORDER) * ($h + 2 * Stencil::BORDER);
        if (strlen($bytes) === $ofInk || strlen($bytes) === $ofInk + $ofColours) {
            return [Bytes::toValues(substr($bytes, 0, $ofInk)), strlen($bytes) === $ofInk ? null : Bytes::toWords(substr($bytes, $ofInk))];
        }
        [$ink, $colours] = $this->scaled($width, $height, $w, $h);
        $this->exports[$name] = Bytes::fromValues($ink).($colours === null ? '' : Bytes::fromWords($colours));

        return [$ink, $colours];
    }

    /** @return array{array<int, int>, array<int, int>|null} ink, and colours where the tip has some */
    private function scaled(float $width, float $height, int $w, int $h): array
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
