<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Halving;
use Yarrowfog\Core\Raster\Lanes;
use Yarrowfog\Core\Raster\Opaque;
use Yarrowfog\Core\Raster\Turning;

/** Pictures without holes go a shorter way, which must lead to the same place. */
final class OpaqueTest extends TestCase
{
    public function test_colours_come_back_as_they_went(): void
    {
        $in = Pictures::bitmap(17, 16, fn (int $x, int $y): int => ($x + 17 * $y) << 24 | (255 - $x * 15) << 16 | ($y * 17 & 255) << 8 | 255);
        $lanes = Opaque::lanes($in);
        self::assertNotNull($lanes);
        self::assertSame($in->pixels, Opaque::bitmap(17, 16, $lanes)->pixels);
        $pixels = $in->pixels;
        $pixels[100] -= 1;
        self::assertNull(Opaque::lanes(new Bitmap(17, 16, $pixels)), 'one pixel is not quite full');
    }

    /** The other way is taken where one pixel, far from those that are compared, is not quite full. */
    #[TestWith([0.4])]
    #[TestWith([0.9])]
    #[TestWith([1.2])]
    #[TestWith([2.0])]
    #[TestWith([7.5])]
    public function test_blur_agrees_with_that_of_pictures_with_holes(float $sigma): void
    {
        self::assertNear(Blur::picture(self::photo(255), $sigma), Blur::picture(self::photo(254), $sigma));
    }

    #[TestWith([17.0])]
    #[TestWith([-133.3])]
    #[TestWith([90.0])]
    #[TestWith([0.2])]
    public function test_turning_agrees_with_that_of_pictures_with_holes(float $angle): void
    {
        $turned = Turning::of(self::photo(255), $angle);
        self::assertNear($turned, Turning::of(self::photo(254), $angle));
        self::assertGreaterThan(0.97 * 96 * 70, count(array_filter($turned->pixels, fn (int $p): bool => ($p & 255) === 255)));
    }

    /** What is even stays even, to the last bit, at every depth of the pyramid and in every lane. */
    #[TestWith([Lanes::Two])]
    #[TestWith([Lanes::Three])]
    public function test_blur_leaves_what_is_even(Lanes $lanes): void
    {
        $full = $lanes->mask();
        foreach ([0.3, 1.0, 3.0, 20.0] as $sigma) {
            self::assertSame(array_fill(0, 37 * 41, $full), Blur::lanes(array_fill(0, 37 * 41, $full), 37, 41, $sigma, $lanes));
        }
    }

    /** Both ways a picture of any size comes back as large as it went, edges included. */
    #[TestWith([8, 8])]
    #[TestWith([9, 8])]
    #[TestWith([10, 13])]
    #[TestWith([11, 9])]
    public function test_halving_and_doubling_keep_the_place(int $width, int $height): void
    {
        $ramp = Pictures::plane($width, $height, fn (int $x, int $y): int => 1000 * $x + 3000 * $y)->values;
        $rows = fn (int $y): array => array_slice($ramp, $y * $width, $width);
        $half = Halving::halve($rows, $width, $height, Lanes::Two);
        self::assertCount(Halving::half($width) * Halving::half($height), $half);
        for ($y = 3; $y < $height - 4; $y++) {
            $row = Halving::doubledRow($half, $y, $width, $height, Lanes::Two);
            for ($x = 3; $x < $width - 4; $x++) {
                self::assertEqualsWithDelta($ramp[$y * $width + $x], $row[$x], 2, "at {$x}, {$y}");
            }
        }
    }

    /** A slope of colours with lines and dots on it. */
    private static function photo(int $alphaOfOne): Bitmap
    {
        return Pictures::bitmap(96, 70, fn (int $x, int $y): int => (2 * $x + $y & 255) << 24
            | ($x % 13 === 0 ? 20 : 200) << 16
            | (hypot($x - 50, $y - 30) < 12 ? 240 : 3 * $y) << 8
            | ($x === 1 && $y === 1 ? $alphaOfOne : 255));
    }

    private static function assertNear(Bitmap $a, Bitmap $b): void
    {
        self::assertSame([$a->width, $a->height], [$b->width, $b->height]);
        foreach ($a->pixels as $i => $p) {
            foreach ([24, 16, 8, 0] as $shift) {
                self::assertEqualsWithDelta($p >> $shift & 255, $b->pixels[$i] >> $shift & 255, 1.0, 'pixel '.$i);
            }
        }
    }
}
