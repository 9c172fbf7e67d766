<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Raster\Polygon;

final class PolygonTest extends TestCase
{
    /** A rectangle covers each pixel by its share of it: across exactly, down in eighths. */
    public function test_a_rectangle_covers_each_pixel_by_its_share(): void
    {
        $filled = Polygon::fill([[[1.25, 1.0], [4.5, 1.0], [4.5, 2.5], [1.25, 2.5]]], 6, 4);
        $across = [0.0, 0.75, 1.0, 1.0, 0.5, 0.0];
        $down = [0.0, 1.0, 0.5, 0.0];
        foreach ($filled as $i => $value) {
            self::assertEqualsWithDelta(65535 * $across[$i % 6] * $down[intdiv($i, 6)], $value, 16, "pixel {$i}");
        }
        self::assertSame(65535, $filled[6 + 2]);
    }

    public function test_a_sliver_within_one_pixel(): void
    {
        $filled = Polygon::fill([[[2.25, 0.0], [2.5, 0.0], [2.5, 1.0], [2.25, 1.0]]], 4, 1);
        self::assertEqualsWithDelta(16384, $filled[2], 16);
        self::assertSame(0, $filled[0] + $filled[1] + $filled[3]);
    }

    /** What lies beyond the picture is left out, and the rest is as it would be in a larger one. */
    public function test_what_reaches_beyond_the_picture(): void
    {
        $outline = [[-7.3, -2.0], [12.6, 1.7], [9.1, 14.2], [-3.0, 9.9]];
        $large = Polygon::fill([array_map(fn (array $p): array => [$p[0] + 10, $p[1] + 5], $outline)], 40, 30);
        foreach (Polygon::fill([$outline], 10, 8) as $i => $value) {
            self::assertEqualsWithDelta($large[(intdiv($i, 10) + 5) * 40 + $i % 10 + 10], $value, 8, "pixel {$i}");
        }
    }

    /** A ring in a ring: where both go the same way round it is filled, unless twice covered is to be a hole. */
    #[TestWith([false, true, 400.0])]
    #[TestWith([true, true, 300.0])]
    #[TestWith([false, false, 300.0])]
    public function test_holes_by_either_rule(bool $evenOdd, bool $sameWay, float $area): void
    {
        $square = fn (float $from, float $to): array => [[$from, $from], [$to, $from], [$to, $to], [$from, $to]];
        $inner = $square(10, 20);
        $filled = Polygon::fill([$square(5, 25), $sameWay ? $inner : array_reverse($inner)], 30, 30, $evenOdd);
        self::assertEqualsWithDelta($area, array_sum($filled) / 65535, 0.01);
    }

    /** All coverage together is the area inside (the shoelace formula). */
    public function test_coverage_adds_up_to_the_area(): void
    {
        $chance = new Randomizer(new Mt19937(3));
        for ($n = 0; $n < 30; $n++) {
            $outline = [];
            $corners = $chance->getInt(3, 9);
            for ($k = 0; $k < $corners; $k++) {
                $r = $chance->getInt(80, 190) / 10;
                $outline[] = [20 + $r * cos(2 * M_PI * $k / $corners), 20 + $r * sin(2 * M_PI * $k / $corners)];
            }
            $area = 0.0;
            foreach ($outline as $k => [$x, $y]) {
                [$nextX, $nextY] = $outline[($k + 1) % $corners];
                $area += ($x * $nextY - $nextX * $y) / 2;
            }
            self::assertEqualsWithDelta($area, array_sum(Polygon::fill([$outline], 40, 40)) / 65535, 0.02 * $area);
        }
    }

    public function test_nothing_to_fill(): void
    {
        self::assertSame(array_fill(0, 12, 0), Polygon::fill([], 4, 3));
        self::assertSame(array_fill(0, 12, 0), Polygon::fill([[[-9, -9], [-2, -9], [-2, -1]]], 4, 3));
    }
}
