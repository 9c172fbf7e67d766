<?php

declare(strict_types=1);

namespace Tests\Core\Stroke;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\PathBuilder;
use Yarrowfog\Core\Stroke\PathPoint;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Steadier;
use Yarrowfog\Core\Stroke\Trace;

final class HandTest extends TestCase
{
    public function test_a_sample_far_away_is_brought_near_to_the_sheet_and_keeps_all_else(): void
    {
        $sheet = new Rect(10, 20, 30, 40);
        foreach ([[25, -900, 25, 15], [25, 900, 25, 65], [-900, 30, 5, 30], [900, 30, 45, 30], [6, 64, 6, 64]] as [$x, $y, $nearX, $nearY]) {
            $near = (new Sample(7, $x, $y, 0.4, 11, -12, 13))->near($sheet, 5);
            self::assertSame([7.0, (float) $nearX, (float) $nearY, 0.4, 11.0, -12.0, 13.0], $near->toArray());
        }
    }

    /** The same movement, told 60 and 240 times a second, gives the same line within half a px. */
    public function test_steadying_does_not_depend_on_how_often_the_pen_reports(): void
    {
        foreach ([0.2, 0.5, 0.8, 1.0] as $strength) {
            foreach (self::movements() as $name => $at) {
                $slow = self::path($at, 60, $strength);
                $fast = self::path($at, 240, $strength);
                $most = 0.0;
                foreach ($slow as $p) {
                    $most = max($most, self::wayTo($p, $fast));
                }
                self::assertLessThan(0.5, $most, "{$name} at {$strength}");
            }
        }
    }

    public function test_steadying_calms_a_trembling_line_and_more_of_it_calms_more(): void
    {
        $tremble = fn (float $t): array => [0.3 * $t, 100 + 4 * sin($t / 9)];
        $wavers = fn (float $strength): float => max(array_map(fn (PathPoint $p): float => $p->x > 120 && $p->x < 210 ? abs($p->y - 100) : 0.0, self::path($tremble, 120, $strength)));
        self::assertGreaterThan(3.5, $wavers(0.0));
        self::assertLessThan(2.0, $wavers(0.4));
        self::assertLessThan(0.6, $wavers(1.0));
    }

    public function test_the_tail_is_caught_up_when_the_pen_lifts(): void
    {
        $path = self::path(fn (float $t): array => [$t, 50 + 0.2 * $t], 120, 1.0);
        $last = $path[count($path) - 1];
        self::assertEqualsWithDelta(1000, $last->x, 0.01);
        self::assertEqualsWithDelta(250, $last->y, 0.01);
    }

    /**
     * Clocks that tick every 8 or 16 ms give several reports one time. The same movement told 960 times a second with
     * exact times is the truth.
     */
    #[TestWith([240, 16.0])]
    #[TestWith([240, 8.0])]
    #[TestWith([133, 16.0])]
    #[TestWith([120, 16.0])]
    #[TestWith([60, 0.0])]
    #[TestWith([240, 1.0])]
    public function test_speed_bears_clocks_that_tick_slowly(int $rate, float $tick): void
    {
        $movements = [
            'swelling' => fn (float $t): array => [300 * (1 - cos(M_PI * $t / 600)), 100 * sin($t / 200)],
            'waving' => fn (float $t): array => [0.5 * $t, 60 * sin($t / 70)],
            'braking' => fn (float $t): array => [0.6 * $t - 0.0004 * $t * $t, 0.3 * $t],
        ];
        foreach ($movements as $name => $at) {
            foreach ([[1.0, 0.3], [0.3, 1.0]] as [$from, $to]) {
                $brush = BrushSettings::read(['settings' => ['size' => ['base' => 40, 'drives' => [['input' => 'speed', 'from' => $from, 'to' => $to]]], 'spacing' => ['base' => 0.1]]]);
                [$count, $mean] = self::dabs($brush, $at, $rate, $tick);
                [$trueCount, $trueMean] = self::dabs($brush, $at, 960, 0.0);
                self::assertEqualsWithDelta(1.0, $mean / $trueMean, 0.02, "mean size, {$name}");
                self::assertEqualsWithDelta(1.0, $count / $trueCount, 0.03, "dabs, {$name}");
            }
        }
    }

