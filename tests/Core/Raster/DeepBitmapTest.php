<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use InvalidArgumentException;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

final class DeepBitmapTest extends TestCase
{
    public function test_worked_pixels(): void
    {
        self::assertSame(0, DeepBitmap::word(0xFFFFFF00));
        self::assertSame(32640 << 45 | 32640 << 30 | 32640 << 15 | 32640, DeepBitmap::word(0xFFFFFFFF));
        self::assertSame(0x10 << 52 | 0x20 << 37 | 0x30 << 22 | 32640, DeepBitmap::word(0x102030FF));
        // 200 · 51 · 128 / 255 = 5120; 1 · 51 · 128 / 255 = 25.6; 3 · 51 · 128 / 255 = 76.8.
        self::assertSame(5120 << 45 | 26 << 30 | 77 << 15 | 51 * 128, DeepBitmap::word(200 << 24 | 1 << 16 | 3 << 8 | 51));
        // Straight: 5120 / 6400 of 255 is 204; alpha 6400 / 128 is 50.
        self::assertSame(204 << 24 | 0 << 16 | 255 << 8 | 50, DeepBitmap::pixel(5120 << 45 | 0 << 30 | 6400 << 15 | 6400));
        // Halves are rounded up; so little paint shows nothing, and keeps its colour.
        self::assertSame(1 << 24 | 1 << 16 | 0 << 8 | 255, DeepBitmap::pixel(64 << 45 | 191 << 30 | 63 << 15 | 32640));
        self::assertSame(0xFF800000, DeepBitmap::pixel(40 << 45 | 20 << 30 | 0 << 15 | 40));
    }

    public function test_eight_bits_come_out_as_they_went_in(): void
    {
        $opaque = new Bitmap(256, 1, array_map(fn (int $i): int => $i << 24 | 255 - $i << 16 | $i << 8 | 255, range(0, 255)));
        self::assertSame($opaque->pixels, DeepBitmap::of($opaque)->toBitmap()->pixels);
        // Straight colours survive being multiplied wherever alpha is half or more of a level of 15 bits a level of 8.
        foreach ([2, 3, 17, 128, 254] as $alpha) {
            $thin = new Bitmap(256, 1, array_map(fn (int $i): int => $i << 24 | 255 - $i << 16 | $i << 8 | $alpha, range(0, 255)));
            self::assertSame($thin->pixels, DeepBitmap::of($thin)->toBitmap()->pixels, "alpha {$alpha}");
        }
    }

    public function test_what_is_shown_and_the_rest_are_all_of_it(): void
    {
        $chance = new Randomizer(new Mt19937(4));
        $words = [0];
        for ($i = 1; $i < 20000; $i++) {
            $a = [$chance->getInt(1, 32640), 32640, $chance->getInt(1, 200)][$i % 3];
            $words[] = $chance->getInt(0, $a) << 45 | $chance->getInt(0, $a) << 30 | [0, $a, $chance->getInt(0, $a)][$i % 3] << 15 | $a;
        }
        $deep = new DeepBitmap(200, 100, $words);
        self::assertSame($words, DeepBitmap::fromParts($deep->toBitmap(), $deep->rest($deep->toBitmap()))->words);
    }

    public function test_eight_bits_have_no_rest(): void
    {
        $chance = new Randomizer(new Mt19937(5));
        $pixels = [];
        for ($i = 0; $i < 5000; $i++) {
            $pixels[] = $chance->getInt(0, 0xFFFFFF) << 8 | $chance->getInt(2, 255);
        }
        $deep = DeepBitmap::of(new Bitmap(100, 50, $pixels));
        self::assertSame([0], array_values(array_unique($deep->rest($deep->toBitmap())->pixels)));
        self::assertSame($deep->words, DeepBitmap::fromParts($deep->toBitmap(), null)->words);
    }

    public function test_on_a_ground(): void
    {
        // A quarter of black and half of red on white: 255 · 3/4, and red full, the others half.
        $deep = new DeepBitmap(3, 1, [8160, 16320 << 45 | 16320, 0]);
        $on = $deep->on(DeepBitmap::word(0xFFFFFFFF))->words;
        self::assertSame([24480 << 45 | 24480 << 30 | 24480 << 15 | 32640, 32640 << 45 | 16320 << 30 | 16320 << 15 | 32640, DeepBitmap::word(0xFFFFFFFF)], $on);
        $full = new DeepBitmap(1, 1, [DeepBitmap::word(0x123456FF)]);
        self::assertSame($full->words, $full->on(DeepBitmap::word(0xFFFFFFFF))->words);
    }

    public function test_sixteen_bits(): void
    {
        // Half of full is 32767.5, a third of a half straight 21845; nothing stays nothing.
        $deep = new DeepBitmap(3, 1, [16320 << 45 | 5440 << 30 | 0 << 15 | 16320, 0, DeepBitmap::word(0x3300FFFF)]);
        self::assertSame('ffff'.'5555'.'0000'.'8000'.'0000000000000000'.'3333'.'0000'.'ffff'.'ffff', bin2hex($deep->toBytes16()));
    }

    public function test_a_part(): void
    {
        $deep = new DeepBitmap(4, 3, range(0, 11));
        self::assertSame([5, 6, 9, 10], $deep->crop(new Rect(1, 1, 2, 2))->words);
        self::assertSame($deep, $deep->crop(new Rect(0, 0, 4, 3)));
        self::assertSame(6, $deep->at(2, 1));
    }

    public function test_the_number_of_words_must_fit(): void
    {
        $this->expectException(InvalidArgumentException::class);
        new DeepBitmap(2, 2, [0]);
    }
}
