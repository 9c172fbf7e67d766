<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Closure;
use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Paint\Tile\Density;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Paint\Tile\TileForm;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Settings\FormSettings;
use Yarrowfog\Core\Stroke\Settings\InkSettings;

/**
 * Prints the dabs of one tip into the coverage of strokes.
 */
final class DabPrinter
{
    /** Ints of impressions kept for printing again. */
    private const ROOM = 3000000;

    /** px of the largest prints that are kept for every eighth of a px; larger ones repeat every quarter, so that there is room for all. */
    private const FINE = 200;

    /** px of the largest prints that are kept at all. */
    private const LARGEST_KEPT = 430;

    /** @var list<StencilCache> one for each frame */
    private readonly array $racks;

    private readonly ?Tooth $tooth;

    private readonly ?Lender $lender;

    private readonly ?CastShadow $shadow;

    private readonly bool $staysEven;

    private readonly bool $oneColour;

    /** Whether dabs come with few shapes, so that impressions repeat. */
    private readonly bool $repeats;

    /** Whether they come on quarters of a px. */
    private readonly bool $inQuarters;

    /** Whether strength and colour of a dab never change, so that dabs add up as density. */
    private readonly bool $isEven;

    /** @var array<int, Impression> by sub-pixel place, frame and mirror; empty unless impressions repeat */
    private array $impressions = [];

    /** @var array<int, DensePrint> the same, by lane too */
    private array $dense = [];

    private int $filled = 0;

    /** Whether each dab is turned and blended in one go. */
    private readonly bool $turnsEach;

    /**
     * @param  Backdrop|null  $under  what lies on the sheet, for dabs that take colour from it
     * @param  Tooth|null  $tooth  that each dab meets
     */
    public function __construct(BrushTextures|MipChain $kit, private readonly BrushSettings $brush, ?Backdrop $under = null, ?Tooth $tooth = null)
    {
        $steadySize = $brush->isSteady('size') && ! $brush->tapers();
        $steadyRoundness = $brush->isSteady('roundness');
        $palette = InkPalette::of($brush);
        $this->racks = array_map(fn (MipChain $l): StencilCache => new StencilCache($l, $steadySize && $steadyRoundness, $palette, true), BrushTextures::of($kit)->frames);
        $this->tooth = $tooth;
        $this->lender = $under !== null && $brush->lendsFromSheet() ? new Lender($under) : null;
        $this->shadow = CastShadow::of($brush);
        $this->staysEven = $brush->choice('overlap') === InkSettings::STAYS_EVEN;
        $this->oneColour = DabMaker::hasOneColour($brush);
        $size = $brush->base('size');
        $this->repeats = $steadySize && $steadyRoundness && $size <= self::LARGEST_KEPT && $brush->isSteady('angle')
            && $brush->choice('angleFollows') === FormSettings::NOTHING && $brush->base('posture') <= 0;
        $this->inQuarters = $this->repeats && $size > self::FINE;
        $this->isEven = $this->repeats && $brush->isSteady('flow') && $brush->isSteady('opacity') && $this->oneColour && $tooth === null;
        $this->turnsEach = ! $this->repeats && $this->oneColour && $tooth === null;
    }

    /**
     * An empty buffer of the right kind for one stroke.
     *
     * @param  Rect  $bounds  of the sheet
     * @param  int|null  $colour  0xRRGGBB of its first dab
     */
    public function buffer(Rect $bounds, ?int $colour): StrokeBuffer
    {
        return new StrokeBuffer(
            $bounds,
            $this->oneColour ? $colour ?? 0 : null,
            match (true) {
                $this->isEven => TileForm::Density,
                $this->turnsEach => TileForm::Pairs,
                default => null,
            },
            $this->staysEven ? (int) round($this->brush->base('opacity') * 65535) : 65535,
        );
    }

    /** @param  list<Dab>  $dabs */
    public function paint(array $dabs, StrokeBuffer $buffer): void
    {
        foreach ($dabs as $dab) {
            $dab = $this->inQuarters ? $dab->at(round(4 * $dab->x) / 4, round(4 * $dab->y) / 4) : $dab;
            $this->print($this->lender === null ? $dab : $this->lender->lend($dab), $buffer);
        }
    }

