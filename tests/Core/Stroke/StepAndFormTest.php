<?php

declare(strict_types=1);

namespace Tests\Core\Stroke;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Placing;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Trace;

final class StepAndFormTest extends TestCase
{
    /** Twice as large, drawn in the same time: every dab is where it was and twice as large, whatever moves its size. */
    public function test_a_drawing_made_larger_looks_the_same(): void
    {
        $drive = fn (string $input, float $reference): array => ['base' => 20, 'drives' => [['input' => $input, 'from' => 0.2, 'to' => 1, 'reference' => $reference]]];
        foreach ([
            'by speed' => ['size' => $drive('speed', 1.5)],
            'by travel' => ['size' => $drive('travel', 200)],
            'tapered' => ['size' => ['base' => 20], 'taperIn' => ['base' => 80], 'taperOut' => ['base' => 120]],
            'steadied' => ['size' => ['base' => 20], 'steadying' => ['base' => 0.5]],
            'mouse' => ['size' => ['base' => 20, 'drives' => [['input' => 'pressure']]], 'assumedPressure' => ['base' => 'from speed']],
            'sprayed' => ['size' => ['base' => 8], 'scatterAcross' => ['base' => 0.5], 'scatterOf' => ['base' => 'a width'], 'scatterWidth' => ['base' => 70]],
        ] as $name => $settings) {
            $brush = BrushSettings::read(['settings' => $settings]);
            $trace = new Trace(Movements::swell(new Rect(100, 100, 300, 100))->samples, $name !== 'mouse');
            $placing = new Placing(2.0, 0.0, 0.0, 0.0);
            $small = DabMaker::all($brush, $trace, 3);
            $large = DabMaker::all($placing->brush($brush), $placing->trace($trace, 500, 300), 3);
            // Where a taper ends dabs stand as close as they ever do, in px: there are more of them in a larger drawing.
            self::assertEqualsWithDelta(count($small), count($large), $name === 'tapered' ? count($small) : 1 + 0.02 * count($small), $name);
            foreach ([$small[intdiv(count($small), 5)], $small[intdiv(count($small), 3)], $small[intdiv(2 * count($small), 3)]] as $a) {
                $away = fn (Dab $b): float => hypot($b->x - 250 - 2 * ($a->x - 250), $b->y - 150 - 2 * ($a->y - 150));
                usort($large, fn (Dab $b, Dab $c): int => $away($b) <=> $away($c));
                self::assertLessThan(3, $away($large[0]), $name);
                self::assertEqualsWithDelta(2 * $a->shape->size, $large[0]->shape->size, 0.1 * $a->shape->size, $name);
            }
        }
    }

    /** A quarter turn about the middle of a swatch of 500 × 300, at half the size, moved by 30 and 7: (350, 150) lies 100 to the right of the middle, so 50 below it. */
    public function test_a_drawing_is_turned_about_the_middle_of_its_swatch(): void
    {
        $sample = new Sample(12, 350, 150, 0.4, 10, -20, 30);
        $placed = (new Placing(0.5, 90.0, 30.0, 7.0))->trace(new Trace([$sample, new Sample(20, 250, 110)]), 500, 300)->samples;
        self::assertEqualsWithDelta([280, 207], [$placed[0]->x, $placed[0]->y], 1e-9);
        self::assertEqualsWithDelta([300, 157], [$placed[1]->x, $placed[1]->y], 1e-9);
        self::assertSame([12.0, 0.4, 10.0, -20.0, 30.0], [$placed[0]->t, $placed[0]->pressure, $placed[0]->tiltX, $placed[0]->tiltY, $placed[0]->twist]);
        $brush = (new Placing(0.5, 90.0, 0.0, 0.0))->brush(BrushSettings::read(['settings' => ['angle' => ['base' => 120], 'size' => ['base' => 40]]]));
        self::assertSame([-150.0, 20.0], [$brush->value('angle')->number(), $brush->value('size')->number()]);
    }

