<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\AngleFollows;
use Yarrowfog\Core\Stroke\Dab;

/** The shapes in which the dabs of a brush come: stencils of its frames, posed; and whether they repeat. */
final readonly class DabShapes
{
    /** px of the largest prints that are kept for every eighth of a px; larger ones repeat every quarter, so that there is room for all. */
    private const FINE = 200;

    /** px of the largest prints that are kept at all. */
    private const LARGEST_KEPT = 430;

    /** @var list<StencilCache> one for each frame */
    private array $racks;

    /** Whether dabs come with few shapes, so that prints can be kept. */
    public bool $repeat;

    /** Whether they come on quarters of a px. */
    private bool $inQuarters;

    public function __construct(BrushTextures|MipChain $textures, BrushSettings $brush)
    {
        $hasOneSize = $brush->isSteady('size') && ! $brush->tapers() && $brush->isSteady('roundness');
        $palette = InkPalette::of($brush);
        $this->racks = array_map(fn (MipChain $l): StencilCache => new StencilCache($l, $hasOneSize, $palette, true), BrushTextures::of($textures)->frames);
        $size = $brush->base('size');
        $this->repeat = $hasOneSize && $size <= self::LARGEST_KEPT && $brush->isSteady('angle')
            && $brush->choices->angleFollows === AngleFollows::Nothing && $brush->base('posture') <= 0;
        $this->inQuarters = $this->repeat && $size > self::FINE;
    }

    /** The dab where it is printed: on the grid on which its shapes repeat. */
    public function place(Dab $dab): Dab
    {
        return $this->inQuarters ? $dab->at(round(4 * $dab->x) / 4, round(4 * $dab->y) / 4) : $dab;
    }

    /** @return array{Stencil, DabFootprint} */
    public function pose(Dab $dab): array
    {
        $rack = $this->racks[$dab->shape->frame] ?? $this->racks[0];
        [$width, $height] = $rack->printSize($dab->shape->size, $dab->shape->roundness);
        $stencil = $rack->stencil($width, $height);

        return [$stencil, new DabFootprint($stencil, Pose::of($dab->shape, $stencil), $dab->x, $dab->y)];
    }

    /** The part of a px by which a dab is off the grid, in eighths, its mirroring and its frame: all that differs between dabs that repeat. */
    public static function phase(Dab $dab): int
    {
        return ((int) round($dab->x * DabFootprint::PHASES) & 7) << 3 | (int) round($dab->y * DabFootprint::PHASES) & 7
            | ($dab->shape->mirrorAcross ? 64 : 0) | ($dab->shape->mirrorDown ? 128 : 0) | $dab->shape->frame << 8;
    }
}
