<?php

declare(strict_types=1);

namespace Tests\Core\Stroke;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

final class DabMakerTest extends TestCase
{
    public function test_a_tap_prints_one_dab_however_long_the_pen_rests(): void
    {
        $brush = self::brush(['size' => ['base' => 30]]);
        self::assertCount(1, DabMaker::all($brush, new Trace([new Sample(0, 50, 60, 0.3)]), 1));
        $rest = array_map(fn (int $i): Sample => new Sample($i * 8, 50, 60, 0.1 * $i), range(0, 9));
        $dabs = DabMaker::all($brush, new Trace($rest), 1);
        self::assertCount(1, $dabs);
        self::assertSame([50.0, 60.0], [$dabs[0]->x, $dabs[0]->y]);
    }

    public function test_a_tap_counts_with_its_firmest_press(): void
    {
        $brush = self::brush(['size' => ['base' => 100, 'drives' => [['input' => 'pressure']]]]);
        $dabs = DabMaker::all($brush, new Trace([new Sample(0, 5, 5, 0.02), new Sample(9, 5, 5, 0.8), new Sample(18, 5, 5, 0)]), 1);
        self::assertEqualsWithDelta(80.0, $dabs[0]->shape->size, 1e-9);
    }

    public function test_dabs_on_a_swelling_stroke_stand_at_spacing_times_the_local_size(): void
    {
        $brush = self::brush([
            'size' => ['base' => 80, 'drives' => [['input' => 'pressure', 'from' => 0.1, 'to' => 1]]],
            'spacing' => ['base' => 0.2],
        ]);
        $samples = array_map(fn (int $i): Sample => new Sample($i * 10, $i * 10, 0, $i / 100), range(0, 100));
        $dabs = DabMaker::all($brush, new Trace($samples), 3);
        self::assertGreaterThan(40, count($dabs));
        for ($i = 1; $i < count($dabs); $i++) {
            $distance = $dabs[$i]->x - $dabs[$i - 1]->x;
            $size = ($dabs[$i]->shape->size + $dabs[$i - 1]->shape->size) / 2;
            self::assertEqualsWithDelta(1.0, $distance / (0.2 * $size), 0.01, "dab {$i}");
        }
    }

    public function test_widening_the_hue_drift_moves_no_dab_and_no_other_chance(): void
    {
        $settings = ['size' => ['base' => 40, 'spread' => 0.5], 'scatterAcross' => ['base' => 0.7], 'angle' => ['base' => 0, 'spread' => 180], 'driftLightness' => ['base' => 0.1]];
        $trace = Movements::swell(new Rect(0, 0, 400, 200));
        $still = DabMaker::all(self::brush($settings), $trace, 11);
        $drifting = DabMaker::all(self::brush([...$settings, 'driftHue' => ['base' => 90]]), $trace, 11);
        self::assertSame(
            array_map(fn (Dab $d): array => [$d->x, $d->y, $d->shape->size, $d->shape->angle], $still),
            array_map(fn (Dab $d): array => [$d->x, $d->y, $d->shape->size, $d->shape->angle], $drifting),
        );
        self::assertNotSame(array_column($still, 'colour'), array_column($drifting, 'colour'));
    }

    public function test_another_roll_moves_dabs_and_the_same_roll_does_not(): void
    {
        $brush = self::brush(['scatterAcross' => ['base' => 1]]);
        $trace = Movements::swell(new Rect(0, 0, 400, 200));
        self::assertEquals(DabMaker::all($brush, $trace, 5), DabMaker::all($brush, $trace, 5));
        self::assertNotEquals(DabMaker::all($brush, $trace, 5), DabMaker::all($brush, $trace, 6));
    }

    public function test_pieces_of_any_length_give_the_same_dabs(): void
    {
        $brush = self::brush(['size' => ['base' => 40, 'spread' => 0.3, 'drives' => [['input' => 'pressure', 'from' => 0.1, 'to' => 1], ['input' => 'speed', 'from' => 1, 'to' => 0.5]]], 'spacing' => ['base' => 0.3, 'spread' => 0.6], 'angleFollows' => ['base' => 'heading'], 'driftHue' => ['base' => 40], 'scatterAlong' => ['base' => 0.5]]);
        foreach ([true, false] as $realPressure) {
            $trace = new Trace(Movements::swell(new Rect(0, 0, 500, 200))->samples, $realPressure);
            $whole = DabMaker::all($brush, $trace, 9);
            $pieces = [];
            $maker = new DabMaker($brush, $realPressure, 9);
            foreach (array_chunk($trace->samples, 7) as $samples) {
                array_push($pieces, ...$maker->feed($samples));
            }
            array_push($pieces, ...$maker->finish());
            self::assertEquals($whole, $pieces);
        }
    }

    public function test_the_angle_follows_the_heading(): void
    {
        $brush = self::brush(['angleFollows' => ['base' => 'heading'], 'angle' => ['base' => 10], 'spacing' => ['base' => 0.5]]);
        $down = DabMaker::all($brush, new Trace([new Sample(0, 0, 0), new Sample(10, 0, 50), new Sample(20, 0, 100)]), 1);
        foreach ($down as $dab) {
            self::assertEqualsWithDelta(100.0, $dab->shape->angle, 1e-6);
        }
    }

