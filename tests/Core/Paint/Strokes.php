<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Tile\StrokeCoverage;
use Yarrowfog\Core\Paint\Tile\StrokeLayer;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/** Strokes painted for tests, and their coverage read back. */
final class Strokes
{
    public const SHEET = [400, 300];

    /** @param  array<string, mixed>  $settings */
    public static function paint(array $settings, Trace $trace, BrushTextures|MipChain|null $kit = null, int $roll = 1, ?Backdrop $under = null, ?BrushSettings $brush = null): PaintedStroke
    {
        return (new StrokePainter($kit ?? Pictures::roundTip(), $brush ?? BrushSettings::read(['settings' => $settings]), $under))->stroke($trace, $roll, new Rect(0, 0, ...self::SHEET));
    }

    /** @return array<int, int> coverage of the whole sheet, row by row */
    public static function coverage(StrokeLayer $stroke): array
    {
        return StrokeCoverage::of($stroke, new Rect(0, 0, ...self::SHEET));
    }

    /** A line from left to right with one pressure, told every 10 ms. */
    public static function line(float $x0 = 60, float $x1 = 340, float $y = 150, float $pressure = 0.5): Trace
    {
        return new Trace(array_map(fn (int $i): Sample => new Sample($i * 10, $x0 + ($x1 - $x0) * $i / 28, $y, $pressure), range(0, 28)));
    }

    /** A tap in the middle of the sheet. */
    public static function tap(float $pressure = 0.5): Trace
    {
        return new Trace([new Sample(0, 200.5, 150.5, $pressure)]);
    }
}
