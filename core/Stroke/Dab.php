<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** One print of the tip: where, how shaped, how inked. */
final readonly class Dab
{
    /**
     * @param  float  $flow  0–1
     * @param  float  $opacity  0–1
     * @param  int  $colour  0xRRGGBB
     */
    public function __construct(
        public int $index,
        public float $t,
        public float $x,
        public float $y,
        public Shape $shape,
        public float $flow,
        public float $opacity,
        public int $colour,
    ) {
    }

    /** @return array{index: int, t: float, x: float, y: float, size: float, angle: float, roundness: float, flow: float, opacity: float, colour: string} */
    public function toArray(): array
    {
        return [
            'index' => $this->index,
            't' => $this->t,
            'x' => $this->x,
            'y' => $this->y,
            'size' => $this->shape->size,
            'angle' => $this->shape->angle,
            'roundness' => $this->shape->roundness,
            'flow' => $this->flow,
            'opacity' => $this->opacity,
            'colour' => sprintf('#%06x', $this->colour),
        ];
    }
}
