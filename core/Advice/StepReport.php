<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Paint\Kit;
use Yarrowfog\Core\Paint\Levels;
use Yarrowfog\Core\Paint\PaintedStroke;
use Yarrowfog\Core\Paint\StrokeBuffer;
use Yarrowfog\Core\Paint\StrokePainter;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Stroke\Trace;

/**
 * What the spacing does: whether the dabs of a steady stroke join.
 *
 * The stroke is painted, at 64 px at most, without chance, scatter and taper, and
 * measured: what holds for one size holds for all, since spacing follows the size.
 */
final readonly class StepReport
{
    /** px at which the stroke is painted to be measured. */
    private const MEASURED_AT = 64.0;

    /** Ink below this part of the strongest does not count as printed. */
    private const FAINT = 0.04;

    /** Ripple below which a line looks solid. */
    public const SOLID = 0.02;

    /** Parts of the size by which a spacing is lowered that was reckoned solid and is not, and how often. */
    private const STEP_DOWN = 0.01;

    private const STEPS_DOWN = 5;

    /** Pressure of the steady stroke. */
    private const PRESSURE = 0.7;

    /**
     * @param  float  $printed  px of the tip along the heading
     * @param  float  $step  px from dab to dab
     * @param  float  $ripple  (most − least) / most of the ink along the middle of the stroke, 0–1
     * @param  float|null  $widest  spacing, as a part of the size, up to which the line looks solid; null when it never does
     * @param  bool  $isBand  laid as one continuous band: there are no dabs, and the figures are zero
     */
    private function __construct(public float $printed, public float $step, public float $ripple, public ?float $widest, public bool $isBand = false)
    {
    }

    public static function of(Kit|Levels $kit, Brush $brush): self
    {
        // The ground, and all pictures of the tip but the first, have no say in how dabs join.
        $levels = Kit::of($kit)->frames[0];
        if ($brush->isBand()) {
            return new self(0.0, 0.0, 0.0, null, true);
        }
        $size = $brush->base('size');
        $measured = min($size, self::MEASURED_AT);
        $steady = self::steadied($brush, $measured);
        $reach = (int) ceil($measured * 1.5) + 2;
        $one = (new StrokePainter($levels, $steady))->stroke(new Trace([new Sample(0, $reach, $reach, self::PRESSURE)]), 0, new Rect(0, 0, 2 * $reach, 2 * $reach));
        $printed = self::printedLength($one);

        $factor = $size / $measured;
        $ripple = self::painted($levels, $steady, $reach, $measured);
        $widest = Ripple::of($one, (int) $reach, $steady)->widestSolid($measured, self::SOLID);
        // What was reckoned is painted: a spacing that is called solid must report itself so.
        for ($i = 0; $i < self::STEPS_DOWN && $widest !== null && $widest > self::STEP_DOWN; $i++) {
            if (self::painted($levels, $steady->with('spacing', new SettingValue($widest)), $reach, $measured) < self::SOLID) {
                break;
            }
            $widest -= self::STEP_DOWN;
        }

        return new self($printed * $factor, self::gapOf($steady) * $factor, $ripple, $widest);
    }

    /** Ripple of a steady stroke, measured on its paint. */
    private static function painted(Levels $levels, Brush $steady, int $reach, float $measured): float
    {
        $middle = $reach * 2;
        $gap = self::gapOf($steady);
        $length = max(6 * $gap, 4 * $measured);
        $trace = new Trace([new Sample(0, $reach, $middle, self::PRESSURE), new Sample(100, $reach + $length / 2, $middle, self::PRESSURE), new Sample(200, $reach + $length, $middle, self::PRESSURE)]);
        $bounds = new Rect(0, 0, (int) ceil($length) + 2 * $reach, 2 * $middle);
        $stroke = (new StrokePainter($levels, $steady))->stroke($trace, 0, $bounds);
        $from = $reach + (int) ceil(max($measured, $gap));
        $until = $from + (int) max(ceil($gap * 3), $measured);

        return self::ripple($stroke, $from, min($until, $bounds->width - 1), $middle, max(1, (int) round($measured / 8)));
    }

    /** px of empty ground between two dabs; negative where they overlap. */
    public function gap(): float
    {
        return $this->step - $this->printed;
    }

    /** band, solid, beaded or separate. */
    public function kind(): string
    {
        return match (true) {
            $this->isBand => 'band',
            $this->gap() > 0.5 => 'separate',
            $this->ripple < self::SOLID => 'solid',
            default => 'beaded',
        };
    }

    public function words(): string
    {
        $solidUpTo = $this->widest === null ? '' : sprintf('; solid up to %.0f %% spacing', 100 * $this->widest);

        return match ($this->kind()) {
            'band' => 'one continuous band: there are no dabs to space',
            'separate' => sprintf('separate marks, %s px apart', self::px($this->gap())).$solidUpTo,
            'solid' => sprintf('solid: dabs overlap by %s px, %.0f %%', self::px(-$this->gap()), 100 * -$this->gap() / max(0.1, $this->printed)),
            default => sprintf('beaded: the line wavers by %.0f %%', 100 * $this->ripple).$solidUpTo,
        };
    }

    /** @return array{kind: string, words: string, printed: float, step: float, gap: float, ripple: float, widest: float|null} */
    public function toArray(): array
    {
        return ['kind' => $this->kind(), 'words' => $this->words(), 'printed' => $this->printed, 'step' => $this->step, 'gap' => $this->gap(), 'ripple' => $this->ripple, 'widest' => $this->widest];
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
    private static function steadied(Brush $brush, float $size): Brush
    {
        $steady = Brush::standard();
        foreach (['spacing', 'angle', 'angleFollows', 'roundness', 'mirrorAcross', 'mirrorDown', 'flow', 'opacity', 'overlap'] as $id) {
            $steady = $steady->with($id, new SettingValue($brush->value($id)->base));
        }

        return $steady->with('size', new SettingValue($size));
    }

    private static function gapOf(Brush $steady): float
    {
        return max(0.25, $steady->base('spacing') * $steady->base('size'));
    }

    private static function printedLength(PaintedStroke $one): float
    {
        $ink = self::coverage($one, $one->bounds());
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
        $inked = array_filter($columns, fn (int $c): bool => $c > self::FAINT * $most);

        return $inked === [] ? 0.0 : (float) (array_key_last($inked) - array_key_first($inked) + 1);
    }

    private static function ripple(PaintedStroke $stroke, int $from, int $until, int $middle, int $half): float
    {
        $area = Rect::between($from, $middle - $half, max($from + 2, $until), $middle + $half + 1);
        $ink = self::coverage($stroke, $area);
        $columns = array_fill(0, max(2, $area->width), 0);
        foreach ($ink as $i => $c) {
            $columns[$i % $area->width] += $c;
        }
        $most = max(1, ...$columns);

        return ($most - min($most, ...$columns)) / $most;
    }

    /** @return array<int, int> coverage, 0–65535 */
    private static function coverage(PaintedStroke $stroke, Rect $area): array
    {
        $shift = $stroke->colour() === null ? 45 : 0;
        $tiles = [];
        $out = [];
        for ($y = $area->y; $y < $area->bottom(); $y++) {
            for ($x = $area->x; $x < $area->right(); $x++) {
                $key = StrokeBuffer::key(intdiv($x, StrokeBuffer::SIDE), intdiv($y, StrokeBuffer::SIDE));
                $tiles[$key] ??= $stroke->tile($key) ?? [];
                $out[] = ($tiles[$key][($y % StrokeBuffer::SIDE) * StrokeBuffer::SIDE + $x % StrokeBuffer::SIDE] ?? 0) >> $shift;
            }
        }

        return $out;
    }
}
