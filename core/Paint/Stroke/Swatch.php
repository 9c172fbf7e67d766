<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\PictureBackdrop;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Trace;

/** Traces painted one after another with a brush, on nothing or over a picture. */
final class Swatch
{
    /**
     * @param  list<Trace>  $traces  each gets a roll of its own
     * @param  Bitmap|null  $on  width · height
     */
    public static function paint(BrushTextures|MipChain $kit, BrushSettings $brush, array $traces, int $roll, int $width, int $height, ?Bitmap $on = null): Bitmap
    {
        $bounds = new Rect(0, 0, $width, $height);
        $sheet = $on === null ? DeepBitmap::empty($width, $height) : DeepBitmap::of($on);
        if ($brush->choices->does === Does::Smudges || $brush->base('lends') > 0) {
            // Each stroke meets what the one before has left.
            foreach ($traces as $i => $trace) {
                $sheet = Compositor::over($sheet, $bounds, (new StrokePainter($kit, $brush, new PictureBackdrop($sheet)))->stroke($trace, $roll + $i, $bounds));
            }

            return $sheet->toBitmap();
        }

        return Compositor::over($sheet, $bounds, ...self::strokes($kit, $brush, $traces, $roll, $bounds))->toBitmap();
    }

    /**
     * Something to work on, for a brush that takes away or pushes about: slanting stripes of both inks.
     *
     * @return Bitmap|null null for a brush that paints: that begins on nothing
     */
    public static function ground(BrushSettings $brush, int $width, int $height): ?Bitmap
    {
        if ($brush->choices->does === Does::Paints) {
            return null;
        }
        $main = $brush->mainInk->toInt() << 8 | 255;
        $second = $brush->secondInk->toInt() << 8 | 255;
        $stripe = max(8, intdiv($height, 3));
        $pixels = [];
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $pixels[] = intdiv($x + intdiv($y, 2), $stripe) % 2 === 0 ? $main : $second;
            }
        }

        return new Bitmap($width, $height, $pixels);
    }

    /**
     * Only the parts that are painted: most of a swatch is empty, and packing emptiness costs as
     * much as packing paint. On a ground that is all of it.
     *
     * @param  list<Trace>  $traces
     * @param  Bitmap|null  $ground  width · height
     * @return list<array{Rect, Bitmap}>
     */
    public static function parts(BrushTextures|MipChain $kit, BrushSettings $brush, array $traces, int $roll, int $width, int $height, ?Bitmap $ground = null): array
    {
        $bounds = new Rect(0, 0, $width, $height);
        if ($ground !== null) {
            return [[$bounds, self::paint($kit, $brush, $traces, $roll, $width, $height, $ground)]];
        }
        if ($brush->base('lends') > 0) {
            $ground = Bitmap::ofColour($width, $height);

            return [[$bounds, self::paint($kit, $brush, $traces, $roll, $width, $height, $ground)]];
        }
        $changed = [];
        $strokes = self::strokes($kit, $brush, $traces, $roll, $bounds);
        foreach ($strokes as $stroke) {
            foreach ($stroke->takeDirty() as $key => $area) {
                $changed[$key] = isset($changed[$key]) ? $changed[$key]->union($area) : $area;
            }
        }
        $parts = [];
        foreach ($changed as $area) {
            $parts[] = [$area, Compositor::over(DeepBitmap::empty($area->width, $area->height), $area, ...$strokes)->toBitmap()];
        }

        return $parts;
    }

    /**
     * @param  list<Trace>  $traces
     * @return list<PaintedStroke>
     */
    private static function strokes(BrushTextures|MipChain $kit, BrushSettings $brush, array $traces, int $roll, Rect $bounds): array
    {
        $painter = new StrokePainter($kit, $brush);
        $strokes = [];
        foreach ($traces as $i => $trace) {
            $strokes[] = $painter->stroke($trace, $roll + $i, $bounds);
        }

        return $strokes;
    }
}
