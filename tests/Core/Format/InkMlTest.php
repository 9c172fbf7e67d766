<?php

declare(strict_types=1);

namespace Tests\Core\Format;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Format\InkMl\InkMlReader;
use Yarrowfog\Core\Format\InkMl\InkMlWriter;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\Practice\Recording;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

final class InkMlTest extends TestCase
{
    public function test_what_is_written_reads_back_the_same(): void
    {
        foreach (['tilt sweep', 'handwriting', 'mouse'] as $name) {
            $strokes = PracticePen::named($name, 900, 250);
            $back = InkMlReader::read(InkMlWriter::write(Recording::of($strokes)))->strokes;
            self::assertCount(count($strokes), $back);
            $left = min(array_map(fn (Trace $t): float => min(array_column($t->samples, 'x')), $strokes));
            $top = min(array_map(fn (Trace $t): float => min(array_column($t->samples, 'y')), $strokes));
            foreach ($strokes as $i => $stroke) {
                self::assertSame($stroke->realPressure, $back[$i]->realPressure);
                foreach ($stroke->samples as $j => $s) {
                    $b = $back[$i]->samples[$j];
                    $t0 = $stroke->samples[0]->t;
                    self::assertEqualsWithDelta([$s->t - $t0, $s->x - $left, $s->y - $top, $s->pressure, $s->tiltX, $s->tiltY, $s->twist], $b->toArray(), 0.001);
                }
            }
        }
    }

    public function test_without_a_format_a_trace_is_x_and_y(): void
    {
        $ink = InkMlReader::read('<ink xmlns="http://www.w3.org/2003/InkML"><trace>10 0, 9 14, 8 28</trace></ink>');
        self::assertFalse($ink->strokes[0]->realPressure);
        self::assertSame([[2.0, 0.0], [1.0, 14.0], [0.0, 28.0]], array_map(fn (Sample $s): array => [$s->x, $s->y], $ink->strokes[0]->samples));
        self::assertEqualsWithDelta(1000 / 60, $ink->strokes[0]->samples[2]->t, 1e-9);
    }

    /** A worked example after the standard, section 3.2.1: plain figures, then differences of both orders. */
    public function test_differences_are_followed(): void
    {
        $ink = InkMlReader::read('<ink><trace>1125 18432,\'23\'43,"7"-8,3-5,7 -3,!10 !20,*21</trace></ink>');
        $places = array_map(fn (Sample $s): array => [$s->x + 10, $s->y + 20], $ink->strokes[0]->samples);
        // 1125 + 23 = 1148; then the difference 23 grows by 7, 3 and 7: 1178, 1211, 1251.
        self::assertSame([[1125.0, 18432.0], [1148.0, 18475.0], [1178.0, 18510.0], [1211.0, 18540.0], [1251.0, 18567.0], [10.0, 20.0], [10.0, 21.0]], $places);
    }

    public function test_channels_come_in_any_order_and_unit(): void
    {
        $ink = InkMlReader::read(<<<'XML'
            <ink xmlns="http://www.w3.org/2003/InkML"><definitions>
              <context xml:id="c"><inkSource xml:id="s"><traceFormat>
                <channel name="T" type="decimal" units="s"/>
                <channel name="F" type="integer" min="0" max="1023"/>
                <channel name="Y" type="decimal" units="mm"/>
                <channel name="S" type="boolean"/>
                <channel name="X" type="decimal" units="cm"/>
                <channel name="OA" type="decimal" units="rad"/>
                <channel name="OE" type="decimal" units="deg"/>
              </traceFormat></inkSource></context></definitions>
              <trace contextRef="#c">0 0 0 T 0 0 90, 0.5 1023 25.4 F 2.54 1.5707963 45</trace>
            </ink>
            XML);
        [$a, $b] = $ink->strokes[0]->samples;
        self::assertEqualsWithDelta([0, 0, 0, 0, 0, 0, 0], $a->toArray(), 1e-6);
        self::assertEqualsWithDelta([500, 96, 96, 1, 0, 45, 0], $b->toArray(), 1e-4);
    }