    private function print(Dab $dab, StrokeBuffer $buffer): void
    {
        $opacity = (int) round($dab->opacity * 65535);
        $flow = (int) round($dab->flow * 65536);
        $ceiling = $this->staysEven ? $opacity : 65535;
        $strength = $this->staysEven ? $flow : (int) round($dab->flow * $dab->opacity * 65536);
        if ($ceiling <= 0 || $strength <= 0) {
            return;
        }
        if ($buffer->isDense()) {
            $this->layDensely($dab, $strength, $buffer);

            return;
        }
        if (! $this->turnsEach) {
            $impression = $this->impression($dab);
            $this->lay($this->shadow === null ? $impression : $this->shadow->under($impression, $dab), $dab, $ceiling, $strength, $buffer);

            return;
        }
        [$stencil, $box] = $this->box($dab);
        self::turnAndLay($stencil, $box, $ceiling, $strength, $buffer);
    }

    /** @return array{Stencil, DabFootprint} */
    private function box(Dab $dab): array
    {
        $rack = $this->racks[$dab->shape->frame] ?? $this->racks[0];
        [$width, $height] = $rack->printSize($dab->shape->size, $dab->shape->roundness);
        $stencil = $rack->stencil($width, $height);

        return [$stencil, new DabFootprint($stencil, Pose::of($dab->shape, $stencil), $dab->x, $dab->y)];
    }

    /** How a dab prints, pixel by pixel. */
    public function impression(Dab $dab): Impression
    {
        $key = self::phase($dab);
        if (isset($this->impressions[$key])) {
            return $this->impressions[$key]->drift($dab->drift);
        }
        $impression = Impression::of(...$this->box($dab));
        if ($this->repeats && $this->filled + $impression->size() <= self::ROOM) {
            $this->impressions[$key] = $impression;
            $this->filled += $impression->size();
        }

        return $impression->drift($dab->drift);
    }

    private static function turnAndLay(Stencil $stencil, DabFootprint $box, int $ceiling, int $strength, StrokeBuffer $buffer): void
    {
        $rows = ScanlineSpans::of($box);
        $x = $box->area->x + $box->originX;
        $y = $box->area->y + $box->originY;
        foreach ($buffer->parts($x, $y, $x + $box->area->width, $y + $box->area->height) as [$key, $tileX, $tileY, $part]) {
            $buffer->put($key, TileBlend::blendTurned($buffer->take($key), $tileX - $x, $tileY - $y, $part[0] - $x, $part[1] - $y, $part[2] - $x, $part[3] - $y, $stencil, $rows, $ceiling, $strength), $part);
        }
    }

    /** The part of a px by which a dab is off the grid, in eighths, its mirroring and its frame: all that differs between dabs that repeat. */
    private static function phase(Dab $dab): int
    {
        return ((int) round($dab->x * DabFootprint::PHASES) & 7) << 3 | (int) round($dab->y * DabFootprint::PHASES) & 7
            | ($dab->shape->mirrorAcross ? 64 : 0) | ($dab->shape->mirrorDown ? 128 : 0) | $dab->shape->frame << 8;
    }

