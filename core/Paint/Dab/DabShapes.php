<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Closure;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\AngleFollows;
use Yarrowfog\Core\Stroke\Dab;

/** The shapes in which the dabs of a brush come: stencils of its frames, posed; and whether they repeat. */
final readonly class DabShapes
{
    /** px of the largest prints that repeat every so many parts of a px: the smaller a print, the more of its ink lies at an edge, and the more of them there is room for. */
    private const GRIDS = [[64, 16], [200, 8], [self::LARGEST_KEPT, 4]];

    /** px of the largest prints that are kept at all. */
    private const LARGEST_KEPT = 430;

    /** @var list<StencilCache> one for each frame */
    private array $racks;

    /** @var list<MipChain> */
    private array $frames;

    /** Whether prints look the same in all strokes: no palette has inked them. */
    private bool $areShared;

    /** Whether dabs come with few shapes, so that prints can be kept. */
    public bool $repeat;

    /** Parts of a px in which they come; 0 where they do not repeat. */
    private int $grid;

    public function __construct(BrushTextures|MipChain $textures, BrushSettings $brush)
    {
        $hasOneSize = $brush->isSteady('size') && ! $brush->tapers() && $brush->isSteady('roundness');
        $palette = InkPalette::of($brush);
        $this->frames = BrushTextures::of($textures)->frames;
        $this->racks = array_map(fn (MipChain $l): StencilCache => new StencilCache($l, $hasOneSize, $palette, true), $this->frames);
        $this->areShared = $palette === null;
        $size = $brush->base('size');
        $this->repeat = $hasOneSize && $size <= self::LARGEST_KEPT && $brush->isSteady('angle')
            && $brush->choices->angleFollows === AngleFollows::Nothing && $brush->base('posture') <= 0;
        $this->grid = $this->repeat ? array_find(self::GRIDS, fn (array $grid): bool => $size <= $grid[0])[1] ?? 0 : 0;
    }

    /** The dab where it is printed: on the grid on which its shapes repeat. */
    public function place(Dab $dab): Dab
    {
        return $this->grid > 0 ? $dab->at(round($this->grid * $dab->x) / $this->grid, round($this->grid * $dab->y) / $this->grid) : $dab;
    }

    /** @return array{Stencil, DabFootprint} */
    public function pose(Dab $dab): array
    {
        $rack = $this->racks[$dab->shape->frame] ?? $this->racks[0];
        [$width, $height] = $rack->printSize($dab->shape->size, $dab->shape->roundness);
        $stencil = $rack->stencil($width, $height);

        return [$stencil, new DabFootprint($stencil, Pose::of($dab->shape, $stencil), $dab->x, $dab->y)];
    }

    /**
     * A print that is made once, where dabs repeat: by this stroke, or by one before it in this process.
     *
     * @template T of Impression|DensePrint
     *
     * @param  class-string<T>  $kind
     * @param  string  $how  all that it depends on besides the shape of the dab
     * @param  Closure(): T  $make
     * @return T
     */
    public function once(Dab $dab, string $kind, string $how, Closure $make): Impression|DensePrint
    {
        if (! $this->repeat || ! $this->areShared) {
            return $make();
        }
        $frame = $this->frames[$dab->shape->frame] ?? $this->frames[0];
        $key = implode(' ', [$how, self::phase($dab), $dab->shape->size, $dab->shape->angle, $dab->shape->roundness]);
        $made = FramePool::find($frame, $kind, $key);
        if ($made === null) {
            $made = $make();
            FramePool::keep($frame, $key, $made, $made->size());
        }

        return $made;
    }

    /** The part of a px by which a dab is off the grid, its mirroring and its frame: all that differs between dabs that repeat. */
    public static function phase(Dab $dab): int
    {
        return ((int) round($dab->x * DabFootprint::PHASES) & 63) << 6 | (int) round($dab->y * DabFootprint::PHASES) & 63
            | ($dab->shape->mirrorAcross ? 4096 : 0) | ($dab->shape->mirrorDown ? 8192 : 0) | $dab->shape->frame << 14;
    }
}
