<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Numbers;
use Yarrowfog\Core\Cut\Param;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Grow;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Tip\TipKind;

/** Makes a colour that is pointed at transparent, where it touches that place or everywhere. */
final readonly class ClearColour implements Step
{
    private const TOUCHING = 'touching only';

    private const EVERYWHERE = 'everywhere';

    /**
     * @param  list<array{float, float}>  $places  fractions of width and height
     * @param  float  $tolerance  greatest difference in OKLab, 0–1
     * @param  float  $grow  px, negative shrinks what is cleared
     * @param  float  $feather  px over which the edge fades
     */
    public function __construct(
        public array $places,
        public float $tolerance,
        public bool $everywhere,
        public float $grow,
        public float $feather,
    ) {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('clear-colour', 'Clear colour', StepGroup::Clear, 'The colour you point at becomes nothing. Click on the picture to choose the place.', [
            Param::places('places', 'Places pointed at'),
            Param::number('tolerance', 'Tolerance', '%', 0, 0.6, 0.1, 0.005),
            Param::choice('reach', 'Where', [self::TOUCHING, self::EVERYWHERE]),
            Param::number('grow', 'Grow', 'px', -20, 20, 0),
            Param::number('feather', 'Feather', 'px', 0, 50, 1, 0.5),
        ]);
    }

    public static function from(Numbers $numbers): self
    {
        return new self(
            $numbers->places('places'),
            $numbers->number('tolerance'),
            $numbers->choice('reach') === self::EVERYWHERE,
            $numbers->number('grow'),
            $numbers->number('feather'),
        );
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $cleared = array_fill(0, $in->width * $in->height, 0);
        foreach ($this->places as [$fx, $fy]) {
            $x = min($in->width - 1, (int) ($fx * $in->width));
            $y = min($in->height - 1, (int) ($fy * $in->height));
            $alike = $this->alike($in, self::colourAround($in, $x, $y));
            $cleared = $this->everywhere
                ? self::joined($cleared, $alike)
                : self::flooded($cleared, $alike, $in->width, $in->height, $x, $y);
        }
        $mask = Blur::gaussian(Grow::by(new Plane($in->width, $in->height, $cleared), $this->grow), $this->feather / 2)->values;
        $out = [];
        foreach ($in->pixels as $i => $pixel) {
            $alpha = intdiv(($pixel & 255) * (65535 - $mask[$i]) + 32767, 65535);
            $out[] = $alpha === 0 ? 0 : $pixel & 0xFFFFFF00 | $alpha;
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /** The mean of 3 × 3 pixels: one grain of dust must not decide. */
    private static function colourAround(Bitmap $in, int $x, int $y): Oklab
    {
        $r = $g = $b = $n = 0;
        for ($v = max(0, $y - 1); $v <= min($in->height - 1, $y + 1); $v++) {
            for ($u = max(0, $x - 1); $u <= min($in->width - 1, $x + 1); $u++) {
                $pixel = $in->at($u, $v);
                $r += $pixel >> 24;
                $g += $pixel >> 16 & 255;
                $b += $pixel >> 8 & 255;
                $n++;
            }
        }

        return Oklab::fromSrgb(new Srgb(intdiv($r, $n), intdiv($g, $n), intdiv($b, $n)));
    }

    /**
     * 65535 for every pixel whose colour lies within the tolerance.
     *
     * @return array<int, int>
     */
    private function alike(Bitmap $in, Oklab $colour): array
    {
        $known = [];
        $out = [];
        foreach ($in->pixels as $pixel) {
            $rgb = $pixel >> 8;
            $out[] = $known[$rgb] ??= Oklab::fromSrgb(Srgb::fromInt($rgb))->differenceTo($colour) <= $this->tolerance ? Plane::FULL : 0;
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $cleared
     * @param  array<int, int>  $alike
     * @return array<int, int>
     */
    private static function joined(array $cleared, array $alike): array
    {
        foreach ($alike as $i => $value) {
            if ($value > 0) {
                $cleared[$i] = $value;
            }
        }

        return $cleared;
    }

    /**
     * Scan-line seed fill (Smith, "Tint Fill", 1979).
     *
     * @param  array<int, int>  $cleared
     * @param  array<int, int>  $alike
     * @return array<int, int>
     */
    private static function flooded(array $cleared, array $alike, int $width, int $height, int $x, int $y): array
    {
        $seeds = [$y * $width + $x];
        while ($seeds !== []) {
            $i = array_pop($seeds);
            if ($alike[$i] === 0) {
                continue;
            }
            $row = $i - $i % $width;
            $left = $i;
            while ($left > $row && $alike[$left - 1] !== 0) {
                $left--;
            }
            $end = $row + $width;
            $above = false;
            $below = false;
            for ($k = $left; $k < $end && $alike[$k] !== 0; $k++) {
                $alike[$k] = 0;
                $cleared[$k] = Plane::FULL;
                $open = $row > 0 && $alike[$k - $width] !== 0;
                if ($open && ! $above) {
                    $seeds[] = $k - $width;
                }
                $above = $open;
                $open = $end < $width * $height && $alike[$k + $width] !== 0;
                if ($open && ! $below) {
                    $seeds[] = $k + $width;
                }
                $below = $open;
            }
        }

        return $cleared;
    }
}
