<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Paint\Tile\StrokeCoverage;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Overlap;

/**
 * How uneven a steady line of one dab would be at any spacing, without painting it.
 *
 * Dabs of one strength add up as density, −ln(1 − coverage) (Beer–Lambert law): the
 * density of the line at a place is the sum of the dab's own at that place and at every
 * whole gap from it.
 */
final readonly class Ripple
{
    /** Density that counts as full. */
    private const FULL = 12.5;

    /** The finest and the coarsest spacing that are looked at, as parts of the size. */
    private const FINEST = 0.01;

    private const USUAL = 0.05;

    private const COARSEST = 2.0;

    /** Steps between two spacings on the way from fine to coarse. */
    private const PER_OCTAVE = 8;

    /**
     * @param  list<list<float>>  $rows  density along the rows of the dab that hold ink
     */
    private function __construct(private array $rows)
    {
    }

    /**
     * @param  PaintedStroke  $one  a tap
     * @param  int  $middle  px, where it stands in both directions
     */
    public static function of(PaintedStroke $one, int $middle, BrushSettings $steady): self
    {
        $ceiling = $steady->choices->overlap === Overlap::StaysEven ? max(1.0, $steady->base('opacity') * 65535) : 65535.0;
        $covered = StrokeCoverage::of($one, new Rect(0, 0, 2 * $middle, 2 * $middle));
        $rows = [];
        for ($y = 0; $y < 2 * $middle; $y++) {
            $row = [];
            for ($x = 0; $x < 2 * $middle; $x++) {
                $left = 1.0 - min(1.0, $covered[$y * 2 * $middle + $x] / $ceiling);
                $row[] = $left <= 0.0 ? self::FULL : min(self::FULL, -log($left));
            }
            if (max($row) > 0.0) {
                $rows[] = $row;
            }
        }

        return new self($rows);
    }

    /**
     * How much the line wavers.
     *
     * @param  float  $gap  px between dabs
     */
    public function at(float $gap): Waver
    {
        $places = (int) max(12, min(48, 2 * ceil($gap)));
        $across = [];
        for ($p = 0; $p < $places; $p++) {
            $cut = [];
            foreach ($this->rows as $row) {
                $sum = 0.0;
                $last = count($row) - 1;
                for ($x = $p * $gap / $places; $x < $last; $x += $gap) {
                    $i = (int) $x;
                    $sum += $row[$i] + ($row[$i + 1] - $row[$i]) * ($x - $i);
                }
                $cut[] = 1.0 - exp(-$sum);
            }
            $across[] = $cut;
        }

        return Waver::of($across);
    }

    /**
     * The widest spacing, as a part of the size, up to which neither ink nor edge wavers by more than a limit.
     *
     * @param  float  $size  px
     */
    public function widestSolid(float $size, float $limit): ?float
    {
        $factor = 2 ** (1 / self::PER_OCTAVE);
        // Most brushes are solid at a twentieth, and what is finer need not be looked at.
        $solid = $this->at(self::USUAL * $size)->most() < $limit ? self::USUAL : null;
        for ($spacing = $solid === null ? self::FINEST : self::USUAL * $factor; $spacing < self::COARSEST; $spacing *= $factor) {
            if ($this->at($spacing * $size)->most() >= $limit) {
                break;
            }
            $solid = $spacing;
        }
        if ($solid === null) {
            return null;
        }
        $low = $solid;
        $high = $solid * $factor;
        for ($i = 0; $i < 6; $i++) {
            $middle = ($low + $high) / 2;
            if ($this->at($middle * $size)->most() < $limit) {
                $low = $middle;
            } else {
                $high = $middle;
            }
        }

        return $low;
    }
}
