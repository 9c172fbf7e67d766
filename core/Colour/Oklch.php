<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Colour;

/** Oklab in polar form: lightness 0–1, chroma 0 to about 0.37, hue in degrees. */
final readonly class Oklch
{
    public function __construct(public float $lightness, public float $chroma, public float $hue)
    {
    }

    public static function fromOklab(Oklab $lab): self
    {
        return new self($lab->l, hypot($lab->a, $lab->b), rad2deg(atan2($lab->b, $lab->a)));
    }

    public function toOklab(): Oklab
    {
        $angle = deg2rad($this->hue);

        return new Oklab($this->lightness, $this->chroma * cos($angle), $this->chroma * sin($angle));
    }

    /**
     * The colour a screen can show with the same lightness and hue: chroma is lowered
     * by halving the interval, as CSS Color Module Level 4, section 13.2 suggests.
     */
    public function toSrgb(): Srgb
    {
        if ($this->lightness <= 0) {
            return new Srgb(0, 0, 0);
        }
        if ($this->lightness >= 1) {
            return new Srgb(255, 255, 255);
        }
        $lab = $this->toOklab();
        if ($lab->isShowable()) {
            return $lab->toSrgb();
        }
        $low = 0.0;
        $high = $this->chroma;
        for ($i = 0; $i < 16; $i++) {
            $middle = ($low + $high) / 2;
            if ((new self($this->lightness, $middle, $this->hue))->toOklab()->isShowable()) {
                $low = $middle;
            } else {
                $high = $middle;
            }
        }

        return (new self($this->lightness, $low, $this->hue))->toOklab()->toSrgb();
    }
}
