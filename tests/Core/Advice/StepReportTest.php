<?php

declare(strict_types=1);

namespace Tests\Core\Advice;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Advice\Stages;
use Yarrowfog\Core\Advice\StepReport;
use Yarrowfog\Core\Advice\Waver;
use Yarrowfog\Core\Make\RoundTip;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

final class StepReportTest extends TestCase
{
    public function test_it_tells_solid_from_beaded_from_separate(): void
    {
        $report = fn (float $spacing, float $size = 60): StepReport => StepReport::of(Pictures::roundTip(), BrushSettings::read(['settings' => ['size' => ['base' => $size], 'spacing' => ['base' => $spacing]]]));
        self::assertSame('solid', $report(0.1)->kind());
        self::assertSame('beaded', $report(0.97)->kind());
        $apart = $report(1.5);
        self::assertSame('separate', $apart->kind());
        // The round tip prints 58 of its 60 px; dabs stand 90 px apart.
        self::assertEqualsWithDelta(32, $apart->gap(), 1.5);
        self::assertStringContainsString('separate marks, 3', $apart->words());
        // What holds for one size holds for all.
        self::assertEqualsWithDelta(10 * $apart->gap(), $report(1.5, 600)->gap(), 15);
    }

    /**
     * Two discs of diameter D, σD apart, meet at a width of D√(1 − σ²): 2 % less at σ = 0.2. The middle of the line is full
     * up to σ = 0.97 all the same.
     */
    public function test_a_hard_round_tip_is_solid_up_to_a_fifth_of_its_size(): void
    {
        $disc = new HalvedMipChain(Frame::fromPicture(RoundTip::picture(256), TipKind::InkMask));
        foreach ([24.0, 64.0, 200.0] as $size) {
            $report = fn (float $spacing): StepReport => StepReport::of($disc, BrushSettings::read(['settings' => ['size' => ['base' => $size], 'spacing' => ['base' => $spacing]]]));
            self::assertGreaterThanOrEqual(0.195, $report(0.1)->widest);
            self::assertLessThanOrEqual(0.25, $report(0.1)->widest);
            self::assertSame('solid', $report(0.15)->kind());
            $beaded = $report(0.6);
            self::assertSame('beaded', $beaded->kind());
            // √(1 − 0.36) = 0.8: its edge swings by a fifth.
            self::assertEqualsWithDelta(0.2, $beaded->ripple(), 0.02);
            self::assertMatchesRegularExpression('/^beaded: its (edge swings|ink wavers) by (19|20|21) %; solid up to 2\d %/', $beaded->words());
        }
    }

    /** A tip thin along the line: between dabs its ink goes, its edge stays. */
    public function test_it_says_which_of_ink_and_edge_spoils_the_line(): void
    {
        $bar = new HalvedMipChain(new Frame(Pictures::plane(64, 64, fn (int $x): int => (int) (65535 * exp(-(($x - 31.5) / 10) ** 2)))));
        $report = StepReport::of($bar, BrushSettings::read(['settings' => ['size' => ['base' => 64], 'spacing' => ['base' => 0.4]]]));
        self::assertStringStartsWith('beaded: its ink wavers by', $report->words());
        self::assertSame('ink', $report->toArray()['spoiledBy']);
        $disc = StepReport::of(new HalvedMipChain(Frame::fromPicture(RoundTip::picture(128), TipKind::InkMask)), BrushSettings::read(['settings' => ['size' => ['base' => 64], 'spacing' => ['base' => 0.1], 'flow' => ['base' => 0.4]]]));
        self::assertSame('solid', $disc->kind());
    }

    public function test_a_stamp_is_not_reported_as_a_line(): void
    {
        $report = StepReport::of(Pictures::roundTip(), BrushSettings::read(['settings' => ['size' => ['base' => 60], 'onePerPress' => ['base' => 'yes'], 'spacing' => ['base' => 2]]]));
        self::assertSame('stamp', $report->kind());
        self::assertStringStartsWith('a stamp: one print per press, 5', $report->words());
        self::assertNull($report->widest);
    }

    /** Worked by hand: widths 4 and 3.5 at half of 0.8, ink 3.2 and 2.6. */
    public function test_waver_is_told_of_ink_and_of_width(): void
    {
        $waver = Waver::of([[0.0, 0.8, 0.8, 0.8, 0.8, 0.0], [0.0, 0.8, 0.8, 0.8, 0.2, 0.0]]);
        self::assertEqualsWithDelta((3.2 - 2.6) / 3.2, $waver->ink, 1e-9);
        // From 0.5 before the first 0.8 to 2/3 of the way from 0.8 down to 0.2, and so on.
        self::assertEqualsWithDelta((4.0 - (2 + 0.5 + 0.4 / 0.6)) / 4.0, $waver->edge, 1e-9);
        self::assertTrue($waver->isOfEdge());
        self::assertSame(0.0, Waver::of([])->most());
    }

