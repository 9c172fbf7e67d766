<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Dab\Tooth;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\PathBuilder;
use Yarrowfog\Core\Stroke\Similarity;
use Yarrowfog\Core\Stroke\Taper;
use Yarrowfog\Core\Stroke\Trace;

/** Paints strokes with one brush; what several strokes share is made once. */
final readonly class StrokePainter
{
    /** Keeps the chance of the bite apart from that of the stroke. */
    private const BITE_ROLL = 0x5BD1E995;

    private BrushTextures $kit;

    private BrushSettings $brush;

    private DabPrinter $printer;

    private ?DabPrinter $bitePrinter;

    private ?Tooth $tooth;

    /** The brush as large as it prints. */
    private BrushSettings $printing;

    /**
     * @param  Backdrop|null  $under  what lies on the sheet, for brushes that take colour from it or push it about
     * @param  Similarity  $moved  where the strokes lie, from where they were drawn
     */
    public function __construct(BrushTextures|MipChain $kit, BrushSettings $brush, private ?Backdrop $under = null, private Similarity $moved = new Similarity)
    {
        $this->kit = BrushTextures::of($kit);
        $this->brush = $brush->usedWith(count($this->kit->frames), $this->kit->bite !== null, $this->kit->tooth !== null);
        $this->printing = $moved->scale === 1.0 ? $this->brush : $this->brush->scale($moved->scale);
        $this->tooth = Tooth::of($this->brush, $this->kit);
        $this->printer = new DabPrinter($this->kit, $this->printing, $under, $this->tooth !== null && $this->tooth->perDab ? $this->tooth : null);
        $this->bitePrinter = $this->kit->bite === null || $this->brush->isBand() ? null : new DabPrinter($this->kit->bite, $this->printing->bite());
    }

    /** A finished stroke, painted whole. */
    public function stroke(Trace $trace, int $roll, Rect $bounds): PaintedStroke
    {
        $needsLength = $this->brush->tapers();
        $stroke = $this->begin($trace->realPressure, $roll, $bounds, $needsLength ? PathBuilder::lengthOf($trace, $this->brush) : null);
        $stroke->finish($trace->samples);

        return $stroke;
    }

    /**
     * A stroke that is still being painted.
     *
     * @param  float|null  $total  px of the whole path where it is known, for the taper out
     */
    public function begin(bool $realPressure, int $roll, Rect $bounds, ?float $total = null): PaintedStroke
    {
        $maker = new DabMaker($this->brush, $realPressure, $roll, $total, $this->moved);

        return match (true) {
            $this->brush->isBand() => new BandStroke($this->printing, new BandPainter($this->kit, $this->brush, new Chance($roll), Taper::of($this->brush, $total), $this->moved), $maker, $this->tooth, $bounds),
            $this->brush->choices->does === Does::Smudges => new SmudgeStroke($this->printing, new Smudger($this->printer, $this->printing, $this->under, $bounds), $maker, $bounds),
            default => new DabStroke($this->printing, $this->printer, $maker, $this->tooth, $bounds, $this->bite($realPressure, $roll, $bounds, $total)),
        };
    }

    private function bite(bool $realPressure, int $roll, Rect $bounds, ?float $total): ?BiteStroke
    {
        return $this->bitePrinter === null ? null : new BiteStroke($this->bitePrinter, new DabMaker($this->brush->bite(), $realPressure, $roll ^ self::BITE_ROLL, $total, $this->moved), $this->bitePrinter->buffer($bounds, 0));
    }
}
