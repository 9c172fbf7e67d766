<?php

declare(strict_types=1);

namespace Tests\Core\Vector;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Vector\CurveFit;
use Yarrowfog\Core\Vector\OutlineDistance;
use Yarrowfog\Core\Vector\Tracer;

final class OutlineDistanceTest extends TestCase
{
    /** A straight line as a curve. */
    private const LINE = [[0.0, 0.0], [10.0, 0.0], [20.0, 0.0], [30.0, 0.0]];

    public function test_the_distance_of_a_point_from_a_line(): void
    {
        self::assertSame(0.0, OutlineDistance::greatest([], [[self::LINE]]));
        self::assertEqualsWithDelta(0.0, OutlineDistance::greatest([[[7.0, 0.0], [30.0, 0.0]]], [[self::LINE]]), 1e-9);
        self::assertEqualsWithDelta(3.0, OutlineDistance::greatest([[[7.0, 3.0], [8.0, -1.0]]], [[self::LINE]]), 1e-9);
        self::assertEqualsWithDelta(5.0, OutlineDistance::greatest([[[33.0, 4.0]]], [[self::LINE]]), 1e-9, 'beyond its end');
        self::assertEqualsWithDelta(100.0, OutlineDistance::greatest([[[15.0, -100.0]]], [[self::LINE]]), 1e-9, 'far away');
    }

    public function test_the_nearest_of_many_counts_wherever_the_squares_of_the_search_lie(): void
    {
        // A full look at all pieces is the oracle.
        $chance = new \Random\Randomizer(new \Random\Engine\Mt19937(7));
        $at = fn (): array => [$chance->getInt(-4000, 9000) / 100, $chance->getInt(-4000, 9000) / 100];
        for ($k = 0; $k < 40; $k++) {
            $curves = [array_map(fn (): array => [$a = $at(), $a, $b = $at(), $b], range(1, 4))];
            $point = $at();
            $least = INF;
            foreach ($curves[0] as [$a, , , $b]) {
                $square = ($b[0] - $a[0]) ** 2 + ($b[1] - $a[1]) ** 2;
                $t = max(0, min(1, (($point[0] - $a[0]) * ($b[0] - $a[0]) + ($point[1] - $a[1]) * ($b[1] - $a[1])) / $square));
                $least = min($least, hypot($point[0] - $a[0] - $t * ($b[0] - $a[0]), $point[1] - $a[1] - $t * ($b[1] - $a[1])));
            }
            self::assertEqualsWithDelta($least, OutlineDistance::greatest([[$point]], $curves), 1e-6);
        }
    }

    public function test_traced_ink_says_how_far_it_lies_from_its_curves(): void
    {
        $disc = Pictures::plane(120, 120, fn (int $x, int $y): int => (int) (65535 * max(0, min(1, 40.5 - hypot($x - 59.5, $y - 59.5)))));
        $fine = Tracer::trace($disc, 1, 0.3, measures: true);
        $coarse = Tracer::trace($disc, 1, 3.0, measures: true);
        self::assertLessThanOrEqual(0.31, $fine->farthest);
        self::assertGreaterThan(0.01, $fine->farthest);
        self::assertGreaterThan($fine->farthest, $coarse->farthest);
        self::assertLessThanOrEqual(3.1, $coarse->farthest);
        self::assertLessThan($fine->curves(), $coarse->curves());
        self::assertSame(array_sum(array_map(count(...), $fine->layers[0]['rings'])), $fine->curves());
        self::assertSame(0.0, Tracer::trace($disc)->farthest, 'it is measured only where that is asked for');
    }

    /** Lines as a round pen draws them, of any bend: wherever a ring without corners begins, no end of it is cut off. */
    public function test_curves_of_drawn_lines_keep_to_the_ink_everywhere(): void
    {
        $chance = new Chance(31);
        for ($k = 0; $k < 7; $k++) {
            $at = fn (int $i): array => [30 + 240 * $chance->unit(4 * $k + 1, $i), 30 + 100 * $chance->unit(4 * $k + 2, $i)];
            [$a, $b, $c, $d] = array_map($at, range(0, 3));
            $places = array_map(fn (int $i): array => CurveFit::at([$a, $b, $c, $d], $i / 60), range(0, 60));
            $radius = 4 + 9 * $chance->unit(4 * $k + 3, 0);
            $ink = Pictures::plane(300, 160, fn (int $x, int $y): int => (int) (65535 * max(0, min(1, $radius + 0.5 - min(array_map(fn (array $p): float => hypot($x + 0.5 - $p[0], $y + 0.5 - $p[1]), $places))))));
            self::assertLessThan(0.5, Tracer::trace($ink, 1, 0.45, measures: true)->farthest, "line {$k}");
        }
    }
}
