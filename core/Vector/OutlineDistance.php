<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

/**
 * How far outlines lie from the curves that stand for them, measured afterwards and from the curves alone: whatever fitted them has no say.
 *
 * @phpstan-import-type Point from OneCubic
 * @phpstan-import-type Cubic from OneCubic
 */
final class OutlineDistance
{
    /** Straight pieces that a curve is measured by. */
    private const PIECES = 64;

    /** px; a side of the squares that pieces are sorted into. */
    private const CELL = 4.0;

    /**
     * The greatest distance of a point from its nearest curve.
     *
     * @param  list<list<Point>>  $points  of the rings
     * @param  list<list<Cubic>>  $curves  of the rings
     * @return float px; 0 where there are no points
     */
    public static function greatest(array $points, array $curves): float
    {
        $cells = self::sort($curves);
        $worst = 0.0;
        foreach ($points as $ring) {
            foreach ($ring as [$x, $y]) {
                $worst = max($worst, self::nearest($cells, $x, $y, $worst));
            }
        }

        return sqrt($worst);
    }

    /**
     * @param  list<list<Cubic>>  $curves
     * @return array<string, list<array{float, float, float, float}>> straight pieces by the squares that they touch
     */
    private static function sort(array $curves): array
    {
        $cells = [];
        foreach (array_merge(...$curves) as $curve) {
            [$x0, $y0] = $curve[0];
            for ($i = 1; $i <= self::PIECES; $i++) {
                [$x1, $y1] = CurveFit::at($curve, $i / self::PIECES);
                for ($row = (int) floor(min($y0, $y1) / self::CELL); $row <= floor(max($y0, $y1) / self::CELL); $row++) {
                    for ($column = (int) floor(min($x0, $x1) / self::CELL); $column <= floor(max($x0, $x1) / self::CELL); $column++) {
                        $cells["{$column} {$row}"][] = [$x0, $y0, $x1, $y1];
                    }
                }
                [$x0, $y0] = [$x1, $y1];
            }
        }

        return $cells;
    }

    /**
     * @param  array<string, list<array{float, float, float, float}>>  $cells
     * @param  float  $enough  squared px; what is nearer needs no more looking
     * @return float squared px
     */
    private static function nearest(array $cells, float $x, float $y, float $enough): float
    {
        $column = (int) floor($x / self::CELL);
        $row = (int) floor($y / self::CELL);
        $best = INF;
        // Squares farther away are looked into until none of them can hold anything nearer.
        for ($reach = 0; $best > $enough && ($reach < 2 || $best > (($reach - 1) * self::CELL) ** 2) && $reach < 4096; $reach++) {
            for ($r = $row - $reach; $r <= $row + $reach; $r++) {
                $step = abs($r - $row) === $reach ? 1 : max(1, 2 * $reach);
                for ($c = $column - $reach; $c <= $column + $reach; $c += $step) {
                    foreach ($cells["{$c} {$r}"] ?? [] as [$x0, $y0, $x1, $y1]) {
                        $best = min($best, self::toPiece($x, $y, $x0, $y0, $x1, $y1));
                    }
                }
            }
        }

        return $best;
    }

    private static function toPiece(float $x, float $y, float $x0, float $y0, float $x1, float $y1): float
    {
        $dx = $x1 - $x0;
        $dy = $y1 - $y0;
        $square = $dx * $dx + $dy * $dy;
        $t = $square > 0 ? max(0.0, min(1.0, (($x - $x0) * $dx + ($y - $y0) * $dy) / $square)) : 0.0;

        return ($x - $x0 - $t * $dx) ** 2 + ($y - $y0 - $t * $dy) ** 2;
    }
}
