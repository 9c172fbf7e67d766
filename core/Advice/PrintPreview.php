<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Paint\Lay;
use Yarrowfog\Core\Paint\Levels;
use Yarrowfog\Core\Paint\PaintedStroke;
use Yarrowfog\Core\Paint\StrokePainter;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/** The tip printed by the engine at three sizes, and a short line of it. */
final class PrintPreview
{
    /** px */
    private const SIZES = [320, 96, 24];

    public const WIDTH = 324;

    public const HEIGHT = 428;

    private const LINE_SIZE = 26;

    public static function paint(Levels $levels, TipKind $kind, Srgb $ink): Bitmap
    {
        $bounds = new Rect(0, 0, self::WIDTH, self::HEIGHT);
        $brush = Brush::standard($kind)->inked($ink, $ink);
        $strokes = [];
        $places = [[162, 162], [52, 376], [120, 376]];
        foreach (self::SIZES as $i => $size) {
            $strokes[] = self::stroke($levels, $brush->with('size', new SettingValue((float) $size)), [new Sample(0, ...$places[$i])], $bounds);
        }
        $line = [];
        for ($i = 0; $i <= 12; $i++) {
            $line[] = new Sample($i * 20, 152 + $i * 12.5, 376 - 26 * sin($i / 12 * 2 * M_PI));
        }
        $strokes[] = self::stroke($levels, $brush->with('size', new SettingValue((float) self::LINE_SIZE)), $line, $bounds);

        return Lay::over(Bitmap::filled(self::WIDTH, self::HEIGHT), $bounds, ...$strokes);
    }

    /** @param  non-empty-list<Sample>  $samples */
    private static function stroke(Levels $levels, Brush $brush, array $samples, Rect $bounds): PaintedStroke
    {
        return (new StrokePainter($levels, $brush))->stroke(new Trace($samples), 1, $bounds);
    }
}
