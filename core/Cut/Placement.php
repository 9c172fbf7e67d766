<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;

/**
 * Where a picture lies on the source it was cut from: a place (x, y) of the source is at
 * (a·x + c·y + e, b·x + d·y + f) of the picture.
 */
final readonly class Placement
{
    public function __construct(
        public float $a,
        public float $b,
        public float $c,
        public float $d,
        public float $e,
        public float $f,
        public int $width,
        public int $height,
    ) {
    }

    public static function whole(Bitmap $source): self
    {
        return new self(1.0, 0.0, 0.0, 1.0, 0.0, 0.0, $source->width, $source->height);
    }

    public function crop(Rect $area): self
    {
        return $this->then(1.0, 0.0, 0.0, 1.0, -$area->x, -$area->y, $area->width, $area->height);
    }

    public function scaledTo(int $width, int $height): self
    {
        return $this->then($width / $this->width, 0.0, 0.0, $height / $this->height, 0.0, 0.0, $width, $height);
    }

    /** The picture moved on: its place (x, y) goes to (a·x + c·y + e, b·x + d·y + f). */
    public function then(float $a, float $b, float $c, float $d, float $e, float $f, int $width, int $height): self
    {
        return new self(
            $a * $this->a + $c * $this->b,
            $b * $this->a + $d * $this->b,
            $a * $this->c + $c * $this->d,
            $b * $this->c + $d * $this->d,
            $a * $this->e + $c * $this->f + $e,
            $b * $this->e + $d * $this->f + $f,
            $width,
            $height,
        );
    }

    /**
     * Where a place of this picture is on another one from the same source.
     *
     * @return array{float, float} px of that picture
     */
    public function placeOn(self $other, float $x, float $y): array
    {
        $det = $this->a * $this->d - $this->b * $this->c;
        $x -= $this->e;
        $y -= $this->f;
        $u = ($this->d * $x - $this->c * $y) / $det;
        $v = ($this->a * $y - $this->b * $x) / $det;

        return [$other->a * $u + $other->c * $v + $other->e, $other->b * $u + $other->d * $v + $other->f];
    }

    /** @return array{float, float, float, float, float, float, int, int} a to f, width, height */
    public function toArray(): array
    {
        return [$this->a, $this->b, $this->c, $this->d, $this->e, $this->f, $this->width, $this->height];
    }
}
