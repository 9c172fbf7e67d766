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
     * @param  int  $frame  which picture of the tip, from 0
     * @param  bool  $mirrorAcross  left and right change places, before it is turned
     * @param  bool  $mirrorDown  top and bottom do
     * @param  float  $lean  how many times longer the print is along the pen; 1 for an upright one
     * @param  float  $leanTo  degrees, where the pen leans to
     */
    public function __construct(
        public float $size,
        public float $angle,
        public float $roundness,
        public int $frame = 0,
        public bool $mirrorAcross = false,
        public bool $mirrorDown = false,
        public float $lean = 1.0,
        public float $leanTo = 0.0,
    ) {
    }
}
