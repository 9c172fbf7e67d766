<?php

declare(strict_types=1);

namespace Tests\Core\Vector;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Format\Svg;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Polygon;
use Yarrowfog\Core\Vector\Contours;
use Yarrowfog\Core\Vector\CurveFit;
use Yarrowfog\Core\Vector\Tracer;

final class TracerTest extends TestCase
{
    public function test_a_disc_with_a_hole_is_two_rings_on_its_circles(): void
    {
        $ink = self::ring(40.0, 18.0);
        $traced = Tracer::trace($ink);
        self::assertCount(1, $traced->layers);
        self::assertCount(2, $traced->layers[0]['rings']);
        foreach ($traced->layers[0]['rings'] as $ring) {
            self::assertLessThanOrEqual(8, count($ring), 'a circle needs few curves');
            $r = hypot($ring[0][0][0] - 50, $ring[0][0][1] - 50);
            $wanted = $r > 30 ? 40.0 : 18.0;
            foreach ($ring as $curve) {
                foreach ([0, 0.25, 0.5, 0.75] as $t) {
                    [$x, $y] = CurveFit::at($curve, $t);
                    self::assertEqualsWithDelta($wanted, hypot($x - 50, $y - 50), 0.55);
                }
            }
        }
    }

    /** Every point of the contour lies within half a px of the curves that stand for it. */
    #[TestWith([3])]
    #[TestWith([5])]
    #[TestWith([9])]
    public function test_curves_stay_within_half_a_px(int $lobes): void
    {
        $ink = Pictures::plane(160, 160, function (int $x, int $y) use ($lobes): int {
            $dx = $x + 0.5 - 80;
            $dy = $y + 0.5 - 80;

            return (int) (65535 * max(0.0, min(1.0, 50 + 18 * sin($lobes * atan2($dy, $dx)) - hypot($dx, $dy) + 0.5)));
        });
        $ring = Contours::of($ink, 32768)[0];
        $curves = (new CurveFit)->ring($ring);
        self::assertLessThan(count($ring) / 6, count($curves));
        $places = [];
        foreach ($curves as $curve) {
            for ($t = 0.0; $t < 1.0; $t += 0.005) {
                $places[] = CurveFit::at($curve, $t);
            }
        }
        foreach ($ring as [$x, $y]) {
            $nearest = min(array_map(fn (array $p): float => hypot($p[0] - $x, $p[1] - $y), $places));
            self::assertLessThan(0.55, $nearest);
        }
    }

    public function test_a_square_keeps_its_corners(): void
    {
        $ink = Pictures::plane(60, 60, fn (int $x, int $y): int => $x >= 15 && $x < 45 && $y >= 15 && $y < 45 ? 65535 : 0);
        $rings = Tracer::trace($ink)->layers[0]['rings'];
        self::assertCount(1, $rings);
        self::assertLessThanOrEqual(8, count($rings[0]));
        foreach ([[15, 15], [45, 15], [45, 45], [15, 45]] as [$x, $y]) {
            $nearest = min(array_map(fn (array $c): float => hypot($c[0][0] - $x, $c[0][1] - $y), $rings[0]));
            self::assertLessThan(0.75, $nearest, 'a curve begins at each corner');
        }
    }

    public function test_outlines_filled_again_give_the_ink_back(): void
    {
        $ink = self::ring(38.0, 12.0);
        $outlines = [];
        foreach (Tracer::trace($ink)->layers[0]['rings'] as $ring) {
            $outline = [];
            foreach ($ring as $curve) {
                for ($t = 0.0; $t < 1.0; $t += 0.05) {
                    $outline[] = CurveFit::at($curve, $t);
                }
            }
            $outlines[] = $outline;
        }
        $filled = Polygon::fill($outlines, 100, 100, true);
        self::assertEqualsWithDelta(1.0, array_sum($filled) / $ink->total(), 0.01);
    }

    public function test_grey_steps_lie_over_one_another(): void
    {
        $ink = Pictures::plane(80, 40, fn (int $x, int $y): int => $y < 5 || $y > 34 ? 0 : (int) (65535 * $x / 80));
        $traced = Tracer::trace($ink, 4);
        self::assertCount(4, $traced->layers);
        $alpha = 0.0;
        foreach ($traced->layers as $k => $layer) {
            $alpha += (1 - $alpha) * $layer['opacity'];
            self::assertEqualsWithDelta(($k + 1) / 4, $alpha, 1e-9);
        }
    }

    public function test_the_file_is_well_formed_svg(): void
    {
        $svg = simplexml_load_string(Svg::of(Tracer::trace(self::ring(30.0, 10.0))));
        self::assertNotFalse($svg);
        self::assertSame('0 0 100 100', (string) $svg['viewBox']);
        self::assertStringStartsWith('M', (string) $svg->path['d']);
        self::assertSame([], Tracer::trace(new Plane(4, 4, array_fill(0, 16, 0)))->layers);
    }

    /** Places are given to a hundredth of a pixel, in both directions. */
    public function test_a_file_keeps_hundredths_of_a_px(): void
    {
        preg_match_all('/(-?\d+(?:\.(\d+))?),(-?\d+(?:\.(\d+))?)/', Svg::of(Tracer::trace(self::ring(30.0, 10.0))), $found);
        self::assertGreaterThan(10, count($found[0]));
        self::assertSame([2, 2], [max(array_map(strlen(...), $found[2])), max(array_map(strlen(...), $found[4]))]);
    }

    private static function ring(float $outer, float $inner): Plane
    {
        return Pictures::plane(100, 100, function (int $x, int $y) use ($outer, $inner): int {
            $r = hypot($x + 0.5 - 50, $y + 0.5 - 50);

            return (int) (65535 * max(0.0, min(1.0, $outer - $r + 0.5, $r - $inner + 0.5)));
        });
    }
}
