<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Premultiplied;

final class PremultipliedTest extends TestCase
{
    /** Every alpha, with colours at both ends and by chance; nothing is left of what is transparent. */
    public function test_colours_come_back_as_they_went(): void
    {
        $chance = new Randomizer(new Mt19937(3));
        $pixels = [];
        for ($alpha = 0; $alpha < 256; $alpha++) {
            foreach ([0, 0xFFFFFF, 0x0000FF, 0xFF0000, $chance->getInt(0, 0xFFFFFF), $chance->getInt(0, 0xFFFFFF)] as $rgb) {
                $pixels[] = $rgb << 8 | $alpha;
            }
        }
        $back = Premultiplied::of(new Bitmap(6, 256, $pixels))->toBitmap();
        self::assertSame(array_map(fn (int $p): int => ($p & 255) === 0 ? 0 : $p, $pixels), $back->pixels);
        foreach ($pixels as $p) {
            $alpha = $p & 255;
            self::assertSame($alpha === 0 ? 0 : $p, Premultiplied::pixel(($p >> 24 << 32 | $p >> 16 & 255) * $alpha, (($p & 0xFF00) << 24 | 255) * $alpha));
        }
    }

    /** Ink that is black all over has one half only, and the same pixels in the end. */
    public function test_black_ink_is_its_alpha(): void
    {
        $in = Premultiplied::of(new Bitmap(16, 16, range(0, 255)));
        self::assertNull($in->redGreen);
        self::assertSame(range(0, 255), $in->toBitmap()->pixels);
        $kept = $in->each(fn (array $half): array => array_map(fn (int $both): int => intdiv($both & 0xFFFFFFFF, 2), $half));
        foreach ($kept->toBitmap()->pixels as $alpha => $p) {
            self::assertEqualsWithDelta($alpha / 2, $p, 0.51);
        }
    }

    /** (alpha · keep) / 65535, rounded, for every alpha; half a step may fall either way. What nothing is left of is empty, colour and all. */
    public function test_a_part_of_a_pixel_is_exact(): void
    {
        foreach ([0, 1, 127, 128, 257, 20000, 32767, 32768, 65534, 65535] as $keep) {
            $pixels = [];
            for ($alpha = 0; $alpha < 256; $alpha++) {
                $part = Alpha::part(0x12AB3400 | $alpha, $keep);
                self::assertEqualsWithDelta($alpha * $keep / 65535, $part & 255, 0.50001, "{$alpha} of {$keep}");
                self::assertSame(($part & 255) === 0 ? 0 : 0x12AB34, $part >> 8);
                $pixels[] = 0x12AB3400 | $alpha;
            }
            $kept = Alpha::keep(new Bitmap(256, 1, $pixels), array_fill(0, 256, $keep))->pixels;
            foreach ($keep < 65535 ? $kept : [] as $alpha => $p) {
                self::assertSame(Alpha::part($pixels[$alpha], $keep), $p);
            }
        }
    }

    /** Rows of alpha, moved any way and right out of the picture. */
    public function test_alpha_by_rows_is_that_of_the_moved_picture(): void
    {
        $in = new Bitmap(7, 5, array_map(fn (int $i): int => 0xAABBCC00 | $i * 7 % 256, range(0, 34)));
        foreach ([[0, 0], [3, 1], [-2, -4], [6, 0], [0, 5], [-9, 2]] as [$right, $down]) {
            $rows = Alpha::rows($in, $right, $down);
            for ($y = 0; $y < 5; $y++) {
                foreach ($rows($y) as $x => $alpha) {
                    [$fromX, $fromY] = [$x - $right, $y - $down];
                    $there = $fromX >= 0 && $fromX < 7 && $fromY >= 0 && $fromY < 5;
                    self::assertSame($there ? ($in->at($fromX, $fromY) & 255) * 257 : 0, $alpha, "{$x}, {$y} moved by {$right}, {$down}");
                }
            }
        }
        self::assertSame(array_merge(...array_map(Alpha::rows($in), range(0, 4))), array_map(fn (int $p): int => ($p & 255) * 257, $in->pixels));
    }
}
