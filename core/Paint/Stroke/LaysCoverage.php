<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\PathPoint;

/** What strokes of dabs and of a band have in common: coverage in tiles, finished by the ground. */
trait LaysCoverage
{
    /** Null until something is laid: its buffer takes the colour of that. */
    private ?FinishedLayer $layer = null;

    private bool $isWhole = false;

    public function provisional(): array
    {
        return $this->isWhole ? [] : Provisional::of($this->brush, $this->maker->path->length());
    }

    public function pen(): ?PathPoint
    {
        return $this->maker->path->pen();
    }

    public function bounds(): Rect
    {
        return $this->bounds;
    }

    public function colour(): ?int
    {
        return $this->layer?->main->colour;
    }

    public function effect(): Effect
    {
        return Effect::of($this->brush);
    }

    public function blendMode(): BlendMode
    {
        return $this->brush->choices->blendMode;
    }

    public function tile(string $key): ?array
    {
        return $this->layer?->tile($key);
    }

    public function keys(): array
    {
        return $this->layer === null ? [] : $this->layer->keys();
    }

    public function takeDirty(): array
    {
        return $this->layer === null ? [] : $this->layer->takeDirty();
    }
}
