<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Format\OpenRaster;

use Yarrowfog\Core\Raster\BlendMode;

/** A layer as OpenRaster describes it. */
final readonly class RasterLayer
{
    /**
     * @param  string  $source  name of its picture in the file; empty where it holds nothing
     * @param  int  $x  px, where its picture's left edge lies
     * @param  int  $y  px, its upper edge
     * @param  float  $opacity  0–1
     * @param  bool  $isClipped  shown only over the layer below
     */
    public function __construct(
        public string $name,
        public string $source,
        public int $x = 0,
        public int $y = 0,
        public float $opacity = 1.0,
        public bool $isHidden = false,
        public BlendMode $mode = BlendMode::Normal,
        public bool $isClipped = false,
        public bool $isLocked = false,
        public bool $keepsAlpha = false,
    ) {
    }
}
