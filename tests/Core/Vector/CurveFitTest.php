<?php

declare(strict_types=1);

namespace Tests\Core\Vector;

use Closure;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Vector\Contours;
use Yarrowfog\Core\Vector\Corners;
use Yarrowfog\Core\Vector\CurveFit;
use Yarrowfog\Core\Vector\Nodes;
use Yarrowfog\Core\Vector\OneCubic;
use Yarrowfog\Core\Vector\Ring;

/** Outlines as few curves, against shapes that are known and against the least number there is. */
final class CurveFitTest extends TestCase
{
    private const LEVEL = 32768;

    private const TOLERANCE = 0.45;

    /** @return iterable<string, array{float, float, int}> */
    public static function squares(): iterable
    {
        foreach ([1 => 'no greys', 8 => 'greys'] as $parts => $edges) {
            foreach ([0.0, 1.0, 3.0, 7.0, 12.0, 20.0, 30.0, 45.0, 51.3, 88.0] as $turn) {
                foreach ([10.0, 34.0] as $half) {
                    yield "{$edges}, turned {$turn}, half {$half}" => [$turn, $half, $parts];
                }
            }
        }
    }

    /** Pixels without greys know a side to half a px only. */
    #[DataProvider('squares')]
    public function test_a_square_is_four_curves_at_any_turn(float $turn, float $half, int $parts): void
    {
        $sides = function (float $x, float $y) use ($turn, $half): float {
            $c = cos(deg2rad($turn));
            $s = sin(deg2rad($turn));
            $a = abs(($x - 55.2) * $c + ($y - 54.7) * $s) - $half;
            $b = abs(($y - 54.7) * $c - ($x - 55.2) * $s) - $half;

            return $a > 0 && $b > 0 ? hypot($a, $b) : max($a, $b);
        };
        $rings = Contours::of(Pictures::shape(110, 110, fn (float $x, float $y): bool => $sides($x, $y) <= 0, $parts), self::LEVEL);
        self::assertCount(1, $rings);
        $curves = (new CurveFit)->ring($rings[0]);
        self::assertCount(4, $curves);
        self::assertLessThanOrEqual(0.5, max(array_map(fn (array $p): float => abs($sides(...$p)), self::along($curves))));
    }

    /** @return iterable<string, array{float, int, int}> */
    public static function discs(): iterable
    {
        foreach ([1 => 'no greys', 8 => 'greys'] as $parts => $edges) {
            foreach ([2.0, 3.0, 5.0, 8.0, 15.0] as $radius) {
                yield "{$edges}, {$radius} px" => [$radius, $parts, 2];
            }
            yield "{$edges}, 40 px" => [40.0, $parts, 3];
        }
    }

    /** However small a disc is, it has no corners. */
    #[DataProvider('discs')]
    public function test_a_disc_is_two_or_three_curves(float $radius, int $parts, int $wanted): void
    {
        $ring = Contours::of(Pictures::shape(100, 100, fn (float $x, float $y): bool => hypot($x - 50.3, $y - 49.6) <= $radius, $parts), self::LEVEL)[0];
        self::assertSame([], Corners::of(new Ring($ring)));
        $curves = (new CurveFit)->ring($ring);
        self::assertCount($wanted, $curves);
        $off = max(array_map(fn (array $p): float => abs(hypot($p[0] - 50.3, $p[1] - 49.6) - $radius), self::along($curves)));
        self::assertLessThanOrEqual($parts === 1 ? 0.6 : 0.45, $off);
    }

