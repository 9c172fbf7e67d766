<?php

declare(strict_types=1);

namespace Tests\Core\Stroke;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Curve;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Dial;
use Yarrowfog\Core\Stroke\PathPoint;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Scatter;
use Yarrowfog\Core\Stroke\Trace;

/** Formulas of a stroke, each with its answer worked out beside it. */
final class FormulasTest extends TestCase
{
    /** @param  list<array{float, float}>  $points */
    #[TestWith([[[0, 0.2]], '2 to 8 points'])]
    #[TestWith([[[0.1, 0], [1, 1]], 'the first at 0'])]
    #[TestWith([[[0, 0], [0.9, 1]], 'the last at 1'])]
    #[TestWith([[[0, 0], [0.5, 1], [0.5, 0], [1, 1]], 'to the right of the point before it'])]
    public function test_a_curve_that_is_none_is_refused_in_words(array $points, string $words): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage($words);
        Curve::read(JsonReader::of($points));
    }

    /** Along a taper of 400 px from nothing to 40, half as far apart as they are large: ∫ ds / gap dabs, gap = 20(3u² − 2u³) and 1/4 at least. */
    public function test_dabs_stand_closer_where_a_taper_makes_them_smaller(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 40], 'spacing' => ['base' => 0.5], 'taperIn' => ['base' => 400]]]);
        $dabs = DabMaker::all($brush, new Trace(array_map(fn (int $i): Sample => new Sample(10 * $i, 10 * $i, 0), range(0, 60))), 1);
        $between = fn (float $from, float $to): int => count(array_filter($dabs, fn (Dab $d): bool => $d->x >= $from && $d->x < $to));
        foreach ([[40, 100], [100, 300], [300, 400], [400, 600]] as [$from, $to]) {
            $true = 0.0;
            for ($s = $from + 0.05; $s < $to; $s += 0.1) {
                $u = min(1.0, $s / 400);
                $true += 0.1 / max(0.25, 20 * (3 * $u * $u - 2 * $u ** 3));
            }
            self::assertEqualsWithDelta($true, $between($from, $to), 1.5 + 0.02 * $true, "{$from} to {$to}");
        }
    }

    /** Fritsch and Carlson: a rise so steep beside one so flat that a free cubic would swing out of both. */
    public function test_a_curve_never_leaves_what_lies_between_its_points(): void
    {
        foreach ([[[0.0, 0.0], [0.5, 0.2], [0.6, 0.8], [1.0, 0.9]], [[0.0, 0.0], [0.5, 0.02], [0.55, 0.95], [1.0, 1.0]], [[0.0, 1.0], [0.1, 0.1], [0.9, 0.08], [1.0, 0.0]], [[0.0, 0.2], [0.4, 0.2], [0.5, 0.9], [1.0, 0.9]]] as $points) {
            $curve = Curve::read(JsonReader::of($points));
            for ($i = 1; $i < count($points); $i++) {
                [[$x0, $y0], [$x1, $y1]] = [$points[$i - 1], $points[$i]];
                $before = $y0;
                for ($x = $x0; $x <= $x1; $x += 0.001) {
                    $y = $curve->at($x);
                    self::assertGreaterThanOrEqual(min($y0, $y1) - 1e-9, $y);
                    self::assertLessThanOrEqual(max($y0, $y1) + 1e-9, $y);
                    self::assertGreaterThanOrEqual(-1e-9, ($y - $before) * ($y1 >= $y0 ? 1 : -1), "at {$x}");
                    $before = $y;
                }
            }
            foreach ($points as [$x, $y]) {
                self::assertEqualsWithDelta($y, $curve->at($x), 1e-9);
            }
        }
    }

    /** A thousand draws: where they lie, and their mean, which is the middle of it. */
    #[TestWith(['size', 100.0, 0.4, 60.0, 100.0])]
    #[TestWith(['roundness', 0.8, 0.5, 0.4, 0.8])]
    #[TestWith(['spacing', 2.0, 0.5, 1.0, 3.0])]
    #[TestWith(['angle', 170.0, 40.0, 130.0, 210.0])]
    #[TestWith(['inkMix', 0.5, 0.3, 0.2, 0.8])]
    public function test_spreads_lie_where_they_say(string $setting, float $base, float $spread, float $least, float $most): void
    {
        $dial = Dial::of(BrushSettings::read(['settings' => [$setting => ['base' => $base, 'spread' => $spread]]]), $setting, new Chance(5));
        $values = array_map(fn (int $i): float => $dial->at(self::point(), $i), range(0, 999));
        self::assertGreaterThanOrEqual($least, min($values));
        self::assertLessThanOrEqual($most, max($values));
        self::assertEqualsWithDelta($least, min($values), 0.02 * ($most - $least));
        self::assertEqualsWithDelta($most, max($values), 0.02 * ($most - $least));
        self::assertEqualsWithDelta(($least + $most) / 2, array_sum($values) / 1000, 0.03 * ($most - $least));
    }

    public function test_a_spread_never_leaves_the_range_of_its_setting(): void
    {
        $dial = Dial::of(BrushSettings::read(['settings' => ['inkMix' => ['base' => 0.9, 'spread' => 0.5]]]), 'inkMix', new Chance(5));
        $values = array_map(fn (int $i): float => $dial->at(self::point(), $i), range(0, 999));
        self::assertSame(1.0, max($values));
        self::assertGreaterThan(0.39, min($values));
    }

    /** Two drives multiply: half of the pressure's 0.2 to 1, and a third of the twist's. Of an angle they add up. */
    public function test_drives_multiply_and_those_of_an_angle_add_up(): void
    {
        $drives = [['input' => 'pressure', 'from' => 0.2, 'to' => 1], ['input' => 'twist', 'from' => 0, 'to' => 1]];
        $size = Dial::of(BrushSettings::read(['settings' => ['size' => ['base' => 100, 'drives' => $drives]]]), 'size', new Chance(1));
        self::assertEqualsWithDelta(100 * 0.6 / 3, $size->driven(self::point(pressure: 0.5, twist: 120), 0), 1e-9);
        $angle = Dial::of(BrushSettings::read(['settings' => ['angle' => ['base' => 10, 'drives' => [['input' => 'pressure', 'from' => 0, 'to' => 90], ['input' => 'twist', 'from' => 0, 'to' => 360]]]]]), 'angle', new Chance(1));
        self::assertEqualsWithDelta(10 + 45 + 120, $angle->driven(self::point(pressure: 0.5, twist: 120), 0), 1e-9);
    }

    /** Heading down, so that across is left and right: a disc has as much on every side, and its mean radius is two thirds. */
    public function test_scatter_falls_as_its_shape_says(): void
    {
        $thrown = function (string $shape): array {
            $scatter = new Scatter(BrushSettings::read(['settings' => ['size' => ['base' => 10], 'scatterAcross' => ['base' => 2], 'scatterAlong' => ['base' => 2], 'scatterShape' => ['base' => $shape]]]), new Chance(3));

            return array_map(fn (int $key): array => $scatter->offset(self::point(heading: 90), $key, 1.0), range(0, 3999));
        };
        $disc = $thrown('disc');
        $radii = array_map(fn (array $p): float => hypot(...$p) / 20, $disc);
        self::assertLessThanOrEqual(1.0, max($radii));
        self::assertEqualsWithDelta(2 / 3, array_sum($radii) / 4000, 0.01);
        foreach ([[1, 1], [1, -1], [-1, 1], [-1, -1]] as [$x, $y]) {
            self::assertEqualsWithDelta(1000, count(array_filter($disc, fn (array $p): bool => $p[0] * $x > 0 && $p[1] * $y > 0)), 100);
        }
        // Even: x² has the mean of a square, a third. Clustered, the mean of three draws: a ninth.
        foreach (['even' => 1 / 3, 'clustered' => 1 / 9] as $shape => $variance) {
            $all = $thrown($shape);
            foreach ([0, 1] as $axis) {
                self::assertEqualsWithDelta($variance, array_sum(array_map(fn (array $p): float => ($p[$axis] / 20) ** 2, $all)) / 4000, 0.02);
            }
            self::assertEqualsWithDelta(0.0, array_sum(array_map(fn (array $p): float => $p[0] * $p[1] / 400, $all)) / 4000, 0.015);
        }
        // Across only: thrown to the sides of a pen that goes down, never along it.
        $sides = new Scatter(BrushSettings::read(['settings' => ['size' => ['base' => 10], 'scatterAcross' => ['base' => 2]]]), new Chance(3));
        foreach (range(0, 50) as $key) {
            [$x, $y] = $sides->offset(self::point(heading: 90), $key, 1.0);
            self::assertEqualsWithDelta(0.0, $y, 1e-9);
            self::assertLessThanOrEqual(20.0, abs($x));
        }
    }

    private static function point(float $pressure = 1.0, float $twist = 0.0, float $heading = 0.0): PathPoint
    {
        return new PathPoint(0.0, 0.0, 0.0, 0.0, $pressure, 0.0, 0.0, $twist, 0.0, $heading);
    }
}