    /** 1 px/ms, told every 4 ms: the speed is that of the first dab on, whatever the first two times say. */
    #[TestWith([[0.0, 4.0, 8.0, 12.0]])]
    #[TestWith([[0.0, 0.0, 8.0, 12.0]])]
    #[TestWith([[4.0, 4.0, 8.0, 12.0]])]
    public function test_two_first_reports_at_one_time_are_no_leap(array $times): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 10, 'drives' => [['input' => 'speed', 'from' => 0, 'to' => 1, 'reference' => 10]]]]]);
        $samples = array_map(fn (int $i): Sample => new Sample($times[$i] ?? 4.0 * $i, 4.0 * $i, 0), range(0, 60));
        foreach (DabMaker::all($brush, new Trace($samples), 1) as $dab) {
            self::assertEqualsWithDelta(1.0, $dab->shape->size, 0.15, "at {$dab->x}");
        }
    }

    /** Without any times a report is taken to last 4 ms. */
    public function test_a_flick_told_at_one_time_has_a_speed(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 10, 'drives' => [['input' => 'speed', 'from' => 0, 'to' => 1, 'reference' => 10]]]]]);
        $dabs = DabMaker::all($brush, new Trace([new Sample(0, 0, 0), new Sample(0, 20, 0), new Sample(0, 40, 0)]), 1);
        self::assertEqualsWithDelta(5.0, $dabs[0]->shape->size, 1e-9);
    }

    /** A pen that creeps by less than what is told apart moves as fast as its way over all that time says. */
    public function test_a_creeping_pen_is_slow(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 100, 'drives' => [['input' => 'speed', 'from' => 0, 'to' => 1, 'reference' => 1]]]]]);
        $samples = array_map(fn (int $i): Sample => new Sample($i, 0.02 * $i, 0), range(0, 2000));
        foreach (DabMaker::all($brush, new Trace($samples), 1) as $dab) {
            self::assertEqualsWithDelta(2.0, $dab->shape->size, 0.2, "at {$dab->x}");
        }
    }

    /**
     * @param  callable(float): array{float, float}  $at
     * @param  float  $tick  ms; 0 for exact times
     * @return array{int, float} dabs, and their mean size
     */
    private static function dabs(BrushSettings $brush, callable $at, int $rate, float $tick): array
    {
        $samples = array_map(fn (int $i): Sample => new Sample($tick > 0 ? round(1000 * $i / $rate / $tick) * $tick : 1000 * $i / $rate, ...$at(1000 * $i / $rate)), range(0, (int) (0.6 * $rate)));
        $sizes = array_map(fn (Dab $d): float => $d->shape->size, DabMaker::all($brush, new Trace($samples), 1));

        return [count($sizes), array_sum($sizes) / count($sizes)];
    }

    /** Down and back on the same line: every heading is the way in or the way out. */
    #[TestWith([0.0])]
    #[TestWith([0.4])]
    public function test_the_heading_at_a_reversal_is_the_way_in_or_the_way_out(float $steadying): void
    {
        $brush = BrushSettings::read(['settings' => ['steadying' => ['base' => $steadying], 'size' => ['base' => 20], 'spacing' => ['base' => 0.05], 'angleFollows' => ['base' => 'heading']]]);
        foreach ([7.0, 12.5, 100.0] as $step) {
            $samples = array_map(fn (int $i): Sample => new Sample($i * 10, 50, 100 + $step * ($i <= 8 ? $i : 16 - $i)), range(0, 16));
            $angles = array_map(fn (Dab $d): string => (string) round($d->shape->angle, 4), DabMaker::all($brush, new Trace($samples), 1));
            self::assertEqualsCanonicalizing(['90', '270'], array_values(array_unique($angles)), "{$step} px");
        }
        // Turning back at an oblique line: 30° in, 210° out.
        $samples = array_map(fn (int $i): Sample => new Sample($i * 10, 50 + 9 * cos(M_PI / 6) * ($i <= 8 ? $i : 16 - $i), 100 + 9 * sin(M_PI / 6) * ($i <= 8 ? $i : 16 - $i)), range(0, 16));
        $angles = array_map(fn (Dab $d): int => (int) round($d->shape->angle), DabMaker::all($brush, new Trace($samples), 1));
        self::assertEqualsCanonicalizing([30, 210], array_values(array_unique($angles)));
    }

    public function test_a_resting_string_is_not_pulled(): void
    {
        $steadier = new Steadier(1.0);
        $steadier->feed(new Sample(0, 100, 100));
        // Within the string's 40 px nothing moves.
        $there = $steadier->feed(new Sample(50, 130, 100));
        self::assertEqualsWithDelta(100, $there->x, 1e-9);
        // Beyond it, the pulled point follows, and the filter after it.
        for ($t = 100; $t < 2000; $t += 50) {
            $there = $steadier->feed(new Sample($t, 200, 100));
        }
        self::assertEqualsWithDelta(160, $there->x, 0.01);
    }

    public function test_the_response_bends_what_the_pen_presses_real_or_assumed(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 100, 'drives' => [['input' => 'pressure']]], 'pressureResponse' => ['base' => [[0, 0.2], [0.5, 0.9], [1, 1]]]]]);
        $size = fn (float $pressure, bool $real): float => DabMaker::all($brush, new Trace([new Sample(0, 5, 5, $pressure)], $real), 1)[0]->shape->size;
        self::assertEqualsWithDelta(90, $size(0.5, true), 1e-9);
        self::assertEqualsWithDelta(20, $size(0.0, true), 1e-9);
        self::assertEqualsWithDelta(100 * $brush->curve('pressureResponse')->at(0.6), $size(0.1, false), 1e-9);
    }

    /** @return array<string, callable(float): array{float, float}> place after so many ms, for a second */
    private static function movements(): array
    {
        return [
            'circle' => fn (float $t): array => [200 + 90 * cos($t / 240), 200 + 90 * sin($t / 240)],
            'wave' => fn (float $t): array => [0.5 * $t, 150 + 60 * sin($t / 150)],
            'slow loop' => fn (float $t): array => [100 + 0.2 * $t + 30 * sin($t / 160), 100 + 30 * cos($t / 160)],
        ];
    }

    /**
     * @param  callable(float): array{float, float}  $at
     * @return list<PathPoint>
     */
    private static function path(callable $at, int $rate, float $steadying): array
    {
        $path = new PathBuilder(BrushSettings::read(['settings' => ['steadying' => ['base' => $steadying]]]), true);
        $out = [];
        for ($i = 0; $i <= $rate; $i++) {
            array_push($out, ...$path->feed(new Sample(1000 * $i / $rate, ...$at(1000 * $i / $rate))));
        }

        return [...$out, ...$path->finish()];
    }

    /** @param  list<PathPoint>  $line */
    private static function wayTo(PathPoint $p, array $line): float
    {
        $least = INF;
        for ($i = 1; $i < count($line); $i++) {
            [$a, $b] = [$line[$i - 1], $line[$i]];
            $length = ($b->x - $a->x) ** 2 + ($b->y - $a->y) ** 2;
            $f = $length <= 0.0 ? 0.0 : max(0.0, min(1.0, (($p->x - $a->x) * ($b->x - $a->x) + ($p->y - $a->y) * ($b->y - $a->y)) / $length));
            $least = min($least, hypot($p->x - $a->x - $f * ($b->x - $a->x), $p->y - $a->y - $f * ($b->y - $a->y)));
        }

        return $least;
    }
}
