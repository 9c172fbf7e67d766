<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\PlacedPicture;
use Yarrowfog\Core\Raster\Rect;

final class PlacedPictureTest extends TestCase
{
    public function test_moved_by_whole_px_it_is_the_same_pixels_cut_at_the_edge_of_the_sheet(): void
    {
        $in = self::ramp(8, 6);
        [$out, $area] = self::placed($in, 1, 0, false, -3, 2, new Rect(0, 0, 20, 20));
        self::assertSame([0, 2, 5, 6], $area->toArray());
        self::assertSame($in->at(3, 0), $out->at(0, 0));
        self::assertSame($in->at(7, 5), $out->at(4, 5));
        self::assertNull(PlacedPicture::of($in, 1, 0, false, 50, 0, new Rect(0, 0, 20, 20)));
    }

    public function test_quarter_turns_and_mirrors_carry_every_pixel(): void
    {
        $in = self::ramp(8, 6);
        // Turned to the right about its corner it lies to the left of that.
        [$turned, $area] = self::placed($in, 1, 90, false, 6, 0);
        self::assertSame([0, 0, 6, 8], $area->toArray());
        [$mirrored, $beside] = self::placed($in, 1, 0, true, 8, 0);
        self::assertSame([0, 0, 8, 6], $beside->toArray());
        for ($y = 0; $y < 6; $y++) {
            for ($x = 0; $x < 8; $x++) {
                self::assertSame($in->at($x, $y), $turned->at(5 - $y, $x));
                self::assertSame($in->at($x, $y), $mirrored->at(7 - $x, $y));
            }
        }
    }

    /** A ramp is a ramp at any scale, and its edges stay where they are: no pale rim. */
    public function test_scaled_it_keeps_its_values_and_its_edges(): void
    {
        $in = self::ramp(40, 30);
        foreach ([[3.0, 120, 90], [0.5, 20, 15], [1.5, 60, 45], [0.3, 12, 9]] as [$scale, $width, $height]) {
            [$out, $area] = self::placed($in, $scale, 0, false, 5, 7);
            self::assertSame([5, 7, $width, $height], $area->toArray());
            foreach ($out->words as $i => $word) {
                self::assertSame(DeepBitmap::FULL, $word & DeepBitmap::CHANNEL, "scale {$scale}, pixel {$i}");
                $x = ($i % $width + 0.5) / $scale - 0.5;
                if ($x > 1 && $x < 38) {
                    self::assertEqualsWithDelta(800 * $x, $word >> 45, 30.0);
                }
            }
        }
    }

    /** Half a px to the right: the first and the last column are covered by half. */
    public function test_parts_of_a_px_are_shared(): void
    {
        [$out, $area] = self::placed(new DeepBitmap(2, 1, [DeepBitmap::word(0xFF0000FF), DeepBitmap::word(0xFF0000FF)]), 1, 0, false, 3.5, 0);
        self::assertSame([3, 0, 3, 1], $area->toArray());
        $half = DeepBitmap::FULL / 2;
        foreach ([$half, DeepBitmap::FULL, $half] as $x => $alpha) {
            self::assertEqualsWithDelta($alpha, $out->at($x, 0) & DeepBitmap::CHANNEL, 1.0);
            self::assertSame($out->at($x, 0) & DeepBitmap::CHANNEL, $out->at($x, 0) >> 45);
        }
    }

    /** Turned by any angle it covers as much as before. */
    public function test_turned_it_keeps_its_ink(): void
    {
        $in = new DeepBitmap(30, 20, array_fill(0, 600, DeepBitmap::word(0x2060C0FF)));
        foreach ([17.0, 45.0, -110.0] as $angle) {
            foreach ([1.0, 2.5, 0.7] as $scale) {
                [$out] = self::placed($in, $scale, $angle, false, 200, 200, new Rect(0, 0, 400, 400));
                $ink = array_sum(array_map(fn (int $w): int => $w & DeepBitmap::CHANNEL, $out->words)) / DeepBitmap::FULL;
                self::assertEqualsWithDelta(600 * $scale ** 2, $ink, 0.01 * 600 * $scale ** 2 + 2.0);
            }
        }
    }

    /** What a deep picture holds comes back from its 16 bits unchanged, thin paint too. */
    public function test_sixteen_bits_hold_all_fifteen(): void
    {
        $words = [];
        for ($i = 0; $i < 5000; $i++) {
            $a = crc32("a{$i}") % (DeepBitmap::FULL + 1);
            $c = fn (string $k): int => crc32("{$k}{$i}") % ($a + 1);
            $words[] = $c('r') << 45 | $c('g') << 30 | $c('b') << 15 | $a;
        }
        $bytes = (new DeepBitmap(5000, 1, $words))->toBytes16();
        self::assertSame($words, DeepBitmap::wordsOf16(array_values(unpack('n*', $bytes) ?: [])));
    }

    /** @return array{DeepBitmap, Rect} */
    private static function placed(DeepBitmap $in, float $scale, float $turn, bool $mirrored, float $dx, float $dy, ?Rect $sheet = null): array
    {
        return PlacedPicture::of($in, $scale, $turn, $mirrored, $dx, $dy, $sheet ?? new Rect(0, 0, 300, 300)) ?? self::fail('Nothing lies on the sheet.');
    }

    /** Red grows by 800 a px to the right, green by 500 a px down. */
    private static function ramp(int $width, int $height): DeepBitmap
    {
        $words = [];
        for ($i = 0; $i < $width * $height; $i++) {
            $words[] = 800 * ($i % $width) << 45 | 500 * intdiv($i, $width) << 30 | 123 << 15 | DeepBitmap::FULL;
        }

        return new DeepBitmap($width, $height, $words);
    }
}
