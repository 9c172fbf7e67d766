<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;

/** Against W3C Compositing and Blending Level 1, sections 5.1, 9.1 and 9.2. */
final class BlendModeTest extends TestCase
{
    public function test_there_are_sixteen(): void
    {
        self::assertCount(16, BlendMode::names());
    }

    /** Worked by hand: backdrop 0.6, source 0.3, and 0.2 with 0.8. */
    #[TestWith(['normal', 0.3, 0.8])]
    #[TestWith(['multiply', 0.18, 0.16])]
    #[TestWith(['screen', 0.72, 0.84])]
    #[TestWith(['overlay', 0.44, 0.32])]
    #[TestWith(['darken', 0.3, 0.2])]
    #[TestWith(['lighten', 0.6, 0.8])]
    #[TestWith(['color-dodge', 0.857142857, 1.0])]
    #[TestWith(['color-burn', 0.0, 0.0])]
    #[TestWith(['hard-light', 0.36, 0.68])]
    #[TestWith(['soft-light', 0.504, 0.3488])]
    #[TestWith(['difference', 0.3, 0.6])]
    #[TestWith(['exclusion', 0.54, 0.68])]
    public function test_a_channel(string $mode, float $first, float $second): void
    {
        self::assertEqualsWithDelta($first, BlendMode::from($mode)->channel(0.6, 0.3), 1e-6);
        self::assertEqualsWithDelta($second, BlendMode::from($mode)->channel(0.2, 0.8), 1e-6);
    }

    public function test_dodge_and_burn_at_their_edges(): void
    {
        self::assertSame(0.0, BlendMode::ColorDodge->channel(0.0, 1.0));
        self::assertSame(1.0, BlendMode::ColorDodge->channel(0.2, 1.0));
        self::assertSame(1.0, BlendMode::ColorBurn->channel(1.0, 0.0));
        self::assertSame(0.0, BlendMode::ColorBurn->channel(0.8, 0.0));
    }

    public function test_the_other_four_keep_what_they_are_named_for(): void
    {
        $chance = new Randomizer(new Mt19937(5));
        $unit = fn (): float => $chance->getInt(0, 255) / 255;
        $lum = fn (array $c): float => 0.3 * $c[0] + 0.59 * $c[1] + 0.11 * $c[2];
        for ($i = 0; $i < 300; $i++) {
            $cb = [$unit(), $unit(), $unit()];
            $cs = [$unit(), $unit(), $unit()];
            foreach ([BlendMode::Hue, BlendMode::Saturation, BlendMode::Color] as $mode) {
                $out = $mode->colour($cb, $cs);
                self::assertEqualsWithDelta($lum($cb), $lum($out), 1e-9, $mode->value);
                self::assertGreaterThanOrEqual(-1e-9, min($out));
                self::assertLessThanOrEqual(1 + 1e-9, max($out));
            }
            self::assertEqualsWithDelta($lum($cs), $lum(BlendMode::Luminosity->colour($cb, $cs)), 1e-9);
        }
        // A grey source has no saturation to give, and no colour.
        self::assertEqualsWithDelta([0.5, 0.5, 0.5], BlendMode::Color->colour([0.5, 0.5, 0.5], [0.3, 0.3, 0.3]), 1e-9);
        // Worked by hand: Lum of (1, 0, 0) is 0.3; SetLum of (0, 0, 1) to it clips to (0.21…, 0.21…, 1).
        self::assertEqualsWithDelta([0.2134831461, 0.2134831461, 1.0], BlendMode::Color->colour([1.0, 0.0, 0.0], [0.0, 0.0, 1.0]), 1e-9);
    }

    /** Random pixels: what is laid is the standard's formula, premultiplied and rounded to 15 bits. */
    public function test_laid_pixels_are_exact(): void
    {
        $chance = new Randomizer(new Mt19937(9));
        $parts = fn (int $word): array => [$word >> 45, $word >> 30 & 32767, $word >> 15 & 32767, $word & 32767];
        foreach (BlendMode::cases() as $mode) {
            for ($i = 0; $i < 150; $i++) {
                $under = DeepBitmap::word($chance->getInt(0, 0xFFFFFFFF));
                $source = DeepBitmap::word($chance->getInt(0, 0xFFFFFF) << 8 | 255);
                $as = $chance->getInt(0, 65535) / 65535;
                $out = $parts(Compositor::pixel($under, $source, $as, $mode));
                $ab = $parts($under)[3] / 32640;
                self::assertEqualsWithDelta(32640 * ($as + $ab - $as * $ab), $out[3], 0.5001);
                $cb = array_map(fn (int $c): float => $ab > 0 ? $c / $parts($under)[3] : 0.0, array_slice($parts($under), 0, 3));
                $cs = array_map(fn (int $c): float => $c / 32640, array_slice($parts($source), 0, 3));
                $b = $mode->colour($cb, $cs);
                foreach ([0, 1, 2] as $k) {
                    // cs = (1 − αb)·Cs + αb·B(Cb, Cs); co · αo = αs·cs + (1 − αs)·αb·Cb
                    $co = $as * ((1 - $ab) * $cs[$k] + $ab * $b[$k]) + (1 - $as) * $ab * $cb[$k];
                    self::assertEqualsWithDelta(32640 * $co, $out[$k], 0.51, $mode->value);
                    self::assertLessThanOrEqual($out[3], $out[$k], 'no colour is above its alpha');
                }
            }
        }
    }

    /**
     * Worked by hand: SetSat of (0.2, 0.6, 1.0) to the 0.4 of the source is (0, 0.2, 0.4), of luminosity
     * 0.162; the backdrop's is 0.524, which all channels are raised to, and none goes beyond 1.
     */
    public function test_saturation_of_one_colour_and_light_of_another(): void
    {
        $out = BlendMode::Saturation->colour([0.2, 0.6, 1.0], [0.5, 0.1, 0.3]);
        foreach ([0.362, 0.562, 0.762] as $k => $wanted) {
            self::assertEqualsWithDelta($wanted, $out[$k], 1e-9);
        }
    }
}
