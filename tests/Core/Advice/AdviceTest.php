<?php

declare(strict_types=1);

namespace Tests\Core\Advice;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Paint\Strokes;
use Tests\Core\Pictures;
use Yarrowfog\Core\Advice\Idle;
use Yarrowfog\Core\Advice\Influence;
use Yarrowfog\Core\Advice\RangeStrip;
use Yarrowfog\Core\Advice\Stages;
use Yarrowfog\Core\Advice\StepReport;
use Yarrowfog\Core\Advice\TipShape;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Tip\Frame;

final class AdviceTest extends TestCase
{
    /** Ripple, and the widest solid spacing, against painted strokes measured pixel by pixel. */
    #[TestWith(['round', 1.0, 1.0])]
    #[TestWith(['round', 0.4, 0.7])]
    #[TestWith(['soft', 1.0, 1.0])]
    #[TestWith(['soft', 0.3, 0.9])]
    public function test_ripple_and_the_widest_solid_spacing_agree_with_brute_force(string $tip, float $flow, float $opacity): void
    {
        $levels = $tip === 'round' ? Pictures::roundTip() : self::soft();
        $settings = fn (float $spacing): array => ['size' => ['base' => 60], 'spacing' => ['base' => $spacing], 'flow' => ['base' => $flow], 'opacity' => ['base' => $opacity]];
        foreach ([0.08, 0.3, 0.6, 0.85] as $spacing) {
            $report = StepReport::of($levels, BrushSettings::read(['settings' => $settings($spacing)]));
            self::assertEqualsWithDelta(self::bruteRipple($levels, $settings($spacing), 60 * $spacing), $report->ripple(), 0.02, "at {$spacing}");
        }
        $widest = StepReport::of($levels, BrushSettings::read(['settings' => $settings(0.2)]))->widest ?? 0.0;
        self::assertGreaterThan(0.03, $widest);
        // Every spacing around is painted and measured: the first that is not solid comes within two points of it.
        $first = 9;
        for ($i = 8; $i >= -8; $i--) {
            $first = self::bruteRipple($levels, $settings($widest + $i / 200), 60 * ($widest + $i / 200)) < StepReport::SOLID ? $first : $i;
        }
        self::assertEqualsWithDelta(0.0, $first / 200, 0.02);
    }

