<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Colour\MovedColours;

/** How far a brush's shifts and chance move a colour in OKLCH, and what it then takes from the sheet. */
final readonly class Drift
{
    /**
     * @param  float  $hue  degrees
     * @param  float  $chroma  factor, 0 or more
     * @param  float  $lightness  added, −1 to 1
     * @param  int  $lent  0xRRGGBB of the sheet
     * @param  float  $lends  0–1, how much of that it takes
     */
    public function __construct(public float $hue = 0.0, public float $chroma = 1.0, public float $lightness = 0.0, public int $lent = 0, public float $lends = 0.0)
    {
    }

    /** The same, and so much of a colour of the sheet, 0xRRGGBB, taken up after it. */
    public function lend(int $colour, float $share): self
    {
        return new self($this->hue, $this->chroma, $this->lightness, $colour, $share);
    }

    /** What moves colours by that. */
    public function colours(): MovedColours
    {
        return new MovedColours($this->hue, $this->chroma, $this->lightness, $this->lent, $this->lends);
    }

    public function isNothing(): bool
    {
        return $this->lends === 0.0 && $this->hue === 0.0 && $this->chroma === 1.0 && $this->lightness === 0.0;
    }
}