    /** Drops of 4 and of 16 px, scattered by half of 80 px, lie within the same 40 px to each side. */
    public function test_a_spray_of_a_width_is_as_wide_whatever_the_size_of_its_drops(): void
    {
        $line = new Trace(array_map(fn (int $i): Sample => new Sample($i * 10, $i * 10, 100, $i / 100), range(0, 100)));
        $reach = fn (array $more): float => max(array_map(fn (Dab $d): float => abs($d->y - 100), DabMaker::all(BrushSettings::read(['settings' => ['spacing' => ['base' => 0.1], 'scatterAcross' => ['base' => 0.5], 'scatterOf' => ['base' => 'a width'], 'scatterWidth' => ['base' => 80], ...$more]]), $line, 1)));
        self::assertEqualsWithDelta(40, $reach(['size' => ['base' => 4]]), 1);
        self::assertEqualsWithDelta(40, $reach(['size' => ['base' => 16]]), 1);
        // Drives move the width, and the part of it.
        self::assertEqualsWithDelta(20, $reach(['size' => ['base' => 4], 'scatterWidth' => ['base' => 80, 'drives' => [['input' => 'pressure', 'from' => 0.5, 'to' => 0.5]]]]), 1);
        self::assertEqualsWithDelta(10, $reach(['size' => ['base' => 4], 'scatterAcross' => ['base' => 0.5, 'drives' => [['input' => 'pressure', 'from' => 0.25, 'to' => 0.25]]]]), 1);
        self::assertEqualsWithDelta(2, $reach(['size' => ['base' => 4], 'scatterOf' => ['base' => 'the size']]), 0.1);
    }

