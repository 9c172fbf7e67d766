<?php

declare(strict_types=1);

namespace Tests\Core\Make;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Cellular;

/** Cells against brute force. */
final class CellularTest extends TestCase
{
    /** Of each pixel the owner is the nearest point, and what is kept tells how far the nearest border is. */
    #[TestWith([90, 70, 15.0, 4.0, 1])]
    #[TestWith([64, 64, 5.0, 1.0, 2])]
    #[TestWith([50, 33, 40.0, 9.0, 3])]
    #[TestWith([40, 41, 2.0, 0.5, 4])]
    public function test_every_pixel_belongs_to_its_nearest_point(int $width, int $height, float $side, float $gap, int $roll): void
    {
        $chance = new Chance($roll);
        $cells = Cellular::of($width, $height, $side, $gap, $chance);
        $points = self::points($width, $height, $side, $chance);
        self::assertSame(count($points), $cells->count);
        $owners = self::owners($cells, $width, $height);
        foreach ($owners as $i => $owner) {
            [$x, $y] = [$i % $width + 0.5, intdiv($i, $width) + 0.5];
            $squares = array_map(fn (array $p): float => ($p[0] - $x) ** 2 + ($p[1] - $y) ** 2, $points);
            self::assertEqualsWithDelta(min($squares), $squares[$owner], 1e-6, "pixel {$i}");
            $border = INF;
            foreach ($points as $k => $p) {
                if ($k !== $owner) {
                    $border = min($border, ($squares[$k] - $squares[$owner]) / (2 * hypot($p[0] - $points[$owner][0], $p[1] - $points[$owner][1])));
                }
            }
            $keep = $cells->keep[$i] ?? -1;
            $expected = 65535 * max(0.0, min(1.0, $border - $gap / 2 + 0.5));
            // A border that no two pixels show may be missed: there another is hardly farther.
            self::assertEqualsWithDelta($expected, $keep, 65535 * 0.35, "pixel {$i}");
            $near[] = abs($expected - $keep) < 700;
        }
        self::assertGreaterThan(0.98, count(array_filter($near)) / count($near));
    }

    public function test_without_gaps_nothing_is_taken(): void
    {
        self::assertNull(Cellular::of(30, 20, 6.0, 0.0, new Chance(1))->keep);
    }

    /** Runs follow one another without a hole, and end with each row. */
    public function test_runs_cover_the_picture(): void
    {
        $cells = Cellular::of(61, 23, 7.0, 0.0, new Chance(5));
        self::assertSame(0, $cells->starts[0]);
        $sorted = $cells->starts;
        sort($sorted);
        self::assertSame($sorted, $cells->starts);
        self::assertSame(array_unique($sorted), $sorted);
        self::assertSame([], array_diff(array_map(fn (int $y): int => 61 * $y, range(0, 22)), $cells->starts));
        self::assertSameSize($cells->starts, $cells->owners);
    }

    /** @return list<array{float, float}> where `Cellular` strews them */
    private static function points(int $width, int $height, float $side, Chance $chance): array
    {
        $points = [];
        for ($row = 0; $row < (int) ceil($height / $side) + 2; $row++) {
            for ($column = 0; $column < (int) ceil($width / $side) + 2; $column++) {
                $points[] = [($column - 0.9 + 0.8 * $chance->unit(0, $row, $column)) * $side, ($row - 0.9 + 0.8 * $chance->unit(1, $row, $column)) * $side];
            }
        }

        return $points;
    }

    /** @return list<int> */
    private static function owners(Cellular $cells, int $width, int $height): array
    {
        $owners = [];
        $starts = [...$cells->starts, $width * $height];
        foreach ($cells->owners as $run => $owner) {
            for ($i = $starts[$run]; $i < $starts[$run + 1]; $i++) {
                $owners[] = $owner;
            }
        }

        return $owners;
    }
}
