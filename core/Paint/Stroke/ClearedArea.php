<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;

/** A rectangle of a layer out of which all paint is taken, as one stroke of an eraser would. */
final class ClearedArea implements LaidStroke
{
    private const ALL = 65535;

    private bool $isTaken = false;

    private readonly Rect $area;

    /** @param  Rect  $bounds  of the sheet */
    public function __construct(Rect $area, private readonly Rect $bounds)
    {
        $this->area = $area->intersect($bounds);
    }

    public function bounds(): Rect
    {
        return $this->bounds;
    }

    public function colour(): int
    {
        return 0;
    }

    public function effect(): Effect
    {
        return Effect::Erases;
    }

    public function blendMode(): BlendMode
    {
        return BlendMode::Normal;
    }

    public function tile(string $key): ?array
    {
        $at = StrokeBuffer::area($key);
        $part = $at->intersect($this->area);
        if ($part->isEmpty()) {
            return null;
        }
        $out = array_fill(0, StrokeBuffer::SIDE ** 2, 0);
        for ($y = $part->y; $y < $part->bottom(); $y++) {
            for ($x = $part->x; $x < $part->right(); $x++) {
                $out[($y - $at->y) * StrokeBuffer::SIDE + $x - $at->x] = self::ALL;
            }
        }

        return $out;
    }

    public function takeDirty(): array
    {
        $dirty = $this->isTaken ? [] : StrokeBuffer::split($this->area);
        $this->isTaken = true;

        return $dirty;
    }
}
