<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Tile;

use Yarrowfog\Core\Raster\Rect;

/** A stroke that knows where it changes the sheet. */
interface LaidStroke extends StrokeLayer
{
    /**
     * What changed since the last call, by tile.
     *
     * @return array<string, Rect>
     */
    public function takeDirty(): array;
}
