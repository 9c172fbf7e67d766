<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Colour;

/**
 * A colour where equal steps look equally large.
 *
 * Björn Ottosson, "A perceptual color space for image processing" (2020); also in
 * CSS Color Module Level 4. L runs 0–1, a and b about −0.4 to 0.4.
 */
final readonly class Oklab
{
    public function __construct(public float $l, public float $a, public float $b)
    {
    }

    /** What L, a and b take of the three cone responses. */
    public const FROM_CONES = [
        [0.2104542553, 0.7936177850, -0.0040720468],
        [1.9779984951, -2.4285922050, 0.4505937099],
        [0.0259040371, 0.7827717662, -0.8086757660],
    ];

    public static function fromSrgb(Srgb $colour): self
    {
        [$l, $m, $s] = self::conesOf($colour);
        [$light, $red, $yellow] = self::FROM_CONES;

        return new self(
            $light[0] * $l + $light[1] * $m + $light[2] * $s,
            $red[0] * $l + $red[1] * $m + $red[2] * $s,
            $yellow[0] * $l + $yellow[1] * $m + $yellow[2] * $s,
        );
    }

    /**
     * The compressed cone responses; each grows with every channel.
     *
     * @return array{float, float, float}
     */
    public static function conesOf(Srgb $colour): array
    {
        $r = Srgb::linear($colour->red / 255);
        $g = Srgb::linear($colour->green / 255);
        $b = Srgb::linear($colour->blue / 255);

        return [
            (0.4122214708 * $r + 0.5363325363 * $g + 0.0514459929 * $b) ** (1 / 3),
            (0.2119034982 * $r + 0.6806995451 * $g + 0.1073969566 * $b) ** (1 / 3),
            (0.0883024619 * $r + 0.2817188376 * $g + 0.6299787005 * $b) ** (1 / 3),
        ];
    }

    /** @return array{float, float, float} linear light; outside 0–1 where the screen cannot show it */
    public function toLinear(): array
    {
        $l = ($this->l + 0.3963377774 * $this->a + 0.2158037573 * $this->b) ** 3;
        $m = ($this->l - 0.1055613458 * $this->a - 0.0638541728 * $this->b) ** 3;
        $s = ($this->l - 0.0894841775 * $this->a - 1.2914855480 * $this->b) ** 3;

        return [
            4.0767416621 * $l - 3.3077115913 * $m + 0.2309699292 * $s,
            -1.2684380046 * $l + 2.6097574011 * $m - 0.3413193965 * $s,
            -0.0041960863 * $l - 0.7034186147 * $m + 1.7076147010 * $s,
        ];
    }

    public function isShowable(): bool
    {
        foreach ($this->toLinear() as $channel) {
            if ($channel < -0.0005 || $channel > 1.0005) {
                return false;
            }
        }

        return true;
    }

    /** The nearest 8-bit colour, each channel clipped; map the gamut first (see Oklch). */
    public function toSrgb(): Srgb
    {
        $bytes = array_map(
            fn (float $v): int => (int) round(255 * Srgb::encoded(max(0.0, min(1.0, $v)))),
            $this->toLinear(),
        );

        return new Srgb($bytes[0], $bytes[1], $bytes[2]);
    }

    /** Part 0 is this colour, part 1 the other. */
    public function mixedWith(self $other, float $part): self
    {
        return new self(
            $this->l + ($other->l - $this->l) * $part,
            $this->a + ($other->a - $this->a) * $part,
            $this->b + ($other->b - $this->b) * $part,
        );
    }

    /** Euclidean difference; black to white is 1. */
    public function differenceTo(self $other): float
    {
        return sqrt(($this->l - $other->l) ** 2 + ($this->a - $other->a) ** 2 + ($this->b - $other->b) ** 2);
    }
}
