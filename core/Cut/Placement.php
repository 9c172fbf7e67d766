<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;

/** Where a picture lies on the source it was cut from. */
final readonly class Placement
{
    /**
     * @param  float  $x  px of the source at the picture's left edge
     * @param  float  $y  px of the source at its top edge
     * @param  float  $scale  px of the picture for one px of the source
     */
    public function __construct(
        public float $x,
        public float $y,
        public float $scale,
        public int $width,
        public int $height,
    ) {
    }

    public static function whole(Bitmap $source): self
    {
        return new self(0.0, 0.0, 1.0, $source->width, $source->height);
    }

    public function cropped(Rect $area): self
    {
        return new self($this->x + $area->x / $this->scale, $this->y + $area->y / $this->scale, $this->scale, $area->width, $area->height);
    }

    public function scaledTo(Bitmap $picture): self
    {
        return new self($this->x, $this->y, $this->scale * $picture->width / $this->width, $picture->width, $picture->height);
    }

    /** @return array{float, float, float, int, int} x, y, scale, width, height */
    public function toArray(): array
    {
        return [$this->x, $this->y, $this->scale, $this->width, $this->height];
    }
}
