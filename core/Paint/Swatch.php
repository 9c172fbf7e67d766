<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Settings\InkSettings;
use Yarrowfog\Core\Stroke\Trace;

/** Traces painted one after another with a brush, on nothing or over a picture. */
final class Swatch
{
    /**
     * @param  list<Trace>  $traces  each gets a roll of its own
     * @param  Bitmap|null  $on  width · height
     */
    public static function paint(Kit|Levels $kit, Brush $brush, array $traces, int $roll, int $width, int $height, ?Bitmap $on = null): Bitmap
    {
        $bounds = new Rect(0, 0, $width, $height);
        $sheet = $on ?? Bitmap::filled($width, $height);
        if ($brush->choice('does') === InkSettings::SMUDGES || $brush->base('lends') > 0) {
            // Each stroke meets what the one before has left.
            foreach ($traces as $i => $trace) {
                $sheet = Lay::over($sheet, $bounds, (new StrokePainter($kit, $brush, new PictureUnder($sheet)))->stroke($trace, $roll + $i, $bounds));
            }

            return $sheet;
        }

        return Lay::over($sheet, $bounds, ...self::strokes($kit, $brush, $traces, $roll, $bounds));
    }

    /**
     * Only the parts that are painted, on nothing: most of a swatch is empty, and packing
     * emptiness costs as much as packing paint.
     *
     * @param  list<Trace>  $traces
     * @return list<array{Rect, Bitmap}>
     */
    public static function parts(Kit|Levels $kit, Brush $brush, array $traces, int $roll, int $width, int $height): array
    {
        $bounds = new Rect(0, 0, $width, $height);
        $changed = [];
        $strokes = self::strokes($kit, $brush, $traces, $roll, $bounds);
        foreach ($strokes as $stroke) {
            foreach ($stroke->takeDirty() as $key => $area) {
                $changed[$key] = isset($changed[$key]) ? $changed[$key]->union($area) : $area;
            }
        }
        $parts = [];
        foreach ($changed as $area) {
            $parts[] = [$area, Lay::over(Bitmap::filled($area->width, $area->height), $area, ...$strokes)];
        }

        return $parts;
    }

    /**
     * @param  list<Trace>  $traces
     * @return list<PaintedStroke>
     */
    private static function strokes(Kit|Levels $kit, Brush $brush, array $traces, int $roll, Rect $bounds): array
    {
        $painter = new StrokePainter($kit, $brush);
        $strokes = [];
        foreach ($traces as $i => $trace) {
            $strokes[] = $painter->stroke($trace, $roll + $i, $bounds);
        }

        return $strokes;
    }
}
