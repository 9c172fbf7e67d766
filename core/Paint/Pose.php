<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Yarrowfog\Core\Stroke\Shape;

/** How a stencil stands on the sheet: (x, y) = (xu·u + xv·v, yu·u + yv·v) for a place u, v from its middle. */
final readonly class Pose
{
    public function __construct(public float $xu, public float $xv, public float $yu, public float $yv)
    {
    }

    public static function of(Shape $shape, Stencil $stencil): self
    {
        $cos = cos(deg2rad($shape->angle));
        $sin = sin(deg2rad($shape->angle));

        return new self($cos / $stencil->pxPerX, -$sin / $stencil->pxPerY, $sin / $stencil->pxPerX, $cos / $stencil->pxPerY);
    }
}