    public function test_taper_makes_both_ends_thin(): void
    {
        $brush = self::brush(['size' => ['base' => 40], 'taperIn' => ['base' => 60], 'taperOut' => ['base' => 60]]);
        $dabs = DabMaker::all($brush, new Trace([new Sample(0, 0, 0), new Sample(100, 150, 0), new Sample(200, 300, 0)]), 1);
        self::assertLessThan(2, $dabs[0]->shape->size);
        self::assertLessThan(5, $dabs[count($dabs) - 1]->shape->size);
        self::assertEqualsWithDelta(40, max(array_map(fn (Dab $d): float => $d->shape->size, $dabs)), 0.01);
    }

    /** Of 30 px, tapers of 60 and 60 take half each; of 30 px, tapers of 40 and 20 take 20 and 10. */
    #[TestWith([60, 60, 15.0])]
    #[TestWith([40, 20, 20.0])]
    #[TestWith([60, 0, 30.0])]
    #[TestWith([0, 60, 0.0])]
    public function test_tapers_share_a_stroke_that_is_shorter_than_both(int $in, int $out, float $fullAt): void
    {
        $brush = self::brush(['size' => ['base' => 20], 'spacing' => ['base' => 0.02], 'taperIn' => ['base' => $in], 'taperOut' => ['base' => $out]]);
        $sizes = [];
        foreach (DabMaker::all($brush, new Trace([new Sample(0, 0, 0), new Sample(50, 15, 0), new Sample(100, 30, 0)]), 1) as $dab) {
            $sizes[(string) $dab->x] = $dab->shape->size;
        }
        self::assertEqualsWithDelta(20, max($sizes), 0.1);
        self::assertEqualsWithDelta($fullAt, (float) array_search(max($sizes), $sizes, true), 0.5);
        foreach ($sizes as $x => $size) {
            $part = $x < $fullAt ? $x / $fullAt : (30 - $x) / (30 - $fullAt);
            self::assertEqualsWithDelta(max(0.3, 20 * $part * $part * (3 - 2 * $part)), $size, 0.35, "at {$x}");
        }
    }

    /** Half way to its own size a short stroke is half blunt; a tap is a whole print. */
    #[TestWith([0.0, 20.0])]
    #[TestWith([5.0, 15.0])]
    #[TestWith([10.0, 10.0])]
    public function test_a_tap_prints_at_its_size_in_spite_of_tapers(float $length, float $first): void
    {
        $brush = self::brush(['size' => ['base' => 20], 'taperIn' => ['base' => 60], 'taperOut' => ['base' => 60]]);
        $dabs = DabMaker::all($brush, new Trace([new Sample(0, 0, 0), new Sample(50, $length / 2, 0), new Sample(100, $length, 0)]), 1);
        self::assertEqualsWithDelta($first, $dabs[0]->shape->size, 1e-6);
    }

    public function test_a_mouse_presses_as_the_brush_assumes(): void
    {
        $drive = ['size' => ['base' => 100, 'drives' => [['input' => 'pressure']]], 'assumedLevel' => ['base' => 0.5]];
        $slow = [new Sample(0, 0, 0), new Sample(1000, 10, 0), new Sample(2000, 20, 0)];
        $fast = [new Sample(0, 0, 0), new Sample(10, 100, 0), new Sample(20, 200, 0)];
        self::assertEqualsWithDelta(50, DabMaker::all(self::brush($drive), new Trace($fast, false), 1)[0]->shape->size, 1e-9);
        $fromSpeed = self::brush([...$drive, 'assumedPressure' => ['base' => 'from speed']]);
        self::assertEqualsWithDelta(50, DabMaker::all($fromSpeed, new Trace($slow, false), 1)[0]->shape->size, 1);
        self::assertEqualsWithDelta(10, DabMaker::all($fromSpeed, new Trace($fast, false), 1)[0]->shape->size, 1);
    }

    public function test_drift_and_mix_stay_within_what_they_are_set_to(): void
    {
        $brush = BrushSettings::read(['inks' => ['main' => '#000000', 'second' => '#ffffff'], 'settings' => ['inkMix' => ['base' => 0.5, 'spread' => 0.5], 'spacing' => ['base' => 0.2]]]);
        $greys = array_map(fn (Dab $d): int => $d->colour & 255, DabMaker::all($brush, Movements::swell(new Rect(0, 0, 900, 200)), 2));
        self::assertLessThan(60, min($greys));
        self::assertGreaterThan(200, max($greys));
        $perStroke = $brush->with('driftPer', new \Yarrowfog\Core\Stroke\SettingValue('stroke'));
        self::assertCount(1, array_unique(array_column(DabMaker::all($perStroke, Movements::swell(new Rect(0, 0, 900, 200)), 2), 'colour')));
    }

    /** @param  array<string, mixed>  $settings */
    private static function brush(array $settings): BrushSettings
    {
        return BrushSettings::read(['settings' => $settings]);
    }
}
