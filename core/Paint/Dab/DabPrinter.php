<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Overlap;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;

/** Prints the dabs of one tip into the coverage of strokes, in the way that suits them. */
final readonly class DabPrinter
{
    private DabShapes $shapes;

    private Impressions $impressions;

    private PrintingWay $way;

    private ?Lender $lender;

    private bool $staysEven;

    private bool $oneColour;

    /**
     * @param  Backdrop|null  $under  what lies on the sheet, for dabs that take colour from it
     * @param  Tooth|null  $tooth  that each dab meets
     */
    public function __construct(BrushTextures|MipChain $textures, private BrushSettings $brush, ?Backdrop $under = null, ?Tooth $tooth = null)
    {
        $this->shapes = new DabShapes($textures, $brush);
        $this->impressions = new Impressions($this->shapes);
        $this->lender = $under !== null && $brush->lendsFromSheet() ? new Lender($under) : null;
        $this->staysEven = $brush->choices->overlap === Overlap::StaysEven;
        $this->oneColour = DabMaker::hasOneColour($brush);
        $this->way = match (true) {
            ! $this->oneColour || $tooth !== null => new ImpressionPrinting($this->impressions, $tooth, CastShadow::of($brush), $this->staysEven),
            ! $this->shapes->repeat => new TurnedPrinting($this->shapes),
            $brush->isSteady('flow') && $brush->isSteady('opacity') => new DensePrinting($this->shapes),
            default => new ImpressionPrinting($this->impressions, null, null, $this->staysEven),
        };
    }

    /**
     * An empty buffer of the right kind for one stroke.
     *
     * @param  Rect  $bounds  of the sheet
     * @param  int|null  $colour  0xRRGGBB of its first dab
     */
    public function buffer(Rect $bounds, ?int $colour): StrokeBuffer
    {
        return new StrokeBuffer(
            $bounds,
            $this->oneColour ? $colour ?? 0 : null,
            $this->way->form(),
            $this->staysEven ? (int) round($this->brush->base('opacity') * 65535) : 65535,
        );
    }

    /** @param  list<Dab>  $dabs */
    public function paint(array $dabs, StrokeBuffer $buffer): void
    {
        foreach ($dabs as $dab) {
            $dab = $this->shapes->place($dab);
            $dab = $this->lender === null ? $dab : $this->lender->lend($dab);
            $ceiling = $this->staysEven ? (int) round($dab->opacity * 65535) : 65535;
            $strength = (int) round(($this->staysEven ? $dab->flow : $dab->flow * $dab->opacity) * 65536);
            if ($ceiling > 0 && $strength > 0) {
                $this->way->print($dab, $ceiling, $strength, $buffer);
            }
        }
    }

    /** How a dab prints, pixel by pixel. */
    public function impression(Dab $dab): Impression
    {
        return $this->impressions->of($dab);
    }
}
