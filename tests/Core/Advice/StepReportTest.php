<?php

declare(strict_types=1);

namespace Tests\Core\Advice;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Advice\Stages;
use Yarrowfog\Core\Advice\StepReport;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Practice\Movements;

final class StepReportTest extends TestCase
{
    public function test_it_tells_solid_from_beaded_from_separate(): void
    {
        $report = fn (float $spacing, float $size = 60): StepReport => StepReport::of(Pictures::roundTip(), Brush::read(['settings' => ['size' => ['base' => $size], 'spacing' => ['base' => $spacing]]]));
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

    public function test_stages_show_the_dabs_that_are_painted(): void
    {
        $brush = Brush::read(['settings' => ['spacing' => ['base' => 0.5], 'scatterAcross' => ['base' => 0.5], 'driftHue' => ['base' => 40]]]);
        $trace = Movements::swell(new Rect(0, 0, 300, 100));
        $stages = Stages::of($brush, $trace, 8);
        $dabs = DabMaker::all($brush, $trace, 8);
        self::assertSame(count($dabs), $stages->count);
        self::assertSame([round($dabs[5]->x, 2), round($dabs[5]->y, 2)], $stages->places[5]);
        self::assertSame(sprintf('#%06x', $dabs[5]->colour), $stages->dabs[5][5]);
    }

    public function test_a_band_has_no_dabs_to_space(): void
    {
        $report = StepReport::of(Pictures::roundTip(), Brush::read(['settings' => ['laidAs' => ['base' => 'band, repeated']]]));

        self::assertSame('band', $report->kind());
        self::assertStringContainsString('no dabs', $report->words());
    }

    public function test_separate_marks_are_told_up_to_where_they_would_join(): void
    {
        $report = StepReport::of(Pictures::roundTip(), Brush::read(['settings' => ['size' => ['base' => 20], 'spacing' => ['base' => 3]]]));

        self::assertMatchesRegularExpression('/^separate marks, .* apart; solid up to \d+ % spacing$/', $report->words());
    }
}
