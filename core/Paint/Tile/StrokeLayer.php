<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Tile;

use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;

/** A stroke that can be laid into a sheet, tile by tile. */
interface StrokeLayer
{
    /** The sheet; nothing is printed outside. */
    public function bounds(): Rect;

    /** 0xRRGGBB of a stroke of one colour; null where each pixel holds its own (see StrokeBuffer). */
    public function colour(): ?int;

    public function effect(): Effect;

    public function blendMode(): BlendMode;

    /**
     * @return array<int, int>|null null where nothing was printed
     */
    public function tile(string $key): ?array;
}
