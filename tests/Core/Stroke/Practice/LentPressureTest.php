<?php

declare(strict_types=1);

namespace Tests\Core\Stroke\Practice;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Practice\LentPressure;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

final class LentPressureTest extends TestCase
{
    public function test_pressure_goes_by_the_part_of_the_length_and_not_by_time_or_number(): void
    {
        // 30 px at rising pressure, then 10 px at falling; told by three samples at odd times.
        $lent = new LentPressure(new Trace([new Sample(0, 0, 0, 0.2), new Sample(900, 30, 0, 0.8), new Sample(910, 30, 10, 0.4)]));
        $mouse = new Trace([new Sample(0, 5, 5, 0.5, 3, 4, 5), new Sample(10, 5, 45, 0.5), new Sample(20, 5, 65, 0.5), new Sample(30, 5, 85, 0.5)], false);
        $pressed = $lent->lend($mouse);
        // 0, 40, 60 and 80 px of 80: 0, 20, 30 and 40 px of the lender's 40.
        self::assertEqualsWithDelta([0.2, 0.6, 0.8, 0.4], array_map(fn (Sample $s): float => $s->pressure, $pressed->samples), 1e-12);
        self::assertTrue($pressed->realPressure);
        foreach ($mouse->samples as $i => $was) {
            self::assertEquals($was, new Sample(...array_replace($pressed->samples[$i]->toArray(), [3 => 0.5])), 'all else stays');
        }
    }

    public function test_ends_rests_and_presses_that_go_nowhere(): void
    {
        $lent = new LentPressure(new Trace([new Sample(0, 0, 0, 0.1), new Sample(5, 0, 0, 0.3), new Sample(9, 20, 0, 0.9), new Sample(12, 20, 0, 0.7)]));
        self::assertEqualsWithDelta(0.6, $lent->at(0.5), 1e-12);
        self::assertEqualsWithDelta(0.9, $lent->at(1.0), 1e-12);
        self::assertEqualsWithDelta(0.6, $lent->lend(new Trace([new Sample(0, 7, 7)]))->samples[0]->pressure, 1e-12, 'a tap');
        self::assertSame(0.4, (new LentPressure(new Trace([new Sample(0, 1, 1, 0.4)])))->at(0.7), 'a lender that only taps');
    }

    public function test_every_movement_that_is_offered_presses_more_than_once_and_as_it_does_itself(): void
    {
        foreach (LentPressure::movements() as $movement) {
            $own = PracticePen::named($movement, 1200, 300)[0];
            $pressures = array_map(fn (Sample $s): float => $s->pressure, $own->samples);
            self::assertGreaterThan(0.15, max($pressures) - min($pressures), $movement);
            $lent = array_map(fn (Sample $s): float => $s->pressure, LentPressure::of($movement)->lend($own)->samples);
            foreach ($own->samples as $i => $sample) {
                $moves = $i === 0 || hypot($sample->x - $own->samples[$i - 1]->x, $sample->y - $own->samples[$i - 1]->y) > 1e-3;
                if ($moves) {
                    self::assertEqualsWithDelta($sample->pressure, $lent[$i], 0.02, "{$movement} {$i}");
                }
            }
        }
        $this->expectException(InvalidInput::class);
        LentPressure::of('sideways');
    }
}
