<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Closure;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\PathBuilder;
use Yarrowfog\Core\Stroke\Trace;

/** Paints strokes with one brush; what several strokes share is made once. */
final readonly class StrokePainter
{
    private Kit $kit;

    private Brush $brush;

    private DabPrinter $printer;

    private ?DabPrinter $bitePrinter;

    private ?Tooth $tooth;

    /** @param  Under|null  $under  what lies on the sheet, for brushes that take colour from it or push it about */
    public function __construct(Kit|Levels $kit, Brush $brush, private ?Under $under = null)
    {
        $this->kit = Kit::of($kit);
        $this->brush = $brush->usedWith(count($this->kit->frames), $this->kit->bite !== null, $this->kit->tooth !== null);
        $this->tooth = Tooth::of($this->brush, $this->kit);
        $this->printer = new DabPrinter($this->kit, $this->brush, $under, $this->tooth !== null && $this->tooth->perDab ? $this->tooth : null);
        $this->bitePrinter = $this->kit->bite === null || $this->brush->isBand() ? null : new DabPrinter($this->kit->bite, $this->brush->bite());
    }

    /** A finished stroke, painted whole. */
    public function stroke(Trace $trace, int $roll, Rect $bounds): PaintedStroke
    {
        $needsLength = $this->brush->tapers();
        $stroke = $this->begin($trace->realPressure, $roll, $bounds, $needsLength ? PathBuilder::lengthOf($trace, $this->brush) : null);
        $stroke->whole($trace->samples);

        return $stroke;
    }

    /**
     * A stroke that is still being painted.
     *
     * @param  float|null  $total  px of the whole path where it is known, for the taper out
     * @param  (Closure(string): ?string)|null  $kept  what another process painted of it, by the names that `exports` gives
     */
    public function begin(bool $realPressure, int $roll, Rect $bounds, ?float $total = null, ?Closure $kept = null): PaintedStroke
    {
        return new PaintedStroke($this->brush, $this->printer, $this->bitePrinter, $this->kit, $this->tooth, $this->under, $realPressure, $roll, $bounds, $total, $kept);
    }
}
