<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Tile\StrokeCoverage;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Stroke\Trace;

/**
 * What the spacing does: whether the dabs of a steady stroke join into a line whose ink and edge are even.
 *
 * The stroke is painted, at 48 px, without chance, scatter and taper, and
 * measured: what holds for one size holds for all, since spacing follows the size.
 */
final readonly class StepReport
{
    /** px at which the stroke is painted to be measured. */
    private const MEASURED_AT = 48.0;

    /** Ink below this part of the strongest does not count as printed. */
    private const FAINT = 0.04;

    /** Waver below which a line looks solid: 2 %, and what the grid of places adds to a width of 48 px. */
    public const SOLID = 0.02 + 0.16 / self::MEASURED_AT;

    /** Parts of the size by which a spacing is lowered that was reckoned solid and is not, and how often. */
    private const STEP_DOWN = 0.01;

    private const STEPS_DOWN = 5;

    /** Pressure of the steady stroke. */
    private const PRESSURE = 0.7;

    /**
     * @param  float  $printed  px of the tip along the heading
     * @param  float  $step  px from dab to dab
     * @param  Waver  $waver  of a steady stroke
     * @param  float|null  $widest  spacing, as a part of the size, up to which the line looks solid; null when it never does
     * @param  bool  $isBand  laid as one continuous band: there are no dabs, and the figures are zero
     * @param  bool  $isStamp  one print per press: there is no line
     */
    private function __construct(public float $printed, public float $step, public Waver $waver, public ?float $widest, public bool $isBand = false, public bool $isStamp = false)
    {
    }

    public static function of(BrushTextures|MipChain $kit, BrushSettings $brush): self
    {
        // The ground, and all pictures of the tip but the first, have no say in how dabs join.
        $levels = BrushTextures::of($kit)->frames[0];
        if ($brush->isBand()) {
            return new self(0.0, 0.0, Waver::of([]), null, true);
        }
        $size = $brush->base('size');
        $measured = self::MEASURED_AT;
        $steady = self::withoutChance($brush, $measured);
        $reach = (int) ceil($measured * 1.5) + 2;
        $one = (new StrokePainter($levels, $steady))->stroke(new Trace([new Sample(0, $reach, $reach, self::PRESSURE)]), 0, new Rect(0, 0, 2 * $reach, 2 * $reach));
        $printed = self::printedLength($one);

        $factor = $size / $measured;
        if ($brush->choices->onePerPress) {
            return new self($printed * $factor, 0.0, Waver::of([]), null, false, true);
        }
        $waver = self::paint($levels, $steady, $reach, $measured);
        $widest = Ripple::of($one, (int) $reach, $steady)->widestSolid($measured, self::SOLID);
        // What was reckoned is painted: a spacing that is called solid must report itself so.
        for ($i = 0; $i < self::STEPS_DOWN && $widest !== null && $widest > self::STEP_DOWN; $i++) {
            if (self::paint($levels, $steady->with('spacing', new SettingValue($widest)), $reach, $measured)->most() < self::SOLID) {
                break;
            }
            $widest -= self::STEP_DOWN;
        }

        return new self($printed * $factor, self::gapOf($steady) * $factor, $waver, $widest);
    }

    /** How a steady stroke wavers, measured on its paint. */
    private static function paint(MipChain $levels, BrushSettings $steady, int $reach, float $measured): Waver
    {
        $middle = $reach * 2;
        $gap = self::gapOf($steady);
        $length = max(6 * $gap, 4 * $measured);
        $trace = new Trace([new Sample(0, $reach, $middle, self::PRESSURE), new Sample(100, $reach + $length / 2, $middle, self::PRESSURE), new Sample(200, $reach + $length, $middle, self::PRESSURE)]);
        $bounds = new Rect(0, 0, (int) ceil($length) + 2 * $reach, 2 * $middle);
        $stroke = (new StrokePainter($levels, $steady))->stroke($trace, 0, $bounds);
        $from = $reach + (int) ceil(max($measured, $gap));
        $until = $from + (int) max(ceil($gap * 3), $measured);

        return self::waver($stroke, Rect::between($from, 0, max($from + 2, min($until, $bounds->width - 1)), $bounds->height));
    }

    /** px of empty ground between two dabs; negative where they overlap. */
    public function gap(): float
    {
        return $this->step - $this->printed;
    }

    /** The larger part by which its ink or its edge wavers, 0–1. */
    public function ripple(): float
    {
        return $this->waver->most();
    }

    /** band, stamp, solid, beaded or separate. */
    public function kind(): string
    {
        return match (true) {
            $this->isBand => 'band',
            $this->isStamp => 'stamp',
            $this->gap() > 0.5 => 'separate',
            $this->ripple() < self::SOLID => 'solid',
            default => 'beaded',
        };
    }

    public function words(): string
    {
        $solidUpTo = $this->widest === null ? '' : sprintf('; solid up to %.0f %% spacing', 100 * $this->widest);

        return match ($this->kind()) {
            'band' => 'one continuous band: there are no dabs to space',
            'stamp' => sprintf('a stamp: one print per press, %s px along its way', self::px($this->printed)),
            'separate' => sprintf('separate marks, %s px apart', self::px($this->gap())).$solidUpTo,
            'solid' => sprintf('solid: dabs overlap by %s px, %.0f %%', self::px(-$this->gap()), 100 * -$this->gap() / max(0.1, $this->printed)),
            default => sprintf($this->waver->isOfEdge() ? 'beaded: its edge swings by %.0f %%' : 'beaded: its ink wavers by %.0f %%', 100 * $this->ripple()).$solidUpTo,
        };
    }

    /** @return array{kind: string, words: string, printed: float, step: float, gap: float, ripple: float, spoiledBy: string, widest: float|null} */
    public function toArray(): array
    {
        return ['kind' => $this->kind(), 'words' => $this->words(), 'printed' => $this->printed, 'step' => $this->step, 'gap' => $this->gap(), 'ripple' => $this->ripple(), 'spoiledBy' => $this->waver->isOfEdge() ? 'edge' : 'ink', 'widest' => $this->widest];
    }

    /** mm of paper that so many px take at a resolution. */
    public static function millimetres(float $px, float $dpi): float
    {
        return $px / $dpi * 25.4;
    }

    private static function px(float $px): string
    {
        return $px >= 9.95 ? number_format($px) : number_format($px, 1);
    }

    /** The brush without what makes one dab unlike the next; how its colours and the ground look does not matter. */
    private static function withoutChance(BrushSettings $brush, float $size): BrushSettings
    {
        $steady = BrushSettings::standard();
        foreach (['spacing', 'angle', 'angleFollows', 'roundness', 'mirrorAcross', 'mirrorDown', 'flow', 'opacity', 'overlap'] as $id) {
            $steady = $steady->with($id, new SettingValue($brush->value($id)->base));
        }

        return $steady->with('size', new SettingValue($size));
    }

    private static function gapOf(BrushSettings $steady): float
    {
        return max(0.25, $steady->base('spacing') * $steady->base('size'));
    }

    private static function printedLength(PaintedStroke $one): float
    {
        $ink = StrokeCoverage::of($one, $one->bounds());
        $width = $one->bounds()->width;
        $columns = array_fill(0, $width, 0);
        $most = 0;
        foreach ($ink as $i => $c) {
            if ($c > $most) {
                $most = $c;
            }
            if ($c > $columns[$i % $width]) {
                $columns[$i % $width] = $c;
            }
        }
        $faint = self::FAINT * $most;
        $inked = array_keys(array_filter($columns, fn (int $c): bool => $c > $faint));
        if ($inked === []) {
            return 0.0;
        }
        [$first, $last] = [$inked[0], $inked[count($inked) - 1]];
        // Of a column at the edge that is covered in part, that part counts.
        $part = fn (int $edge, int $next): float => min(1.0, $columns[$edge] / max(1, $columns[$next]));

        return $last - $first - 1 + $part($first, min($last, $first + 1)) + $part($last, max($first, $last - 1));
    }

    private static function waver(PaintedStroke $stroke, Rect $area): Waver
    {
        $across = array_fill(0, $area->width, []);
        foreach (StrokeCoverage::of($stroke, $area) as $i => $c) {
            $across[$i % $area->width][] = $c / 65535;
        }

        return Waver::of($across);
    }
}