    public function test_a_tablet_with_a_resolution_a_rate_and_an_upward_axis(): void
    {
        $ink = InkMlReader::read(<<<'XML'
            <ink xmlns="http://www.w3.org/2003/InkML">
              <inkSource xml:id="tablet"><traceFormat xml:id="f"><channel name="X" type="integer"/><channel name="Y" type="integer" orientation="-ve"/><intermittentChannels><channel name="F" type="integer"/></intermittentChannels></traceFormat>
                <sampleRate value="200"/><channelProperties><channelProperty channel="X" name="resolution" value="1000" units="1/cm"/><channelProperty channel="Y" name="resolution" value="1000" units="1/cm"/></channelProperties></inkSource>
              <context xml:id="here" inkSourceRef="#tablet"/>
              <traceGroup contextRef="#here"><trace type="penUp">0 0</trace><trace>0 0 512,2540 2540,2540 2540 256</trace></traceGroup>
            </ink>
            XML);
        self::assertCount(1, $ink->strokes);
        [$a, $b, $c] = $ink->strokes[0]->samples;
        self::assertEqualsWithDelta([0, 0, 96], [$a->t, $a->x, $a->y], 1e-6);
        self::assertEqualsWithDelta([5, 96, 0], [$b->t, $b->x, $b->y], 1e-6);
        self::assertEqualsWithDelta([1.0, 0.5], [$a->pressure, $c->pressure], 1e-6);
    }

    public function test_seconds_without_a_unit_are_told_from_milliseconds(): void
    {
        $format = '<traceFormat><channel name="X"/><channel name="Y"/><channel name="T"/></traceFormat>';
        $last = fn (string $points): float => InkMlReader::read("<ink>{$format}<trace>{$points}</trace></ink>")->strokes[0]->samples[2]->t;
        self::assertEqualsWithDelta(40.0, $last('0 0 1.00, 5 0 1.02, 9 0 1.04'), 1e-6);
        self::assertEqualsWithDelta(40.0, $last('0 0 100, 5 0 120, 9 0 140'), 1e-6);
    }

    #[TestWith(['', 'This file is empty'])]
    #[TestWith(['<ink xmlns="http://www.w3.org/2003/InkML"></ink>', 'There is no trace in this InkML'])]
    #[TestWith(['<svg/>', 'no InkML: it begins with “svg”'])]
    #[TestWith(['<ink><trace>1 2', 'no well-formed XML'])]
    #[TestWith(['<!DOCTYPE ink [<!ENTITY e SYSTEM "file:///etc/passwd">]><ink><trace>&e;</trace></ink>', 'declares a document type or entities'])]
    #[TestWith(['<ink><trace>1 2, NaN 4</trace></ink>', 'Trace 1, point 2: “NaN 4” is no figure'])]
    #[TestWith(['<ink><trace>1 2, 3</trace></ink>', 'point 2 has 1 figures; its format asks for 2'])]
    #[TestWith(['<ink><trace>1 2, 900000 4</trace></ink>', 'check the units of its channels'])]
    #[TestWith(['<ink><traceFormat><channel name="X"/><channel name="F"/></traceFormat><trace>1 2</trace></ink>', 'no channels X and Y'])]
    public function test_bad_files_are_refused_with_a_sentence(string $xml, string $says): void
    {
        try {
            InkMlReader::read($xml);
            self::fail('It was read.');
        } catch (InvalidInput $e) {
            self::assertStringContainsString($says, $e->getMessage());
        }
    }

    /** So many channels would be copied once for each of them. */
    public function test_more_channels_than_any_pen_has_are_refused_at_the_first_of_them(): void
    {
        $ink = fn (int $more): string => '<ink><traceFormat><channel name="X"/><channel name="Y"/>'.str_repeat('<channel name="F"/>', $more).'</traceFormat><trace>'.implode(' ', range(1, 2 + $more)).'</trace></ink>';
        self::assertCount(1, InkMlReader::read($ink(62))->strokes);
        foreach ([63, 100000] as $more) {
            try {
                InkMlReader::read($ink($more));
                self::fail('It was read.');
            } catch (InvalidInput $e) {
                self::assertSame(['channel', 'This InkML has more than 64 channels: no pen tells so much.'], [$e->key, $e->getMessage()]);
            }
        }
    }

    public function test_ten_million_points_are_refused_before_they_fill_the_memory(): void
    {
        $before = memory_get_peak_usage();
        foreach ([str_repeat('1 2,', 10000000), str_repeat('1 2,', 5000000)] as $i => $points) {
            try {
                InkMlReader::read("<ink><trace>{$points}1 2</trace></ink>");
                self::fail('It was read.');
            } catch (InvalidInput $e) {
                self::assertStringContainsString($i === 0 ? 'The largest InkML that is read has 24 MB' : 'above 40,000 points', $e->getMessage());
            }
        }
        self::assertLessThan(400 * 1024 * 1024, memory_get_peak_usage() - $before);
    }
}
