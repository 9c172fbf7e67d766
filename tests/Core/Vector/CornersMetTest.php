<?php

declare(strict_types=1);

namespace Tests\Core\Vector;

use Closure;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Vector\Contours;
use Yarrowfog\Core\Vector\CurveFit;
use Yarrowfog\Core\Vector\OutlineDistance;

/** Curves against the outlines of pixels, corners included, of shapes that nobody chose. */
final class CornersMetTest extends TestCase
{
    private const LEVEL = 32768;

    /** Places of a curve that are looked at. */
    private const PIECES = 8;

    /** @return iterable<string, array{int, float, float}> parts along each side of a pixel, and the most that outline and curves may lie from each other, px */
    public static function pixels(): iterable
    {
        yield 'greys' => [4, 0.5, 1.2];
        yield 'no greys: known to half a px only' => [1, 1.0, 1.2];
    }

    #[DataProvider('pixels')]
    public function test_small_shapes_of_any_corners_lie_where_their_pixels_do(int $parts, float $most, float $back): void
    {
        $chance = new Randomizer(new Mt19937(40));
        for ($k = 0; $k < 240; $k++) {
            $side = $chance->getInt(9, 44);
            $inside = $k % 3 === 2 ? self::ellipse($chance, $side) : self::polygon($chance, 3 + $k % 3, $side);
            $this->assertMeets(Pictures::shape($side, $side, $inside, $parts), $most, $back, "shape {$k}");
        }
    }

    /** The hole between strokes that cross is a wedge whose two corners may lie less than 2 px from each other. */
    #[DataProvider('pixels')]
    public function test_holes_that_are_thin_wedges_keep_their_length(int $parts, float $most, float $back): void
    {
        $chance = new Randomizer(new Mt19937(41));
        for ($k = 0; $k < 60; $k++) {
            $turn = deg2rad($chance->getInt(0, 359));
            $slope = $chance->getInt(4, 40) / 100;
            $blunt = $chance->getInt(0, 30) / 10;
            $length = $chance->getInt(12, 24);
            $inside = function (float $x, float $y) use ($turn, $slope, $blunt, $length): bool {
                $u = ($x - 30) * cos($turn) + ($y - 30) * sin($turn);
                $v = ($y - 30) * cos($turn) - ($x - 30) * sin($turn);

                return $u < -$length / 2 || $u > $length / 2 || abs($v) > ($blunt + $slope * ($u + $length / 2)) / 2;
            };
            $this->assertMeets(Pictures::shape(60, 60, $inside, $parts), $most, $back, "wedge {$k}");
        }
    }

    public function test_strokes_that_cross_meet_at_their_corners(): void
    {
        $chance = new Randomizer(new Mt19937(42));
        for ($k = 0; $k < 12; $k++) {
            $lines = array_map(fn (): array => [$chance->getInt(100, 800) / 10, $chance->getInt(100, 800) / 10, deg2rad($chance->getInt(0, 179)), $chance->getInt(20, 60) / 10], range(0, 3));
            $ink = Pictures::plane(90, 90, function (int $x, int $y) use ($lines): int {
                $bare = 1.0;
                foreach ($lines as [$px, $py, $turn, $radius]) {
                    $bare *= 1.0 - max(0.0, min(1.0, 0.5 + $radius - abs(($y + 0.5 - $py) * cos($turn) - ($x + 0.5 - $px) * sin($turn))));
                }

                return (int) round(65535 * (1.0 - $bare));
            });
            $this->assertMeets($ink, 0.5, 1.2, "crossing {$k}");
        }
    }

    /**
     * @param  float  $most  px that a point of the outline may lie from the curves
     * @param  float  $back  px that a point of the curves may lie from the outline: a sharp corner ends farther out than half ink does
     */
    private function assertMeets(Plane $ink, float $most, float $back, string $what): void
    {
        foreach (Contours::of($ink, self::LEVEL) as $points) {
            $curves = (new CurveFit)->ring($points);
            self::assertLessThanOrEqual($most, OutlineDistance::greatest([$points], [$curves]), $what);
            $outline = array_map(fn (array $a, array $b): array => [$a, $a, $b, $b], $points, [...array_slice($points, 1), $points[0]]);
            $along = [];
            foreach ($curves as $curve) {
                array_push($along, ...array_map(fn (int $i): array => CurveFit::at($curve, $i / self::PIECES), range(0, self::PIECES)));
            }
            self::assertLessThanOrEqual($back, OutlineDistance::greatest([$along], [$outline]), $what);
        }
        self::addToAssertionCount(1);
    }

    /** @return Closure(float, float): bool */
    private static function polygon(Randomizer $chance, int $corners, int $side): Closure
    {
        $at = array_map(fn (): array => [$chance->getInt(10, 10 * $side - 10) / 10, $chance->getInt(10, 10 * $side - 10) / 10], range(1, $corners));

        return function (float $x, float $y) use ($at): bool {
            $inside = false;
            foreach ($at as $i => [$ax, $ay]) {
                [$bx, $by] = $at[$i - 1] ?? $at[count($at) - 1];
                $inside = $inside !== (($ay > $y) !== ($by > $y) && $x < ($bx - $ax) * ($y - $ay) / ($by - $ay) + $ax);
            }

            return $inside;
        };
    }

    /** @return Closure(float, float): bool */
    private static function ellipse(Randomizer $chance, int $side): Closure
    {
        $turn = deg2rad($chance->getInt(0, 179));
        $long = $chance->getInt(10, 5 * $side - 10) / 10;
        $short = $long * $chance->getInt(20, 100) / 100;

        return fn (float $x, float $y): bool => ((($x - $side / 2) * cos($turn) + ($y - $side / 2) * sin($turn)) / $long) ** 2 + ((($y - $side / 2) * cos($turn) - ($x - $side / 2) * sin($turn)) / $short) ** 2 <= 1.0;
    }
}
