<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Region;

/** A part of a layer out of which all paint is taken, as one stroke of an eraser would. */
final class ClearedArea implements LaidStroke
{
    private const ALL = 65535;

    private bool $isTaken = false;

    private readonly Rect $area;

    /** @var array<int, int>|null how much of each pixel is cleared; null for all of all */
    private readonly ?array $coverage;

    /** @param  Rect  $bounds  of the sheet */
    public function __construct(Region $region, private readonly Rect $bounds)
    {
        $on = $region->intersect($bounds);
        $this->area = $on->area;
        $this->coverage = $on->coverage();
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
        $side = (int) StrokeBuffer::SIDE;
        $at = StrokeBuffer::area($key);
        $part = $at->intersect($this->area);
        if ($part->isEmpty()) {
            return null;
        }
        $out = array_fill(0, $side ** 2, 0);
        for ($y = $part->y; $y < $part->bottom(); $y++) {
            for ($x = $part->x; $x < $part->right(); $x++) {
                $out[($y - $at->y) * $side + $x - $at->x] = $this->coverage === null ? self::ALL : $this->coverage[($y - $this->area->y) * $this->area->width + $x - $this->area->x];
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
