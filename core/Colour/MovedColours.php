<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Colour;

/**
 * Moves many colours alike in OKLCH, the hue turned, the chroma multiplied, lightness added; then mixes them all with one.
 *
 * The cube roots of the cone responses are a linear map of OKLab (Ottosson, 2020), and so is such a move: one matrix leads from
 * cube roots to cube roots. Only what then lies outside the gamut of a screen goes through OKLCH.
 */
final class MovedColours
{
    /** @var list<array{float, float, float}> what each cube root takes of the three before */
    private readonly array $matrix;

    private readonly Oklab $target;

    /** @var array<int, int> 0xRRGGBB by 0xRRGGBB */
    private array $known = [];

    /**
     * @param  float  $hue  degrees
     * @param  float  $chroma  factor, 0 or more
     * @param  float  $lightness  added, −1 to 1
     * @param  int  $towards  0xRRGGBB that what is moved is then mixed with, in OKLab
     * @param  float  $part  of that colour in the mixture, 0–1
     */
    public function __construct(private readonly float $hue, private readonly float $chroma, private readonly float $lightness, int $towards = 0, private readonly float $part = 0.0)
    {
        $this->target = Oklab::fromSrgb(Srgb::fromInt($towards));
        $cos = cos(deg2rad($hue)) * $chroma;
        $sin = sin(deg2rad($hue)) * $chroma;
        [$light, $red, $yellow] = Oklab::FROM_CONES;
        $matrix = [];
        foreach (Oklab::TO_CONES as [$ofA, $ofB]) {
            $a = $ofA * $cos + $ofB * $sin;
            $b = $ofB * $cos - $ofA * $sin;
            $matrix[] = [$light[0] + $a * $red[0] + $b * $yellow[0], $light[1] + $a * $red[1] + $b * $yellow[1], $light[2] + $a * $red[2] + $b * $yellow[2]];
        }
        $this->matrix = $matrix;
    }

    /**
     * @param  int  $colour  0xRRGGBB
     * @return int 0xRRGGBB
     */
    public function move(int $colour): int
    {
        return $this->known[$colour] ??= $this->mix($this->reckon(Srgb::fromInt($colour)))->toInt();
    }

    private function mix(Srgb $colour): Srgb
    {
        return $this->part <= 0.0 ? $colour : Oklab::fromSrgb($colour)->mixedWith($this->target, $this->part)->toSrgb();
    }

    private function reckon(Srgb $colour): Srgb
    {
        [$l, $m, $s] = Oklab::conesOf($colour);
        $light = Oklab::FROM_CONES[0][0] * $l + Oklab::FROM_CONES[0][1] * $m + Oklab::FROM_CONES[0][2] * $s + $this->lightness;
        if ($light > 0.0 && $light < 1.0) {
            [$x, $y, $z] = $this->matrix;
            $linear = Oklab::linearOf(
                $x[0] * $l + $x[1] * $m + $x[2] * $s + $this->lightness,
                $y[0] * $l + $y[1] * $m + $y[2] * $s + $this->lightness,
                $z[0] * $l + $z[1] * $m + $z[2] * $s + $this->lightness,
            );
            if (Oklab::canBeShown(...$linear)) {
                return Srgb::fromLinear(...$linear);
            }
        }
        $lch = Oklch::fromOklab(Oklab::fromSrgb($colour));

        return (new Oklch($lch->lightness + $this->lightness, $lch->chroma * $this->chroma, $lch->hue + $this->hue))->toSrgb();
    }
}
