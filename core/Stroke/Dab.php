<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** One print of the tip: where, how shaped, how inked. */
final readonly class Dab
{
    /**
     * @param  float  $flow  0–1
     * @param  float  $opacity  0–1
     * @param  int  $colour  0xRRGGBB, with its drift
     * @param  Drift  $drift  for tips that bring colours of their own
     * @param  float  $lends  0–1, towards the colour of the sheet under its middle
     * @param  float  $depth  0–1, of the tooth
     * @param  float  $carries  0–1, of a smudge
     * @param  float  $fresh  0–1, ink that a smudge adds
     * @param  float  $shadow  0–1, how dark the shadow is that it casts
     * @param  float  $lift  how far from it that falls, as a part of its size
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
        public Drift $drift = new Drift,
        public float $lends = 0.0,
        public float $depth = 0.0,
        public float $carries = 0.0,
        public float $fresh = 0.0,
        public float $shadow = 0.0,
        public float $lift = 0.0,
    ) {
    }

    /** The same dab in another colour, 0xRRGGBB, and with its own colours moved otherwise. */
    public function withColour(int $colour, Drift $drift): self
    {
        return $this->copyWith($this->x, $this->y, $this->shape, $colour, $drift);
    }

    /** The same dab at another place. */
    public function at(float $x, float $y): self
    {
        return $this->copyWith($x, $y, $this->shape, $this->colour, $this->drift);
    }

    /** The same ink elsewhere, shaped otherwise. */
    public function shapedAt(float $x, float $y, Shape $shape): self
    {
        return $this->copyWith($x, $y, $shape, $this->colour, $this->drift);
    }

    private function copyWith(float $x, float $y, Shape $shape, int $colour, Drift $drift): self
    {
        return new self($this->index, $this->t, $x, $y, $shape, $this->flow, $this->opacity, $colour, $drift, $this->lends, $this->depth, $this->carries, $this->fresh, $this->shadow, $this->lift);
    }

    /** @return array{index: int, t: float, x: float, y: float, size: float, angle: float, roundness: float, frame: int, mirrored: array{bool, bool}, lean: float, flow: float, opacity: float, colour: string} */
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
            'frame' => $this->shape->frame,
            'mirrored' => [$this->shape->mirrorAcross, $this->shape->mirrorDown],
            'lean' => $this->shape->lean,
            'flow' => $this->flow,
            'opacity' => $this->opacity,
            'colour' => sprintf('#%06x', $this->colour),
        ];
    }
}
