<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Tile\Density;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Tip\Frame;

final class DensityTest extends TestCase
{
    /** Half ink three times: 1 − ½³ of the ceiling. */
    public function test_three_halves_cover_seven_eighths(): void
    {
        $words = array_fill(0, Density::TILE_ROWS * StrokeBuffer::SIDE, 0);
        $words[0] = 3 * Density::of(32768);
        $words[1] = 3 * Density::of(32768) << Density::BITS;
        $words[2] = 3 * Density::of(32768) << 2 * Density::BITS;
        $cover = Density::toCoverage($words, 40000);
        self::assertEqualsWithDelta(35000, $cover[0], 1);
        self::assertEqualsWithDelta(35000, $cover[StrokeBuffer::SIDE + 1], 1);
        self::assertEqualsWithDelta(35000, $cover[2 * StrokeBuffer::SIDE + 2], 1);
        self::assertSame(3, count(array_filter($cover)));
    }

    public function test_every_ink_comes_back_as_itself(): void
    {
        for ($ink = 0; $ink <= 65536; $ink += 7) {
            $words = array_fill(0, Density::TILE_ROWS * StrokeBuffer::SIDE, 0);
            $words[5] = Density::of($ink);
            self::assertEqualsWithDelta($ink, Density::toCoverage($words, 65535)[5], 1.01);
        }
        self::assertSame(Density::MOST, Density::of(65535));
        self::assertSame(0, Density::of(0));
    }

    /** Random dabs, blended one after another in floating point, against their added densities. */
    #[TestWith([1, 0.03, 1.0])]
    #[TestWith([2, 0.6, 0.8])]
    #[TestWith([3, 1.0, 0.5])]
    #[TestWith([4, 1.0, 1.0])]
    public function test_random_dabs_add_up_as_if_blended_one_by_one(int $roll, float $flow, float $opacity): void
    {
        $chance = new Randomizer(new Mt19937($roll));
        $values = [];
        for ($i = 0; $i < 31 * 22; $i++) {
            $values[] = $chance->getInt(0, 3) === 0 ? 0 : $chance->getInt(0, 65535);
        }
        $frame = new Frame(Pictures::plane(31, 22, fn (int $x, int $y): int => $values[$y * 31 + $x]));
        $settings = ['size' => ['base' => 31], 'flow' => ['base' => $flow], 'opacity' => ['base' => $opacity]];
        $painter = new DabPrinter(new HalvedMipChain($frame), BrushSettings::read(['settings' => $settings]));
        $bounds = new Rect(0, 0, 300, 257);
        $buffer = $painter->buffer($bounds, 0);
        self::assertTrue($buffer->isDense());
        $expected = array_fill(0, 300 * 257, 0.0);
        $tiles = [];
        for ($n = 0; $n < 60; $n++) {
            // Whole pixels, so that the tip's own values are what is laid; some over the edges and across tiles.
            $x = $chance->getInt(-5, 305);
            $y = $chance->getInt(-5, 262);
            $painter->paint([new Dab($n, 0, $x + 0.5, $y, new Shape(31, 0, 1), $flow, $opacity, 0)], $buffer);
            foreach ($values as $i => $m) {
                $px = $x - 15 + $i % 31;
                $py = $y - 11 + intdiv($i, 31);
                if ($px >= 0 && $py >= 0 && $px < 300 && $py < 257) {
                    $c = $expected[$py * 300 + $px];
                    $expected[$py * 300 + $px] = $c + ($opacity - $c) * $flow * $m / 65535;
                }
            }
        }
        $most = 0.0;
        for ($y = 0; $y < 257; $y++) {
            for ($x = 0; $x < 300; $x++) {
                $key = StrokeBuffer::key(intdiv($x, StrokeBuffer::SIDE), intdiv($y, StrokeBuffer::SIDE));
                $tiles[$key] ??= $buffer->tile($key) ?? array_fill(0, StrokeBuffer::SIDE ** 2, 0);
                $most = max($most, abs($tiles[$key][$y % StrokeBuffer::SIDE * StrokeBuffer::SIDE + $x % StrokeBuffer::SIDE] / 65535 - $expected[$y * 300 + $x]));
            }
        }
        self::assertLessThan(0.25 / 255, $most);
    }

    public function test_nothing_is_printed_beyond_the_sheet(): void
    {
        $painter = new DabPrinter(Pictures::roundTip(), BrushSettings::read(['settings' => ['size' => ['base' => 40]]]));
        $buffer = $painter->buffer(new Rect(0, 0, 50, 50), 0);
        $painter->paint([new Dab(0, 0, 48, 49, new Shape(40, 0, 1), 1, 1, 0)], $buffer);
        foreach ($buffer->tile('0 0') ?? [] as $i => $c) {
            self::assertTrue($c === 0 || ($i % StrokeBuffer::SIDE < 50 && $i < 50 * StrokeBuffer::SIDE));
        }
    }
}