    /** The pieces of a band lie end to end, as wide as it is there. */
    public function test_stages_show_the_pieces_of_a_band(): void
    {
        $brush = BrushSettings::read(['settings' => ['laidAs' => ['base' => 'band, repeated'], 'size' => ['base' => 30, 'drives' => [['input' => 'pressure']]], 'opacity' => ['base' => 0.5]]]);
        $stages = Stages::of($brush, Movements::swell(new Rect(0, 0, 300, 100)), 8);
        self::assertGreaterThan(20, $stages->count);
        self::assertSame([], $stages->places);
        foreach ($stages->dabs as $i => $piece) {
            $corners = $piece[11] ?? [];
            self::assertCount(8, $corners);
            self::assertEqualsWithDelta($piece[2], (hypot($corners[0] - $corners[2], $corners[1] - $corners[3]) + hypot($corners[4] - $corners[6], $corners[5] - $corners[7])) / 2, 0.5);
            self::assertSame(0.5, $piece[7]);
            if ($i > 0) {
                self::assertSame(array_slice($stages->dabs[$i - 1][11] ?? [], 4), [$corners[2], $corners[3], $corners[0], $corners[1]]);
            }
        }
    }

    public function test_stages_show_the_dabs_that_are_painted(): void
    {
        $brush = BrushSettings::read(['settings' => ['spacing' => ['base' => 0.5], 'scatterAcross' => ['base' => 0.5], 'driftHue' => ['base' => 40]]]);
        $trace = Movements::swell(new Rect(0, 0, 300, 100));
        $stages = Stages::of($brush, $trace, 8);
        $dabs = DabMaker::all($brush, $trace, 8);
        self::assertSame(count($dabs), $stages->count);
        self::assertSame([round($dabs[5]->x, 2), round($dabs[5]->y, 2)], $stages->places[5]);
        self::assertSame(sprintf('#%06x', $dabs[5]->colour), $stages->dabs[5][5]);
    }

    /** Of more dabs than are shown, every so manyth is: the first, and then at even steps. */
    public function test_stages_are_thinned_evenly(): void
    {
        $brush = BrushSettings::read(['settings' => ['spacing' => ['base' => 0.1]]]);
        $trace = Movements::swell(new Rect(0, 0, 300, 100));
        $all = Stages::of($brush, $trace, 8, 100000);
        self::assertSame(range(0, $all->count - 1), array_column($all->dabs, 9));
        foreach ([$all->count, $all->count - 1, intdiv($all->count, 3), 7] as $most) {
            $stages = Stages::of($brush, $trace, 8, $most);
            self::assertSame($all->count, $stages->count);
            self::assertSame(range(0, $all->count - 1, (int) ceil($all->count / $most)), array_column($stages->dabs, 9), "{$most}");
            self::assertLessThanOrEqual($most, count($stages->dabs));
        }
    }

    /** @return iterable<string, array{Frame, array<string, array<string, mixed>>}> */
    public static function lines(): iterable
    {
        $disc = Frame::fromPicture(RoundTip::picture(128), TipKind::InkMask);
        $soft = new Frame(Pictures::plane(64, 64, fn (int $x, int $y): int => (int) (60000 * exp(-(($x - 31.5) ** 2 + ($y - 31.5) ** 2) / 250))));
        $bar = new Frame(Pictures::plane(64, 64, fn (int $x): int => abs($x - 31.5) < 9 ? 65535 : 0));
        yield 'a disc' => [$disc, []];
        yield 'a disc, flat' => [$disc, ['roundness' => ['base' => 0.5]]];
        yield 'a soft tip' => [$soft, []];
        yield 'a soft tip that lays little' => [$soft, ['flow' => ['base' => 0.2]]];
        yield 'a soft tip whose ink stays even' => [$soft, ['opacity' => ['base' => 0.5], 'overlap' => ['base' => 'stays even']]];
        yield 'a bar across the line' => [$bar, []];
        yield 'a bar along the line' => [$bar, ['angle' => ['base' => 90]]];
    }

    /** @param  array<string, array<string, mixed>>  $settings */
    #[DataProvider('lines')]
    public function test_the_widest_solid_spacing_is_solid_and_a_third_more_is_not(Frame $tip, array $settings): void
    {
        $report = fn (float $spacing): StepReport => StepReport::of(new HalvedMipChain($tip), BrushSettings::read(['settings' => ['size' => ['base' => 48], 'spacing' => ['base' => $spacing], ...$settings]]));
        $widest = $report(0.05)->widest;
        self::assertNotNull($widest);
        self::assertLessThan(StepReport::SOLID, $report($widest)->ripple());
        self::assertGreaterThan(StepReport::SOLID, $report(1.34 * $widest)->ripple());
        // What is reported does not hang on the spacing that it is asked at.
        self::assertSame($widest, $report(1.34 * $widest)->widest);
    }

    public function test_a_band_has_no_dabs_to_space(): void
    {
        $report = StepReport::of(Pictures::roundTip(), BrushSettings::read(['settings' => ['laidAs' => ['base' => 'band, repeated']]]));

        self::assertSame('band', $report->kind());
        self::assertStringContainsString('no dabs', $report->words());
    }

    public function test_separate_marks_are_told_up_to_where_they_would_join(): void
    {
        $report = StepReport::of(Pictures::roundTip(), BrushSettings::read(['settings' => ['size' => ['base' => 20], 'spacing' => ['base' => 3]]]));

        self::assertMatchesRegularExpression('/^separate marks, .* apart; solid up to \d+ % spacing$/', $report->words());
    }
}