    private function lay(Impression $impression, Dab $dab, int $ceiling, int $strength, StrokeBuffer $buffer): void
    {
        $x = DabFootprint::pixel($dab->x) + $impression->area->x;
        $y = DabFootprint::pixel($dab->y) + $impression->area->y;
        foreach ($buffer->parts($x, $y, $x + $impression->area->width, $y + $impression->area->height) as [$key, $tileX, $tileY, $part]) {
            [$left, $top, $right, $bottom] = [$part[0] - $x, $part[1] - $y, $part[2] - $x, $part[3] - $y];
            $print = $impression;
            $k = $strength;
            if ($this->tooth !== null) {
                $ground = ($part[1] - $tileY) * StrokeBuffer::SIDE + $part[0] - $tileX;
                $print = $this->press($this->tooth, $impression, $dab, $strength, $key, $ground, $left, $top, $right, $bottom);
                $k = 65536;
            }
            // No variable may hold the tile while it is written to: that would copy it.
            $buffer->put($key, match (true) {
                $buffer->colour !== null => TileBlend::blend($buffer->take($key), $tileX - $x, $tileY - $y, $left, $top, $right, $bottom, $print, $ceiling, $k),
                $print->colours === null => TileBlend::blendInColour($buffer->take($key), $tileX - $x, $tileY - $y, $left, $top, $right, $bottom, $print, $ceiling, $k, $dab->colour),
                default => TileBlend::blendInOwnColours($buffer->take($key), $tileX - $x, $tileY - $y, $left, $top, $right, $bottom, $print, $ceiling, $k, $print->colours),
            }, $part);
        }
    }

    /**
     * A part of a print where it meets the bumps of the ground, in the tile or with the dab.
     *
     * @param  int  $ground  where the part begins in the heights under the tile
     */
    private function press(Tooth $tooth, Impression $impression, Dab $dab, int $strength, string $key, int $ground, int $left, int $top, int $right, int $bottom): Impression
    {
        $width = $impression->area->width;
        $depth = (int) round($dab->depth * 65536);
        $pressure = (int) round($dab->flow * $dab->opacity * 65536);
        // Carved ink is a share of the ceiling, which in a stroke that stays even is the opacity.
        $share = $this->staysEven ? (int) round(65536 / $dab->opacity) : 65536;

        return $impression->withInk($tooth->isFixedToSheet()
            ? $tooth->press($impression->ink, $width, $left, $top, $right, $bottom, $tooth->underTile($key), $ground, StrokeBuffer::SIDE, $depth, $strength, $share, $pressure)
            : $tooth->press($impression->ink, $width, $left, $top, $right, $bottom, $tooth->underDab($width, $impression->area->height), $top * $width + $left, $width, $depth, $strength, $share, $pressure));
    }

    /** Adds a print up as density. */
    private function layDensely(Dab $dab, int $strength, StrokeBuffer $buffer): void
    {
        $prints = [$this->densePrint($dab, $strength)];
        $area = $prints[0]->area;
        $x = DabFootprint::pixel($dab->x) + $area->x;
        $y = DabFootprint::pixel($dab->y) + $area->y;
        foreach ($buffer->parts($x, $y, $x + $area->width, $y + $area->height) as [$key, $tileX, $tileY, $part]) {
            $lane = ($y - $tileY) % Density::LANES;
            $lane = $lane < 0 ? $lane + Density::LANES : $lane;
            $prints[$lane] ??= $this->keptDense($dab, $lane, fn (): DensePrint => $prints[0]->inLane($lane));
            $print = $prints[$lane];
            // The row of words of the tile on which the print's first one falls; it may lie above the tile.
            $shift = intdiv($y - $lane - $tileY, Density::LANES);
            $top = intdiv($part[1] - $tileY, Density::LANES);
            $bottom = intdiv($part[3] - $tileY + Density::LANES - 1, Density::LANES);
            $buffer->put($key, TileBlend::addDensity($buffer->take($key), $tileX - $x, $top - $shift, $bottom - $shift, $shift, $part[0] - $x, $part[2] - $x, $print), $part);
        }
    }

    private function densePrint(Dab $dab, int $strength): DensePrint
    {
        return $this->keptDense($dab, 0, function () use ($dab, $strength): DensePrint {
            [$stencil, $box] = $this->box($dab);

            return DensePrint::of($stencil, $box, $strength);
        });
    }

    /** @param  Closure(): DensePrint  $make */
    private function keptDense(Dab $dab, int $lane, Closure $make): DensePrint
    {
        $name = self::phase($dab) * Density::LANES + $lane;
        if (isset($this->dense[$name])) {
            return $this->dense[$name];
        }
        $print = $make();
        if ($this->filled + $print->size() <= self::ROOM) {
            $this->dense[$name] = $print;
            $this->filled += $print->size();
        }

        return $print;
    }
}