    public function test_influence_tells_what_matters_and_why_the_rest_does_not(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 30, 'spread' => 0.5], 'scatterAcross' => ['base' => 1.5], 'driftHue' => ['base' => 5], 'opacity' => ['base' => 0.9], 'assumedLevel' => ['base' => 0.3]]]);
        $influence = Influence::of(Pictures::roundTip(), $brush, 3)->settings;
        self::assertSame(array_keys(SettingsTable::all()), array_keys($influence));
        self::assertGreaterThan(0.2, $influence['scatterAcross']['share']);
        self::assertGreaterThan($influence['driftHue']['share'], $influence['scatterAcross']['share']);
        self::assertGreaterThan(0.0, $influence['driftHue']['share']);
        self::assertNull($influence['scatterAcross']['reason']);
        self::assertSame('idle: this pen reports its pressure', $influence['assumedLevel']['reason']);
        self::assertSame('idle: this tip has one frame', $influence['frameRule']['reason']);
        self::assertSame('idle: no tooth is chosen', $influence['toothDepth']['reason']);
        foreach ($influence as $id => ['share' => $share, 'reason' => $reason]) {
            self::assertTrue($share >= 0.0 && $share <= 1.0, $id);
            self::assertSame($share > 0.0, $reason === null, $id);
        }
    }

    /** Black at half its opacity on mid grey changes each printed pixel by half of what it can. */
    public function test_the_influence_of_opacity_is_the_part_of_ink_that_it_takes(): void
    {
        $ink = ['size' => ['base' => 20], 'spacing' => ['base' => 0.05]];
        [$half, $most] = array_map(fn (float $opacity): float => Influence::of(Pictures::roundTip(), BrushSettings::read(['settings' => [...$ink, 'opacity' => ['base' => $opacity]]]), 3)->settings['opacity']['share'], [0.5, 0.8]);
        // Of its soft edge less is taken: both alike.
        self::assertEqualsWithDelta(0.5 / 0.2, $half / $most, 0.05);
        self::assertLessThanOrEqual(0.5, $half);
        self::assertGreaterThan(0.3, $half);
    }

    public function test_spreads_and_drives_have_an_influence_of_their_own(): void
    {
        $presses = [['input' => 'pressure', 'from' => 0.1, 'to' => 1], ['input' => 'twist', 'from' => 0.5, 'to' => 1]];
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 30, 'spread' => 0.5, 'drives' => $presses], 'angle' => ['spread' => 180], 'count' => ['base' => 1, 'spread' => 0.7]]]);
        $influence = Influence::of(Pictures::roundTip(), $brush, 3);
        self::assertGreaterThan(0.05, $influence->spreads['size']['share']);
        self::assertGreaterThan(0.05, $influence->drives['size pressure']['share']);
        self::assertSame('idle: this pen never turns its barrel', $influence->drives['size twist']['reason']);
        self::assertSame('idle: count is 1', $influence->spreads['count']['reason']);
        self::assertSame('idle: chance is left out', $influence->spreads['flow']['reason']);
        self::assertSame('idle: a round tip looks the same however it is turned', $influence->spreads['angle']['reason']);
        // A mouse presses evenly; the practice pen’s mouse has no pressure to speak of.
        $mouse = Influence::of(Pictures::roundTip(), $brush, 3, PracticePen::named('mouse', Influence::WIDTH, Influence::HEIGHT));
        self::assertSame('idle: this pen has no pressure', $mouse->drives['size pressure']['reason']);
    }

    public function test_a_round_tip_is_told_from_one_that_is_not(): void
    {
        self::assertTrue(TipShape::isRound(new BrushTextures([Pictures::roundTip()])));
        self::assertTrue(TipShape::isRound(new BrushTextures([self::soft()])));
        $square = new HalvedMipChain(new Frame(Pictures::plane(64, 64, fn (int $x, int $y): int => max(abs($x - 31.5), abs($y - 31.5)) < 20 ? 65535 : 0)));
        $leaf = new HalvedMipChain(new Frame(Pictures::plane(64, 64, fn (int $x, int $y): int => hypot(($x - 31.5) / 30, ($y - 31.5) / 22) < 1 ? 65535 : 0)));
        $off = new HalvedMipChain(new Frame(Pictures::plane(64, 64, fn (int $x, int $y): int => hypot($x - 27, $y - 31.5) < 20 ? 65535 : 0)));
        self::assertFalse(TipShape::isRound(new BrushTextures([$square])));
        self::assertFalse(TipShape::isRound(new BrushTextures([$leaf])));
        self::assertFalse(TipShape::isRound(new BrushTextures([$off])));
        self::assertFalse(TipShape::isRound(new BrushTextures([Pictures::roundTip(), $square])));
        // Where it is called round, turning changes next to nothing; where it is squeezed, it matters again.
        $turned = BrushSettings::read(['settings' => ['size' => ['base' => 24], 'angleFollows' => ['base' => 'heading'], 'roundness' => ['base' => 0.3]]]);
        self::assertNull(Influence::of(Pictures::roundTip(), $turned, 3)->settings['angleFollows']['reason']);
    }

    public function test_stages_are_those_of_the_swatch_and_the_longest_stroke_leads(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 20, 'drives' => [['input' => 'pressure', 'from' => 0, 'to' => 1]]], 'spacing' => ['base' => 0.5]]]);
        $strokes = PracticePen::named(PracticePen::MIXED, 800, 200);
        $all = Stages::all($brush, $strokes, 7);
        self::assertCount(count($strokes), $all);
        self::assertSame([0], Stages::leading($all));
        self::assertCount(14, Stages::leading(Stages::all($brush, PracticePen::named('hatching', 800, 200), 7)));
        foreach ($all as $i => $stages) {
            $dabs = DabMaker::all($brush, $strokes[$i], 7 + $i);
            self::assertSame(count($dabs), $stages->count);
            foreach ($stages->dabs as $dab) {
                $made = $dabs[$dab[9]];
                self::assertEqualsWithDelta([$made->x, $made->y, $made->shape->size], [$dab[0], $dab[1], $dab[2]], 0.006);
                // The reading of its one drive is the pressure, and makes the size.
                self::assertEqualsWithDelta($dab[8], $dab[10]['size pressure'], 0.001);
                self::assertEqualsWithDelta(max(1.0, 20 * $dab[8]), $dab[2], 0.02);
            }
        }
        self::assertEqualsWithDelta(25.4, StepReport::millimetres(300, 300), 1e-9);
    }

    /** Every setting that is said to be idle changes nothing when it is moved. */
    public function test_what_is_called_idle_changes_nothing(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 24]]])->usedWith(1, false);
        $trace = Strokes::line();
        $before = Strokes::coverage(Strokes::paint([], $trace, brush: $brush));
        foreach (SettingsTable::all() as $id => $setting) {
            $reason = Idle::reason($setting->id, $brush, $trace);
            if ($reason === null || $setting->isCurve() || $reason === 'idle: set to zero') {
                continue;
            }
            foreach (RangeStrip::values($setting) as $value) {
                $moved = $brush->with($id, new SettingValue($value));
                if (Idle::reason($setting->id, $moved, $trace) !== null) {
                    self::assertSame($before, Strokes::coverage(Strokes::paint([], $trace, brush: $moved)), "{$id} at {$value}: {$reason}");
                }
            }
        }
    }

    public function test_a_range_strip_goes_from_low_to_high(): void
    {
        $strip = RangeStrip::of(Pictures::roundTip(), BrushSettings::standard(), 'roundness', 1);
        self::assertCount(5, $strip->strokes);
        self::assertEqualsWithDelta([0.05, 0.2875, 0.525, 0.7625, 1.0], array_column($strip->strokes, 'value'), 1e-9);
        $ink = array_map(fn (array $s): int => count(array_filter($s['picture']->pixels)), $strip->strokes);
        self::assertSame($ink, array_values(array_unique($ink)));
        $sorted = $ink;
        sort($sorted);
        self::assertSame($sorted, $ink);
        // A wide range rises by factors; a choice is shown whole.
        self::assertEqualsWithDelta(44.72, array_column(RangeStrip::of(Pictures::roundTip(), BrushSettings::standard(), 'size', 1)->strokes, 'value')[2], 0.01);
        self::assertSame(['stays even', 'adds up'], array_column(RangeStrip::of(Pictures::roundTip(), BrushSettings::standard(), 'overlap', 1)->strokes, 'value'));
        $this->expectException(InvalidInput::class);
        RangeStrip::of(Pictures::roundTip(), BrushSettings::standard(), 'pressureResponse', 1);
    }

    /**
     * @param  array<string, mixed>  $settings
     */
    private static function bruteRipple(MipChain $levels, array $settings, float $gap): float
    {
        $c = Strokes::coverage(Strokes::paint($settings, Strokes::line(20, 380), new BrushTextures([$levels])));
        $sums = [];
        $widths = [];
        for ($x = 120; $x < 120 + max(60, 2 * $gap); $x++) {
            $column = array_map(fn (int $y): int => $c[$y * 400 + $x], range(100, 200));
            $sums[] = array_sum($column);
            $half = max($column) / 2;
            $top = 1;
            for (; $column[$top] < $half; $top++);
            $bottom = 99;
            for (; $column[$bottom] < $half; $bottom--);
            $widths[] = $bottom - $top + ($column[$top] - $half) / ($column[$top] - $column[$top - 1]) + ($column[$bottom] - $half) / ($column[$bottom] - $column[$bottom + 1]);
        }

        return max((max($sums) - min($sums)) / max($sums), (max($widths) - min($widths)) / max($widths));
    }

    private static function soft(): MipChain
    {
        return new HalvedMipChain(new Frame(Pictures::plane(64, 64, fn (int $x, int $y): int => (int) (65535 * max(0.0, 1 - hypot($x - 31.5, $y - 31.5) / 31) ** 1.5))));
    }
}
