<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;

/** A painted stroke whose pixels lie some whole px further. */
final readonly class ShiftedStroke implements LaidStroke
{
    /**
     * @param  int  $dx  px to the right
     * @param  int  $dy  px down
     * @param  Rect  $bounds  of the sheet
     */
    public function __construct(private PaintedStroke $stroke, private int $dx, private int $dy, private Rect $bounds)
    {
    }

    public function bounds(): Rect
    {
        return $this->bounds;
    }

    public function colour(): ?int
    {
        return $this->stroke->colour();
    }

    public function effect(): Effect
    {
        return $this->stroke->effect();
    }

    public function blendMode(): BlendMode
    {
        return $this->stroke->blendMode();
    }

    public function tile(string $key): ?array
    {
        $side = (int) StrokeBuffer::SIDE;
        $source = StrokeBuffer::area($key)->move(-$this->dx, -$this->dy);
        $out = null;
        foreach (StrokeBuffer::keysUnder($source) as $from) {
            $tile = $this->stroke->tile($from);
            if ($tile === null) {
                continue;
            }
            $out ??= array_fill(0, $side * $side, 0);
            $there = StrokeBuffer::area($from);
            $part = $there->intersect($source);
            for ($y = $part->y; $y < $part->bottom(); $y++) {
                $i = ($y - $there->y) * $side + $part->x - $there->x;
                $j = ($y - $source->y) * $side + $part->x - $source->x;
                for ($end = $j + $part->width; $j < $end; $j++, $i++) {
                    $out[$j] = $tile[$i];
                }
            }
        }

        return $out;
    }

    public function takeDirty(): array
    {
        $changed = [];
        foreach ($this->stroke->takeDirty() as $area) {
            $moved = $area->move($this->dx, $this->dy)->intersect($this->bounds);
            foreach (StrokeBuffer::keysUnder($moved) as $key) {
                $part = StrokeBuffer::area($key)->intersect($moved);
                $changed[$key] = isset($changed[$key]) ? $changed[$key]->union($part) : $part;
            }
        }

        return $changed;
    }
}
