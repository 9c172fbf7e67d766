<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Colour\MovedColours;

/** How far chance, and a shift of chroma, move a colour in OKLCH. */
final readonly class Drift
{
    /**
     * @param  float  $hue  degrees
     * @param  float  $chroma  factor, 0 or more
     * @param  float  $lightness  added, −1 to 1
     */
    public function __construct(public float $hue = 0.0, public float $chroma = 1.0, public float $lightness = 0.0)
    {
    }

    /** What moves colours by that. */
    public function colours(): MovedColours
    {
        return new MovedColours($this->hue, $this->chroma, $this->lightness);
    }

    public function isNothing(): bool
    {
        return $this->hue === 0.0 && $this->chroma === 1.0 && $this->lightness === 0.0;
    }
}
