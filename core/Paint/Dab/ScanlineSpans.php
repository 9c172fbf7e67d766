<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Raster\Rect;

/**
 * For every row of a print: which of its pixels lie inside the stencil's outline. The place
 * in the stencil (see DabFootprint) is one int, v · 2³² + u, which the loops that sample it carry on by one
 * addition: `place` at column 0 of row 0, `across` more for every column and `down` more for every row.
 * Inside the outline neither part is ever negative, so they come apart by shifting.
 */
final readonly class ScanlineSpans
{
    private const ONE = 1 << 32;

    /**
     * @param  array<int, int>  $starts  first column that may print, counted from the left of the box
     * @param  array<int, int>  $ends  one past the last; not after the first where nothing prints
     */
    private function __construct(
        public array $starts,
        public array $ends,
        public int $place,
        public int $across,
        public int $down,
    ) {
    }

    /**
     * Scan conversion of a convex polygon: each row is crossed by one edge going up, on its
     * left, and by one going down, on its right. (A mirrored pose turns the two round.)
     */
    public static function of(DabFootprint $box): self
    {
        $area = $box->area;
        $left = $area->x;
        $top = $area->y;
        $starts = $ends = $area->height > 0 ? array_fill(0, $area->height, 0) : [];
        $xs = $box->xs;
        $ys = $box->ys;
        $mirrored = $box->ux * $box->vy < $box->uy * $box->vx;
        $count = count($xs);
        $x0 = $count > 0 ? $xs[$count - 1] - $left : 0.0;
        $y0 = $count > 0 ? $ys[$count - 1] - $top : 0.0;
        for ($corner = 0; $corner < $count; $corner++) {
            $x1 = $xs[$corner] - $left;
            $y1 = $ys[$corner] - $top;
            $down = $y1 > $y0;
            $fromY = $down ? $y0 : $y1;
            $toY = $down ? $y1 : $y0;
            $row = (int) $fromY;
            $row = $row < $fromY ? $row + 1 : $row;
            $until = (int) $toY;
            $until = $until < $toY ? $until + 1 : $until;
            if ($row < $until) {
                // Columns in 1/2³² px.
                $slope = ($x1 - $x0) / ($y1 - $y0);
                $x = (int) (($x0 + ($row - $y0) * $slope) * self::ONE);
                $step = (int) ($slope * self::ONE);
                if ($down !== $mirrored) {
                    for (; $row < $until; $row++) {
                        $ends[$row] = ($x >> 32) + 1;
                        $x += $step;
                    }
                } else {
                    for (; $row < $until; $row++) {
                        $starts[$row] = $x + self::ONE - 1 >> 32;
                        $x += $step;
                    }
                }
            }
            $x0 = $x1;
            $y0 = $y1;
        }

        return new self(
            $starts,
            $ends,
            self::both($box->u0 + $left * $box->ux + $top * $box->uy, $box->v0 + $left * $box->vx + $top * $box->vy),
            self::both($box->ux, $box->vx),
            self::both($box->uy, $box->vy),
        );
    }

    /**
     * The same spans of a part of the box: each place is the one that it was.
     *
     * @param  Rect  $box  of which these are the rows
     * @param  Rect  $part  inside of it
     */
    public function within(Rect $box, Rect $part): self
    {
        $left = $part->x - $box->x;
        $top = $part->y - $box->y;
        $starts = $ends = [];
        for ($row = $top; $row < $top + $part->height; $row++) {
            $starts[] = max(0, $this->starts[$row] - $left);
            $ends[] = min($part->width, $this->ends[$row] - $left);
        }

        return new self($starts, $ends, $this->place + $left * $this->across + $top * $this->down, $this->across, $this->down);
    }

    private static function both(float $u, float $v): int
    {
        return ((int) round($v) << 32) + (int) round($u);
    }
}
