<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

/** For every row of a print: which of its pixels lie inside the stencil, and where in it they begin. */
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
     * Solves 0 ≤ u + k·ux < width and 0 ≤ v + k·vx < height for the columns k of each row.
     *
     * A division finds k nearly, and single steps put right what rounding left: a call of
     * intdiv for every row costs more than printing a narrow one.
     */
    public static function of(PrintBox $box, Stencil $stencil): self
    {
        $area = $box->area;
        $ux = (int) round($box->ux);
        $uy = (int) round($box->uy);
        $vx = (int) round($box->vx);
        $vy = (int) round($box->vy);
        $rowU = (int) round($box->u0 + $area->x * $box->ux + $area->y * $box->uy);
        $rowV = (int) round($box->v0 + $area->x * $box->vx + $area->y * $box->vy);
        $maxU = ($stencil->width - 1) << 16;
        $maxV = ($stencil->height - 1) << 16;
        $perU = $ux === 0 ? 0.0 : 1.0 / abs($ux);
        $perV = $vx === 0 ? 0.0 : 1.0 / abs($vx);
        $columns = $area->width;
        $starts = $ends = $us = $vs = [];
        for ($row = $area->height; $row > 0; $row--) {
            // Going left along the row is going right along its mirror image.
            $u = $ux < 0 ? $maxU - 1 - $rowU : $rowU;
            $v = $vx < 0 ? $maxV - 1 - $rowV : $rowV;
            $byU = $ux < 0 ? -$ux : $ux;
            $byV = $vx < 0 ? -$vx : $vx;
            $first = 0;
            $last = $columns;
            if ($u < 0) {
                $first = $byU === 0 ? $columns : (int) (-$u * $perU);
            }
            if ($byU > 0) {
                $k = (int) (($maxU - 1 - $u) * $perU) + 2;
                $last = $k < $last ? $k : $last;
            } elseif ($u >= $maxU) {
                $last = 0;
            }
            if ($v < 0) {
                $k = $byV === 0 ? $columns : (int) (-$v * $perV);
                $first = $k > $first ? $k : $first;
            }
            if ($byV > 0) {
                $k = (int) (($maxV - 1 - $v) * $perV) + 2;
                $last = $k < $last ? $k : $last;
            } elseif ($v >= $maxV) {
                $last = 0;
            }
            while ($first < $last && ($u + $first * $byU < 0 || $v + $first * $byV < 0)) {
                $first++;
            }
            while ($first < $last && ($u + ($last - 1) * $byU >= $maxU || $v + ($last - 1) * $byV >= $maxV)) {
                $last--;
            }
            $starts[] = $first;
            $ends[] = $last > $first ? $last : $first;
            $us[] = $rowU + $first * $ux;
            $vs[] = $rowV + $first * $vx;
            $rowU += $uy;
            $rowV += $vy;
        }

        return new self($starts, $ends, $us, $vs, $ux, $vx);
    }
}
