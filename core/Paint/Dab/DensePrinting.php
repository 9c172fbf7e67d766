<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Closure;
use Yarrowfog\Core\Paint\Tile\Density;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Paint\Tile\TileForm;
use Yarrowfog\Core\Stroke\Dab;

/** Prints that add up as density: for dabs whose strength and colour never change, and whose shapes repeat. */
final class DensePrinting implements PrintingWay
{
    /** Ints of prints kept. */
    private const ROOM = 3000000;

    /** @var array<int, DensePrint> by sub-pixel place, frame, mirror and lane */
    private array $kept = [];

    private int $filled = 0;

    public function __construct(private readonly DabShapes $shapes)
    {
    }

    public function form(): TileForm
    {
        return TileForm::Density;
    }

    public function print(Dab $dab, int $ceiling, int $strength, StrokeBuffer $buffer): void
    {
        $lanes = (int) Density::LANES;
        $prints = [$this->densePrint($dab, $strength)];
        $area = $prints[0]->area;
        $x = DabFootprint::pixel($dab->x) + $area->x;
        $y = DabFootprint::pixel($dab->y) + $area->y;
        foreach ($buffer->parts($x, $y, $x + $area->width, $y + $area->height) as [$key, $tileX, $tileY, $part]) {
            $lane = ($y - $tileY) % $lanes;
            $lane = $lane < 0 ? $lane + $lanes : $lane;
            $prints[$lane] ??= $this->keptDense($dab, $lane, $strength, fn (): DensePrint => $prints[0]->inLane($lane));
            $print = $prints[$lane];
            // The row of words of the tile on which the print's first one falls; it may lie above the tile.
            $shift = intdiv($y - $lane - $tileY, $lanes);
            $top = intdiv($part[1] - $tileY, $lanes);
            $bottom = intdiv($part[3] - $tileY + $lanes - 1, $lanes);
            $buffer->put($key, TileBlend::addDensity($buffer->take($key), $tileX - $x, $top - $shift, $bottom - $shift, $shift, $part[0] - $x, $part[2] - $x, $print), $part);
        }
    }

    private function densePrint(Dab $dab, int $strength): DensePrint
    {
        return $this->keptDense($dab, 0, $strength, function () use ($dab, $strength): DensePrint {
            [$stencil, $box] = $this->shapes->pose($dab);

            return DensePrint::of($stencil, $box, $strength);
        });
    }

    /** @param  Closure(): DensePrint  $make */
    private function keptDense(Dab $dab, int $lane, int $strength, Closure $make): DensePrint
    {
        $name = DabShapes::phase($dab) * Density::LANES + $lane;
        if (isset($this->kept[$name])) {
            return $this->kept[$name];
        }
        $print = $this->shapes->once($dab, DensePrint::class, "dense {$strength} {$lane}", $make);
        if ($this->filled + $print->size() <= self::ROOM) {
            $this->kept[$name] = $print;
            $this->filled += $print->size();
        }

        return $print;
    }
}
