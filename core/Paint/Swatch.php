<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Trace;

/** Traces painted one after another with a brush, on nothing. */
final class Swatch
{
    /**
     * @param  list<Trace>  $traces  each gets a roll of its own
     */
    public static function paint(Levels $levels, Brush $brush, array $traces, int $roll, int $width, int $height): Bitmap
    {
        $bounds = new Rect(0, 0, $width, $height);
        $painter = new StrokePainter($levels, $brush);
        $strokes = [];
        foreach ($traces as $i => $trace) {
            $strokes[] = $painter->stroke($trace, $roll + $i, $bounds);
        }

        return Lay::over(Bitmap::filled($width, $height), $bounds, ...$strokes);
    }
}
