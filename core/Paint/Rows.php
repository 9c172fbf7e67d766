<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

/** For every row of a print: which of its pixels lie inside the stencil's outline, and where in the stencil they begin. */
final readonly class Rows
{
    /**
     * @param  list<int>  $starts  first column that may print, counted from the left of the box
     * @param  list<int>  $ends  one past the last; the same as the first where nothing prints
     * @param  list<int>  $us  u at the first column (see PrintBox)
     * @param  list<int>  $vs
     * @param  int  $ux  how u grows from column to column
     */
    private function __construct(
        public array $starts,
        public array $ends,
        public array $us,
        public array $vs,
        public int $ux,
        public int $vx,
    ) {
    }

    /**
     * Scan conversion of a convex polygon: each row is crossed by one edge going up, on its
     * left, and by one going down, on its right. (A mirrored pose turns the two round.)
     */
    public static function of(PrintBox $box): self
    {
        $area = $box->area;
        $rows = $area->height;
        $lefts = $rights = $rows > 0 ? array_fill(0, $rows, 0.0) : [];
        $corners = $box->corners;
        $mirrored = $box->ux * $box->vy < $box->uy * $box->vx;
        [$x0, $y0] = $corners === [] ? [0.0, 0.0] : $corners[count($corners) - 1];
        foreach ($corners as [$x1, $y1]) {
            $down = $y1 > $y0;
            $fromY = $down ? $y0 : $y1;
            $toY = $down ? $y1 : $y0;
            $row = (int) $fromY;
            $row = $row < $fromY ? $row + 1 : $row;
            if ($row < $toY) {
                $slope = ($x1 - $x0) / ($y1 - $y0);
                $x = $x0 + ($row - $y0) * $slope;
                if ($down !== $mirrored) {
                    for (; $row < $toY; $row++) {
                        $rights[$row] = $x;
                        $x += $slope;
                    }
                } else {
                    for (; $row < $toY; $row++) {
                        $lefts[$row] = $x;
                        $x += $slope;
                    }
                }
            }
            $x0 = $x1;
            $y0 = $y1;
        }
        $ux = (int) round($box->ux);
        $uy = (int) round($box->uy);
        $vx = (int) round($box->vx);
        $vy = (int) round($box->vy);
        $u = (int) round($box->u0 + $area->x * $box->ux + $area->y * $box->uy);
        $v = (int) round($box->v0 + $area->x * $box->vx + $area->y * $box->vy);
        $starts = $ends = $us = $vs = [];
        for ($row = 0; $row < $rows; $row++) {
            $left = $lefts[$row];
            $first = (int) $left;
            $first = $first < $left ? $first + 1 : $first;
            $starts[] = $first;
            $ends[] = (int) ($rights[$row] + 1.0);
            $us[] = $u + $first * $ux;
            $vs[] = $v + $first * $vx;
            $u += $uy;
            $v += $vy;
        }

        return new self($starts, $ends, $us, $vs, $ux, $vx);
    }
}