    /** @return iterable<string, array{Closure(float, float): bool}> */
    public static function shapes(): iterable
    {
        $round = fn (Closure $radius): Closure => fn (float $x, float $y): bool => hypot($x - 25.3, $y - 24.8) <= $radius(atan2($y - 24.8, $x - 25.3));
        yield 'disc' => [$round(fn (): float => 17.0)];
        yield 'ellipse' => [fn (float $x, float $y): bool => (($x - 25) / 21) ** 2 + (($y - 25.4) / 8) ** 2 <= 1];
        yield 'square' => [fn (float $x, float $y): bool => max(abs(0.956 * ($x - 25) + 0.292 * ($y - 25)), abs(0.956 * ($y - 25) - 0.292 * ($x - 25))) <= 14];
        yield 'triangle' => [fn (float $x, float $y): bool => $y <= 41.3 && $y >= 7 + 1.6 * abs($x - 25)];
        yield 'leaf' => [fn (float $x, float $y): bool => max(hypot($x - 25, $y - 47), hypot($x - 25, $y - 3)) <= 31];
        yield 'star' => [$round(fn (float $a): float => 14 + 6 * asin(sin(2.5 * $a)))];
        yield 'blossom' => [$round(fn (float $a): float => 16 + 4 * sin(5 * $a))];
        yield 'bean' => [$round(fn (float $a): float => 13 + 5 * cos($a) + 3.5 * sin(2 * $a))];
        yield 'half a disc' => [fn (float $x, float $y): bool => $x >= 17.2 && hypot($x - 17.2, $y - 25) <= 20];
        yield 'drop' => [fn (float $x, float $y): bool => hypot($x - 25, $y - 33) <= 11 || ($y < 33 && $y > 7 && abs($x - 25) <= 11 * sqrt(($y - 7) / 26) ** 1.7)];
    }

    /**
     * The least number is found by trying every pair of points as the ends of a curve, and every
     * way round by them (dynamic programming over the outline).
     *
     * @param  Closure(float, float): bool  $inside
     */
    #[DataProvider('shapes')]
    public function test_no_way_round_has_fewer_curves(Closure $inside): void
    {
        $points = Contours::of(Pictures::shape(50, 50, $inside, 8), self::LEVEL)[0];
        $ring = new Ring($points);
        $nodes = new Nodes($ring, Corners::of($ring));
        $one = new OneCubic($ring, $nodes, self::TOLERANCE);
        $curves = (new CurveFit(self::TOLERANCE))->ring($points);
        self::assertCount(self::least($ring->count, $nodes->corners(), $one), $curves);
        $places = self::along($curves);
        foreach ($points as [$x, $y]) {
            $near = min(array_map(fn (array $p): float => hypot($p[0] - $x, $p[1] - $y), $places));
            self::assertLessThanOrEqual(self::nearCorner($ring, $nodes, $x, $y) ? 1.0 : 0.5, $near);
        }
    }

    /** Where curves meet away from corners they have one direction. */
    public function test_curves_meet_without_a_kink(): void
    {
        $inside = fn (float $x, float $y): bool => hypot($x - 60, $y - 60) <= 40 + 9 * sin(5 * atan2($y - 60, $x - 60));
        $curves = (new CurveFit)->ring(Contours::of(Pictures::shape(120, 120, $inside, 8), self::LEVEL)[0]);
        self::assertGreaterThan(5, count($curves));
        foreach ($curves as $k => $curve) {
            $next = $curves[($k + 1) % count($curves)];
            self::assertSame($curve[3], $next[0]);
            $in = atan2($curve[3][1] - $curve[2][1], $curve[3][0] - $curve[2][0]);
            $out = atan2($next[1][1] - $next[0][1], $next[1][0] - $next[0][0]);
            self::assertEqualsWithDelta(1.0, cos($in - $out), 1e-6);
        }
    }

    /** Pixels without greys know the circle to half a px; the nodes lie on it, and go along it. */
    public function test_nodes_of_hard_pixels_lie_on_the_circle_and_go_along_it(): void
    {
        $ring = new Ring(Contours::of(Pictures::shape(100, 100, fn (float $x, float $y): bool => hypot($x - 50.3, $y - 49.6) <= 40, 1), self::LEVEL)[0]);
        self::assertTrue($ring->isHard);
        $nodes = new Nodes($ring, []);
        for ($i = 0; $i < $ring->count; $i++) {
            $node = $nodes->at($i);
            $dx = ($node->x - 50.3) / 40;
            $dy = ($node->y - 49.6) / 40;
            self::assertEqualsWithDelta(1.0, hypot($dx, $dy), 0.55 / 40);
            // Clockwise on the screen, so the way at a place is that from the middle, turned by 90°.
            self::assertGreaterThan(cos(deg2rad(7)), -$dy * ($node->along[0] ?? 0) + $dx * ($node->along[1] ?? 0), "point {$i}");
            self::assertSame([$node->x, $node->y], [$nodes->xs[$i + $ring->count], $nodes->ys[$i]]);
        }
    }

