<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Tile\PackedCoveragePair;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Tip\Frame;

/** Tiles that hold two pixels an int, and how tiles of any form go to another process. */
final class PairsTest extends TestCase
{
    private const SIDE = StrokeBuffer::SIDE;

    public function test_a_tile_of_pairs_as_one_of_coverage(): void
    {
        $chance = new Randomizer(new Mt19937(2));
        $pairs = array_map(fn (): int => $chance->getInt(0, 0xFFFFFFFF), range(1, PackedCoveragePair::TILE));
        foreach (PackedCoveragePair::toCoverage($pairs) as $i => $c) {
            self::assertSame($pairs[$i >> 1] >> 16 * ($i & 1) & 65535, $c);
        }
        // Off the sheet there is nothing, in the middle of a pair too.
        foreach ([[3, 2, 100, 77], [4, 0, 101, 128], [127, 127, 128, 128], [0, 0, 1, 1]] as [$left, $top, $right, $bottom]) {
            foreach (PackedCoveragePair::toCoverage($pairs, $left, $top, $right, $bottom) as $i => $c) {
                [$x, $y] = [$i % self::SIDE, intdiv($i, self::SIDE)];
                self::assertSame($x >= $left && $x < $right && $y >= $top && $y < $bottom ? $pairs[$i >> 1] >> 16 * ($i & 1) & 65535 : 0, $c);
            }
        }
    }

    /** Upright dabs at every place within a pixel: rows that just touch the print are read nowhere beyond it. */
    public function test_rows_that_just_touch_a_print(): void
    {
        $tip = new HalvedMipChain(new Frame(new Plane(8, 8, array_fill(0, 64, 65535))));
        $printer = new DabPrinter($tip, BrushSettings::read(['settings' => ['size' => ['base' => 8], 'angle' => ['spread' => 180]]]));
        $bounds = new Rect(0, 0, 64, 64);
        foreach ([4.0, 7.0, 8.0, 20.0] as $size) {
            for ($phase = 0; $phase < 64; $phase++) {
                $buffer = $printer->buffer($bounds, 0);
                $dab = new Dab(0, 0, 31 + ($phase & 7) / 8, 30 + ($phase >> 3) / 8, new Shape($size, 90.0 * ($phase % 3), 1.0), 1.0, 1.0, 0);
                $printer->paint([$dab], $buffer);
                self::assertEqualsWithDelta($size ** 2, array_sum($buffer->tile('0 0') ?? []) / 65535, 0.06 * $size ** 2, "{$size} px, phase {$phase}");
            }
        }
    }

    /** Dabs of differing opacity, each turned, over the edges of tiles and of the sheet: what is printed in one go is what is printed by impressions. */
    public function test_turned_dabs_are_printed_as_by_impressions(): void
    {
        $chance = new Randomizer(new Mt19937(8));
        $values = array_map(fn (): int => $chance->getInt(0, 2) === 0 ? 0 : $chance->getInt(0, 65535), range(1, 24 * 24));
        $tip = new HalvedMipChain(new Frame(new Plane(24, 24, $values)));
        $bounds = new Rect(0, 0, 201, 155);
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 30], 'angle' => ['spread' => 180], 'opacity' => ['base' => 0.8, 'spread' => 0.5]]]);
        $printer = new DabPrinter($tip, $brush);
        $buffer = $printer->buffer($bounds, 0);
        self::assertCount(PackedCoveragePair::TILE, $buffer->take('0 0'));
        $dabs = $exact = [];
        for ($n = 0; $n < 40; $n++) {
            $dabs[] = new Dab($n, $n, $chance->getInt(-40, 1700) / 8, $chance->getInt(-40, 1300) / 8, new Shape($chance->getInt(40, 320) / 10, $chance->getInt(0, 359), 1.0), 0.3 + 0.7 * ($n % 7) / 7, 0.2 + 0.8 * ($n % 5) / 5, 0);
        }
        $printer->paint($dabs, $buffer);
        foreach ($dabs as $dab) {
            $print = $printer->impression($dab);
            $x = ((int) round($dab->x * 8) >> 3) + $print->area->x;
            $y = ((int) round($dab->y * 8) >> 3) + $print->area->y;
            foreach ($print->ink as $i => $ink) {
                [$px, $py] = [$x + $i % $print->area->width, $y + intdiv($i, $print->area->width)];
                if ($px >= 0 && $py >= 0 && $px < 201 && $py < 155) {
                    $c = $exact[$py * 201 + $px] ?? 0.0;
                    $exact[$py * 201 + $px] = $c + max(0.0, $dab->opacity * 65535 - $c) * $ink / 65536 * $dab->flow;
                }
            }
        }
        $seen = 0;
        foreach ($buffer->keys() as $key) {
            $area = StrokeBuffer::area($key);
            foreach ($buffer->tile($key) ?? [] as $i => $c) {
                [$x, $y] = [$area->x + $i % self::SIDE, $area->y + intdiv($i, self::SIDE)];
                self::assertEqualsWithDelta($x < 201 && $y < 155 ? $exact[$y * 201 + $x] ?? 0 : 0, $c, 40, "{$x} {$y}");
                $seen += $c > 0 ? 1 : 0;
            }
        }
        self::assertGreaterThan(5000, $seen);
    }
}
