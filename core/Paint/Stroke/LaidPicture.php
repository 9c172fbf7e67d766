<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Composite\LayerBlend;
use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

/** A picture that lies on a layer as a stroke does: a photo, or paint that was merged. */
final class LaidPicture implements LaidStroke
{
    private bool $isTaken = false;

    /**
     * @param  Rect  $area  where it lies on the sheet, as large as the picture
     * @param  Rect  $bounds  of the sheet
     * @param  float  $opacity  0–1
     */
    public function __construct(private readonly DeepBitmap $picture, private readonly Rect $area, private readonly Rect $bounds, private readonly float $opacity = 1.0, private readonly BlendMode $mode = BlendMode::Normal)
    {
    }

    public function bounds(): Rect
    {
        return $this->bounds;
    }

    public function colour(): ?int
    {
        return null;
    }

    public function effect(): Effect
    {
        return Effect::Covers;
    }

    public function blendMode(): BlendMode
    {
        return $this->mode;
    }

    public function tile(string $key): ?array
    {
        $side = StrokeBuffer::SIDE;
        $at = StrokeBuffer::area($key);
        $part = $at->intersect($this->area)->intersect($this->bounds);
        if ($part->isEmpty()) {
            return null;
        }
        $out = array_fill(0, $side * $side, 0);
        for ($y = $part->y; $y < $part->bottom(); $y++) {
            $i = ($y - $this->area->y) * $this->area->width + $part->x - $this->area->x;
            $j = ($y - $at->y) * $side + $part->x - $at->x;
            for ($end = $j + $part->width; $j < $end; $j++, $i++) {
                $out[$j] = $this->picture->words[$i];
            }
        }

        return LayerBlend::fade($out, $this->opacity);
    }

    public function takeDirty(): array
    {
        $dirty = [];
        $shown = $this->isTaken ? new Rect(0, 0, 0, 0) : $this->area->intersect($this->bounds);
        $this->isTaken = true;
        foreach (StrokeBuffer::keysUnder($shown) as $key) {
            $dirty[$key] = StrokeBuffer::area($key)->intersect($shown);
        }

        return $dirty;
    }
}
