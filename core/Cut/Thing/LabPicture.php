<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Raster\Bitmap;

/** A picture in OKLab, channel by channel in whole 1,024ths, and which of its pixels are there at all. */
final readonly class LabPicture
{
    /** Steps of a channel in one. */
    public const ONE = 1024;

    /** Alpha, of 255, from which on a pixel is there. */
    private const THERE = 32;

    /** Steps in which the answers of the cones are told apart. */
    private const CONES = 16384;

    /**
     * @param  array<int, int>  $l  lightness, row by row
     * @param  array<int, int>  $a  green to red
     * @param  array<int, int>  $b  blue to yellow
     * @param  array<int, int>  $there  1 or 0
     */
    private function __construct(public int $width, public int $height, public array $l, public array $a, public array $b, public array $there)
    {
    }

    /** Oklab: Björn Ottosson, "A perceptual color space for image processing", 2020; the roots of the cones' answers come from a table. */
    public static function of(Bitmap $in): self
    {
        [$linear, $roots] = self::tables();
        [[$l0, $l1, $l2], [$a0, $a1, $a2], [$b0, $b1, $b2]] = Oklab::FROM_CONES;
        [[$r0, $r1, $r2], [$s0, $s1, $s2], [$t0, $t1, $t2]] = Oklab::FROM_LIGHT;
        $l = $a = $b = $there = [];
        foreach ($in->pixels as $p) {
            $red = $linear[$p >> 24];
            $green = $linear[$p >> 16 & 255];
            $blue = $linear[$p >> 8 & 255];
            $one = $roots[(int) ($r0 * $red + $r1 * $green + $r2 * $blue)];
            $two = $roots[(int) ($s0 * $red + $s1 * $green + $s2 * $blue)];
            $three = $roots[(int) ($t0 * $red + $t1 * $green + $t2 * $blue)];
            $l[] = (int) ($l0 * $one + $l1 * $two + $l2 * $three + 0.5);
            $a[] = (int) ($a0 * $one + $a1 * $two + $a2 * $three + 1024.5) - 1024;
            $b[] = (int) ($b0 * $one + $b1 * $two + $b2 * $three + 1024.5) - 1024;
            $there[] = ($p & 255) >= self::THERE ? 1 : 0;
        }

        return new self($in->width, $in->height, $l, $a, $b, $there);
    }

    /** @return array{array<int, float>, array<int, float>} by channel value, linear light in steps of a cone; by those, 1,024 times the cube root */
    private static function tables(): array
    {
        /** @var array{array<int, float>, array<int, float>}|null $known */
        static $known = null;
        if ($known === null) {
            $linear = $roots = [];
            for ($v = 0; $v < 256; $v++) {
                $c = $v / 255;
                $linear[] = (self::CONES - 1) * ($c <= 0.04045 ? $c / 12.92 : (($c + 0.055) / 1.055) ** 2.4);
            }
            for ($i = 0; $i < self::CONES + 2; $i++) {
                $roots[] = self::ONE * (($i + 0.5) / self::CONES) ** (1 / 3);
            }
            $known = [$linear, $roots];
        }

        return $known;
    }

    /** Mean squared difference of pixels beside one another: what counts as no edge. */
    public function roughness(): float
    {
        $sum = 0;
        $count = 0;
        for ($y = 0; $y < $this->height; $y += 2) {
            $i = $y * $this->width;
            for ($end = $i + $this->width - 1; $i < $end; $i++) {
                $sum += $this->square($i, $i + 1);
                $count++;
            }
        }

        return max(4.0, $sum / max(1, $count));
    }

    /** Squared difference of two pixels, in 1,024ths squared. */
    public function square(int $i, int $j): int
    {
        $l = $this->l[$i] - $this->l[$j];
        $a = $this->a[$i] - $this->a[$j];
        $b = $this->b[$i] - $this->b[$j];

        return $l * $l + $a * $a + $b * $b;
    }
}