    /** A curve that ends at a corner goes by neither of the points that pixels cut off there. */
    public function test_what_pixels_cut_off_a_corner_does_not_bend_its_sides(): void
    {
        $curves = (new CurveFit)->ring(Contours::of(Pictures::shape(90, 90, fn (float $x, float $y): bool => $x > 20.4 && $y > 20.4 && $x + $y < 110, 8), self::LEVEL)[0]);
        self::assertCount(3, $curves);
        foreach ($curves as [$from, $a, $b, $to]) {
            $length = hypot($to[0] - $from[0], $to[1] - $from[1]);
            foreach ([$a, $b] as $handle) {
                self::assertLessThan(0.25, abs(($handle[0] - $from[0]) * ($to[1] - $from[1]) - ($handle[1] - $from[1]) * ($to[0] - $from[0])) / $length);
            }
        }
    }

    /** Ink narrower than a curve can turn in, and of one pixel, still has an outline. */
    public function test_the_smallest_marks_are_closed_curves(): void
    {
        foreach ([[1, 1], [2, 1], [1, 9], [2, 30]] as [$width, $height]) {
            $ink = Pictures::plane(40, 40, fn (int $x, int $y): int => $x >= 5 && $x < 5 + $width && $y >= 5 && $y < 5 + $height ? 65535 : 0);
            $curves = (new CurveFit)->ring(Contours::of($ink, self::LEVEL)[0]);
            self::assertSame($curves[0][0], $curves[count($curves) - 1][3]);
            foreach (self::along($curves) as [$x, $y]) {
                self::assertLessThanOrEqual(0.6, max(5 - $x, $x - 5 - $width, 5 - $y, $y - 5 - $height), "{$width} × {$height}");
            }
        }
    }

    /**
     * @param  list<int>  $corners
     */
    private static function least(int $count, array $corners, OneCubic $one): int
    {
        $ends = [];
        for ($i = 0; $i < $count; $i++) {
            $ends[$i] = array_values(array_filter(range(1, $count), fn (int $far): bool => $far === 1 || $one->along($i, $i + $far) !== null));
        }
        if ($corners === []) {
            return min(array_map(fn (int $from): int => self::fewest($ends, $from, $from + $count), range(0, $count - 1)));
        }
        $out = 0;
        foreach ($corners as $k => $from) {
            $out += self::fewest($ends, $from, $corners[$k + 1] ?? $corners[0] + $count);
        }

        return $out;
    }

    /** @param  array<int, list<int>>  $ends  by point: how many points on a curve from there may end */
    private static function fewest(array $ends, int $from, int $to): int
    {
        $fewest = array_fill($from, $to - $from + 1, PHP_INT_MAX);
        $fewest[$from] = 0;
        for ($i = $from; $i < $to; $i++) {
            foreach ($ends[$i % count($ends)] as $far) {
                if ($i + $far <= $to) {
                    $fewest[$i + $far] = min($fewest[$i + $far], $fewest[$i] + 1);
                }
            }
        }

        return $fewest[$to];
    }

    private static function nearCorner(Ring $ring, Nodes $nodes, float $x, float $y): bool
    {
        foreach ($nodes->corners() as $corner) {
            if (hypot($ring->xs[$corner] - $x, $ring->ys[$corner] - $y) < 1.5) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param  list<array{array{float, float}, array{float, float}, array{float, float}, array{float, float}}>  $curves
     * @return non-empty-list<array{float, float}>
     */
    private static function along(array $curves): array
    {
        $out = [$curves[0][0]];
        foreach ($curves as $curve) {
            for ($k = 1; $k <= 400; $k++) {
                $out[] = CurveFit::at($curve, $k / 400);
            }
        }

        return $out;
    }
}
