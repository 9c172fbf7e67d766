<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

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
        $u = ($shape->mirrorAcross ? -1.0 : 1.0) / $stencil->pxPerX;
        $v = ($shape->mirrorDown ? -1.0 : 1.0) / $stencil->pxPerY;
        $pose = new self($cos * $u, -$sin * $v, $sin * $u, $cos * $v);

        return $shape->lean === 1.0 ? $pose : $pose->stretch($shape->lean, deg2rad($shape->leanTo));
    }

    /** Drawn out along a direction on the sheet: (1 + (k − 1)·d·dᵀ) times the pose. */
    private function stretch(float $by, float $direction): self
    {
        $x = cos($direction);
        $y = sin($direction);
        $k = $by - 1.0;
        $xx = 1.0 + $k * $x * $x;
        $xy = $k * $x * $y;
        $yy = 1.0 + $k * $y * $y;

        return new self(
            $xx * $this->xu + $xy * $this->yu,
            $xx * $this->xv + $xy * $this->yv,
            $xy * $this->xu + $yy * $this->yu,
            $xy * $this->xv + $yy * $this->yv,
        );
    }
}
