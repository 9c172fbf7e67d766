<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** How one dab is shaped. */
final readonly class Shape
{
    /**
     * @param  float  $size  px, the longer side of the tip
     * @param  float  $angle  degrees clockwise
     * @param  float  $roundness  0–1
     */
    public function __construct(public float $size, public float $angle, public float $roundness)
    {
    }
}
