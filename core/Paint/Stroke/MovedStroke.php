<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Choice\FixedTo;
use Yarrowfog\Core\Stroke\Choice\ToothName;
use Yarrowfog\Core\Stroke\Similarity;
use Yarrowfog\Core\Stroke\Trace;

/**
 * Paints a stroke that is down where it lies now.
 *
 * Of a move only the parts of a px are painted; the whole px are left to the pixels, so that they stay the same.
 */
final class MovedStroke
{
    /** px by which such a stroke is painted off its place: as many tiles as noise comes again after, so that all of it lies right of and below the origin. */
    private const OFF = Noise::AGAIN * StrokeBuffer::SIDE;

    /** @param  Backdrop|null  $under  what lies on the sheet */
    public static function paint(BrushTextures $kit, BrushSettings $brush, Trace $trace, int $roll, Similarity $moved, Rect $sheet, ?Backdrop $under): LaidStroke
    {
        $dx = (int) floor($moved->dx);
        $dy = (int) floor($moved->dy);
        if (($dx === 0 && $dy === 0) || max(abs($dx), abs($dy)) >= self::OFF || self::meetsSheet($brush)) {
            return (new StrokePainter($kit, $brush, $under, $moved))->stroke($trace, $roll, $sheet);
        }
        $painter = new StrokePainter($kit, $brush, null, $moved->then(new Similarity(dx: self::OFF - $dx, dy: self::OFF - $dy)));

        return new ShiftedStroke($painter->stroke($trace, $roll, $sheet->move(self::OFF - $dx, self::OFF - $dy)), $dx - self::OFF, $dy - self::OFF, $sheet);
    }

    /** Whether a stroke looks otherwise at another place of the sheet. */
    private static function meetsSheet(BrushSettings $brush): bool
    {
        return $brush->lendsFromSheet()
            || $brush->choices->does === Does::Smudges
            || ($brush->choices->tooth !== ToothName::None && $brush->choices->toothFixedTo === FixedTo::Sheet);
    }
}
