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

    /** What the three cone responses take of linear red, green and blue. */
    public const FROM_LIGHT = [
        [0.4122214708, 0.5363325363, 0.0514459929],
        [0.2119034982, 0.6806995451, 0.1073969566],
        [0.0883024619, 0.2817188376, 0.6299787005],
    ];

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
        $linear = Srgb::linearBytes();
        $r = $linear[$colour->red];
        $g = $linear[$colour->green];
        $b = $linear[$colour->blue];

        return [
            (self::FROM_LIGHT[0][0] * $r + self::FROM_LIGHT[0][1] * $g + self::FROM_LIGHT[0][2] * $b) ** (1 / 3),
            (self::FROM_LIGHT[1][0] * $r + self::FROM_LIGHT[1][1] * $g + self::FROM_LIGHT[1][2] * $b) ** (1 / 3),
            (self::FROM_LIGHT[2][0] * $r + self::FROM_LIGHT[2][1] * $g + self::FROM_LIGHT[2][2] * $b) ** (1 / 3),
        ];
    }

    /** What the cube roots of the three cone responses take of a and b; of L each takes all. */
    public const TO_CONES = [
        [0.3963377774, 0.2158037573],
        [-0.1055613458, -0.0638541728],
        [-0.0894841775, -1.2914855480],
    ];

    /** @return array{float, float, float} linear light; outside 0–1 where the screen cannot show it */
    public function toLinear(): array
    {
        [$l, $m, $s] = array_map(fn (array $of): float => $this->l + $of[0] * $this->a + $of[1] * $this->b, self::TO_CONES);

        return self::linearOf($l, $m, $s);
    }

    /**
     * @param  float  $l  cube roots of the cone responses
     * @return array{float, float, float} linear light; outside 0–1 where the screen cannot show it
     */
    public static function linearOf(float $l, float $m, float $s): array
    {
        $l = $l * $l * $l;
        $m = $m * $m * $m;
        $s = $s * $s * $s;

        return [
            4.0767416621 * $l - 3.3077115913 * $m + 0.2309699292 * $s,
            -1.2684380046 * $l + 2.6097574011 * $m - 0.3413193965 * $s,
            -0.0041960863 * $l - 0.7034186147 * $m + 1.7076147010 * $s,
        ];
    }

    /** Linear light by which a channel may be outside: what rounding in the matrices comes to; in the darkest greys 1/75 of 1/255. */
    private const ROUNDING = 4e-6;

    public function isShowable(): bool
    {
        return self::canBeShown(...$this->toLinear());
    }

    /** Whether a screen can show linear light. */
    public static function canBeShown(float $r, float $g, float $b): bool
    {
        return min($r, $g, $b) >= -self::ROUNDING && max($r, $g, $b) <= 1.0 + self::ROUNDING;
    }

    /** The nearest 8-bit colour, each channel clipped; map the gamut first (see Oklch). */
    public function toSrgb(): Srgb
    {
        return Srgb::fromLinear(...$this->toLinear());
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
