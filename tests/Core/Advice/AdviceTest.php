<?php

declare(strict_types=1);

namespace Tests\Core\Advice;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Paint\Strokes;
use Tests\Core\Pictures;
use Yarrowfog\Core\Advice\Influence;
use Yarrowfog\Core\Advice\RangeStrip;
use Yarrowfog\Core\Advice\StepReport;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\HalvedLevels;
use Yarrowfog\Core\Paint\Kit;
use Yarrowfog\Core\Paint\Levels;
use Yarrowfog\Core\Stroke\Brush;
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
            $report = StepReport::of($levels, Brush::read(['settings' => $settings($spacing)]));
            self::assertEqualsWithDelta(self::bruteRipple($levels, $settings($spacing), 60 * $spacing), $report->ripple, 0.02, "at {$spacing}");
        }
        $widest = StepReport::of($levels, Brush::read(['settings' => $settings(0.2)]))->widest ?? 0.0;
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
        $brush = Brush::read(['settings' => ['size' => ['base' => 30, 'spread' => 0.5], 'scatterAcross' => ['base' => 1.5], 'driftHue' => ['base' => 5], 'opacity' => ['base' => 0.9], 'assumedLevel' => ['base' => 0.3]]]);
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

    /** Every setting that is said to be idle changes nothing when it is moved. */
    public function test_what_is_called_idle_changes_nothing(): void
    {
        $brush = Brush::read(['settings' => ['size' => ['base' => 24]]])->usedWith(1, false);
        $trace = Strokes::line();
        $before = Strokes::coverage(Strokes::paint([], $trace, brush: $brush));
        foreach (SettingsTable::all() as $id => $setting) {
            $reason = $setting->idleReason($brush, $trace);
            if ($reason === null || $setting->isCurve() || $reason === 'idle: set to zero') {
                continue;
            }
            foreach (RangeStrip::values($setting) as $value) {
                $moved = $brush->with($id, new SettingValue($value));
                if ($setting->idleReason($moved, $trace) !== null) {
                    self::assertSame($before, Strokes::coverage(Strokes::paint([], $trace, brush: $moved)), "{$id} at {$value}: {$reason}");
                }
            }
        }
    }

    public function test_a_range_strip_goes_from_low_to_high(): void
    {
        $strip = RangeStrip::of(Pictures::roundTip(), Brush::standard(), 'roundness', 1);
        self::assertCount(5, $strip->strokes);
        self::assertEqualsWithDelta([0.05, 0.2875, 0.525, 0.7625, 1.0], array_column($strip->strokes, 'value'), 1e-9);
        $ink = array_map(fn (array $s): int => count(array_filter($s['picture']->pixels)), $strip->strokes);
        self::assertSame($ink, array_values(array_unique($ink)));
        $sorted = $ink;
        sort($sorted);
        self::assertSame($sorted, $ink);
        // A wide range rises by factors; a choice is shown whole.
        self::assertEqualsWithDelta(44.72, array_column(RangeStrip::of(Pictures::roundTip(), Brush::standard(), 'size', 1)->strokes, 'value')[2], 0.01);
        self::assertSame(['stays even', 'adds up'], array_column(RangeStrip::of(Pictures::roundTip(), Brush::standard(), 'overlap', 1)->strokes, 'value'));
        $this->expectException(InvalidInput::class);
        RangeStrip::of(Pictures::roundTip(), Brush::standard(), 'pressureResponse', 1);
    }

    /**
     * @param  array<string, mixed>  $settings
     */
    private static function bruteRipple(Levels $levels, array $settings, float $gap): float
    {
        $c = Strokes::coverage(Strokes::paint($settings, Strokes::line(20, 380), new Kit([$levels])));
        $sums = [];
        for ($x = 120; $x < 120 + max(60, 2 * $gap); $x++) {
            $sum = 0;
            for ($y = 150 - 8; $y <= 150 + 8; $y++) {
                $sum += $c[$y * 400 + $x];
            }
            $sums[] = $sum;
        }

        return (max($sums) - min($sums)) / max($sums);
    }

    private static function soft(): Levels
    {
        return new HalvedLevels(new Frame(Pictures::plane(64, 64, fn (int $x, int $y): int => (int) (65535 * max(0.0, 1 - hypot($x - 31.5, $y - 31.5) / 31) ** 1.5))));
    }
}
