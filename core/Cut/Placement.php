<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Homography;
use Yarrowfog\Core\Raster\Rect;

/** Where a picture lies on the source it was cut from. */
final readonly class Placement
{
    /** @param  Homography  $map  where each place of the source is on the picture, px */
    public function __construct(public Homography $map, public int $width, public int $height)
    {
    }

    public static function whole(Bitmap $source): self
    {
        return new self(new Homography(1.0, 0.0, 0.0, 1.0, 0.0, 0.0), $source->width, $source->height);
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
        return $this->seen(new Homography($a, $b, $c, $d, $e, $f), $width, $height);
    }

    /** The picture moved on, or seen from another side. */
    public function seen(Homography $map, int $width, int $height): self
    {
        return new self($map->after($this->map), $width, $height);
    }

    /**
     * Where a place of this picture is on another one from the same source.
     *
     * @return array{float, float} px of that picture
     */
    public function placeOn(self $other, float $x, float $y): array
    {
        return $other->map->apply(...$this->map->inverse()->apply($x, $y));
    }

    /** @return array{float, float, float, float, float, float, int, int, float, float, float} a to f, width, height, g to i */
    public function toArray(): array
    {
        $m = $this->map;

        return [$m->a, $m->b, $m->c, $m->d, $m->e, $m->f, $this->width, $this->height, $m->g, $m->h, $m->i];
    }
}