    /** A hand at rest trembles at 9 Hz by 1 px for two seconds: some 20 dabs a second, however often the pen reports. */
    public function test_lingering_does_not_depend_on_how_often_the_pen_reports(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 60], 'spacing' => ['base' => 2], 'linger' => ['base' => 20]]]);
        foreach ([0.0, 0.7] as $down) {
            foreach ([60, 90, 120, 240, 500, 1000] as $rate) {
                $samples = array_map(fn (int $i): Sample => new Sample(1000 * $i / $rate, 100 + sin(2 * M_PI * 9 * $i / $rate), 100 + $down * cos(2 * M_PI * 7.3 * $i / $rate)), range(0, 2 * $rate));
                self::assertEqualsWithDelta(41, count(DabMaker::all($brush, new Trace($samples), 1)), 2, "{$rate} Hz");
            }
        }
    }

    /** 0.03 px/ms is movement, 0.015 px/ms is rest. */
    public function test_a_slow_pen_is_told_from_a_resting_one(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 60], 'spacing' => ['base' => 10], 'linger' => ['base' => 20]]]);
        $count = fn (float $speed): int => count(DabMaker::all($brush, new Trace(array_map(fn (int $i): Sample => new Sample($i * 8, $i * 8 * $speed, 0), range(0, 250))), 1));
        self::assertSame(1, $count(0.03));
        self::assertGreaterThan(30, $count(0.015));
    }

    #[TestWith([1])]
    #[TestWith([5])]
    #[TestWith([16])]
    public function test_a_count_of_n_prints_n(int $n): void
    {
        self::assertCount($n, self::dabs(['count' => ['base' => $n]], new Trace([new Sample(0, 50, 50)])));
        $one = self::dabs([], self::swell());
        self::assertCount($n * count($one), self::dabs(['count' => ['base' => $n]], self::swell()));
    }

    public function test_counting_moves_nothing_that_chance_gave_the_first_of_each(): void
    {
        $settings = ['scatterAcross' => ['base' => 1], 'angle' => ['spread' => 180], 'size' => ['base' => 30, 'spread' => 0.6]];
        $one = self::dabs($settings, self::swell());
        $three = self::dabs([...$settings, 'count' => ['base' => 3]], self::swell());
        foreach ($one as $i => $dab) {
            self::assertEquals([$dab->x, $dab->y, $dab->shape], [$three[3 * $i]->x, $three[3 * $i]->y, $three[3 * $i]->shape]);
        }
    }

    public function test_one_press_prints_once(): void
    {
        self::assertCount(1, self::dabs(['onePerPress' => ['base' => 'yes']], self::swell()));
        self::assertCount(4, self::dabs(['onePerPress' => ['base' => 'yes'], 'count' => ['base' => 4]], self::swell()));
    }

    public function test_a_resting_pen_lingers_by_time(): void
    {
        $rest = array_map(fn (int $i): Sample => new Sample($i * 10, 40, 40), range(0, 200));
        // Two seconds at ten a second, and the tap itself.
        self::assertEqualsWithDelta(21, count(self::dabs(['linger' => ['base' => 10]], new Trace($rest))), 1);
        self::assertCount(1, self::dabs([], new Trace($rest)));
        // A hand that trembles within half a px rests too; one that moves on does not.
        $tremble = array_map(fn (int $i): Sample => new Sample($i * 10, 40 + 0.1 * sin($i), 40), range(0, 200));
        self::assertEqualsWithDelta(21, count(self::dabs(['linger' => ['base' => 10]], new Trace($tremble))), 3);
        self::assertSame(count(self::dabs([], self::swell())), count(self::dabs(['linger' => ['base' => 10]], self::swell())));
    }

    public function test_scatter_stays_within_its_reach_in_every_shape(): void
    {
        $line = new Trace([new Sample(0, 0, 100), new Sample(500, 2000, 100), new Sample(1000, 4000, 100)]);
        $far = [];
        foreach (['even', 'clustered', 'disc'] as $shape) {
            $dabs = self::dabs(['size' => ['base' => 20], 'spacing' => ['base' => 0.2], 'scatterAcross' => ['base' => 2], 'scatterShape' => ['base' => $shape]], $line);
            $off = array_map(fn (Dab $d): float => abs($d->y - 100), $dabs);
            self::assertLessThanOrEqual(40.0001, max($off));
            self::assertGreaterThan(30, max($off));
            $far[$shape] = count(array_filter($off, fn (float $o): bool => $o > 20)) / count($off);
        }
        self::assertEqualsWithDelta(0.5, $far['even'], 0.06);
        self::assertLessThan(0.25, $far['clustered']);
        // Of a disc, 39 % lies further out than half its radius on one axis.
        self::assertEqualsWithDelta(0.391, $far['disc'], 0.06);
    }

    public function test_frames_in_turn_visit_all_and_shuffled_ones_never_repeat(): void
    {
        $frames = fn (string $rule, int $n): array => array_map(fn (Dab $d): int => $d->shape->frame, DabMaker::all(self::brush(['frameRule' => ['base' => $rule], 'size' => ['base' => 8]])->usedWith($n, false), self::swell(), 5));
        self::assertSame([0, 1, 2, 3, 4, 0, 1], array_slice($frames('in turn', 5), 0, 7));
        foreach ([2, 3, 4, 7] as $n) {
            $shuffled = $frames('shuffled', $n);
            for ($i = 1; $i < count($shuffled); $i++) {
                self::assertNotSame($shuffled[$i - 1], $shuffled[$i], "{$n} frames, dab {$i}");
            }
            foreach (array_chunk($shuffled, $n) as $round) {
                self::assertCount(count($round), array_unique($round));
            }
        }
        self::assertCount(1, array_unique($frames('one per stroke', 6)));
        $byPressure = $frames('by pressure', 4);
        self::assertSame(0, $byPressure[0]);
        self::assertContains(3, $byPressure);
        self::assertSame([0], array_unique($frames('by pressure', 1)));
    }

    public function test_frames_by_heading_and_travel_follow_the_path(): void
    {
        $brush = self::brush(['frameRule' => ['base' => 'by heading'], 'size' => ['base' => 10]])->usedWith(4, false);
        $towards = fn (float $x, float $y): int => DabMaker::all($brush, new Trace([new Sample(0, 200, 200), new Sample(50, 200 + $x, 200 + $y), new Sample(100, 200 + 2 * $x, 200 + 2 * $y)]), 1)[3]->shape->frame;
        self::assertSame([0, 1, 2, 3], [$towards(50, 0), $towards(0, 50), $towards(-50, 0), $towards(0, -50)]);
        $brush = self::brush(['frameRule' => ['base' => 'by travel'], 'frameLength' => ['base' => 100], 'size' => ['base' => 50], 'spacing' => ['base' => 0.5]])->usedWith(4, false);
        $dabs = DabMaker::all($brush, new Trace([new Sample(0, 0, 0), new Sample(50, 100, 0), new Sample(100, 200, 0)]), 1);
        self::assertSame([0, 1, 2, 3, 0, 1, 2, 3], array_slice(array_map(fn (Dab $d): int => $d->shape->frame, $dabs), 0, 8));
    }

    public function test_the_angle_follows_heading_azimuth_or_twist(): void
    {
        $samples = array_map(fn (int $i): Sample => new Sample($i * 10, 20 * $i, 10 * $i, 0.5, 30, 0, 77), range(0, 9));
        $angle = fn (string $follows): float => self::dabs(['angle' => ['base' => 5], 'angleFollows' => ['base' => $follows]], new Trace($samples))[3]->shape->angle;
        self::assertEqualsWithDelta(5, $angle('nothing'), 1e-9);
        self::assertEqualsWithDelta(5 + rad2deg(atan2(1, 2)), $angle('heading'), 0.01);
        self::assertEqualsWithDelta(82, $angle('twist'), 0.01);
        self::assertEqualsWithDelta(5, $angle('azimuth'), 0.01);
    }

    public function test_posture_leans_the_print_with_the_pen(): void
    {
        $lean = fn (float $tiltX, float $posture): float => self::dabs(['posture' => ['base' => $posture]], new Trace([new Sample(0, 5, 5, 0.5, $tiltX)]))[0]->shape->lean;
        self::assertEqualsWithDelta(1.0, $lean(0, 1), 1e-9);
        // At 60° from upright the print is twice as long; half the posture gives half of that more.
        self::assertEqualsWithDelta(2.0, $lean(60, 1), 1e-6);
        self::assertEqualsWithDelta(1.5, $lean(60, 0.5), 1e-6);
        self::assertEqualsWithDelta(3.0, $lean(90, 1), 1e-6);
    }

    /** Random brushes: turning any one spread or drive of chance on leaves what chance gave the others. */
    public function test_chance_of_one_setting_never_moves_another(): void
    {
        $chance = new Randomizer(new Mt19937(3));
        $random = ['size' => ['base' => 24, 'spread' => 0.4], 'angle' => ['spread' => 90], 'roundness' => ['base' => 0.8, 'spread' => 0.3], 'flow' => ['base' => 0.9, 'spread' => 0.4], 'opacity' => ['base' => 0.9, 'spread' => 0.4], 'inkMix' => ['base' => 0.5, 'spread' => 0.4], 'scatterAcross' => ['base' => 0.6], 'mirrorAcross' => ['base' => 'by chance'], 'driftHue' => ['base' => 30]];
        $reads = ['size' => fn (Dab $d): float => $d->shape->size, 'angle' => fn (Dab $d): float => $d->shape->angle, 'roundness' => fn (Dab $d): float => $d->shape->roundness, 'flow' => fn (Dab $d): float => $d->flow, 'opacity' => fn (Dab $d): float => $d->opacity, 'mirrorAcross' => fn (Dab $d): bool => $d->shape->mirrorAcross];
        for ($n = 0; $n < 25; $n++) {
            $roll = $chance->getInt(0, 1 << 30);
            $off = array_rand($reads);
            $with = self::dabs($random, self::swell(), $roll);
            // Scatter goes by size, and the path's steps too: the size is left in.
            $without = self::dabs(array_diff_key($random, $off === 'size' ? [] : [$off => 1]), self::swell(), $roll);
            self::assertSame(count($with), count($without));
            foreach ($reads as $id => $read) {
                if ($id !== $off) {
                    self::assertSame(array_map($read, $with), array_map($read, $without), "{$id} without chance in {$off}");
                }
            }
        }
    }

    /** A spread of nothing changes nothing, for every setting that has one. */
    public function test_a_spread_of_zero_changes_nothing(): void
    {
        $plain = self::dabs([], self::swell());
        foreach (SettingsTable::all() as $id => $setting) {
            if ($setting->spread !== SpreadKind::None) {
                self::assertEquals($plain, self::dabs([$id => ['base' => $setting->default, 'spread' => 0]], self::swell()), $id);
            }
        }
    }

    private static function swell(): Trace
    {
        return Movements::swell(new Rect(0, 0, 500, 200));
    }

    /** @param  array<string, mixed>  $settings */
    private static function brush(array $settings): BrushSettings
    {
        return BrushSettings::read(['settings' => $settings]);
    }

    /**
     * @param  array<string, mixed>  $settings
     * @return list<Dab>
     */
    private static function dabs(array $settings, Trace $trace, int $roll = 5): array
    {
        return DabMaker::all(self::brush($settings), $trace, $roll);
    }
}
