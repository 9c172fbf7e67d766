<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Composite\LayerBlend;
use Yarrowfog\Core\Paint\Composite\TilePart;
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
        $tile = TilePart::ofPicture($this->picture, $this->area, $key, $this->bounds);

        return $tile === null ? null : LayerBlend::fade($tile, $this->opacity);
    }

    public function takeDirty(): array
    {
        $dirty = $this->isTaken ? [] : StrokeBuffer::split($this->area->intersect($this->bounds));
        $this->isTaken = true;

        return $dirty;
    }
}
