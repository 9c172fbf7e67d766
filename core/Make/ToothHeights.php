<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Raster\Plane;

/** The last of making any tooth: heights spread evenly, and the seam laid where it cannot be told. */
final class ToothHeights
{
    /**
     * @param  array<int, float>  $heights  of a square that repeats, in any unit
     * @return Plane whose every height comes equally often
     */
    public static function evenOut(array $heights, int $side): Plane
    {
        $full = (int) Plane::FULL;
        asort($heights);
        $values = array_fill(0, $side * $side, 0);
        $rank = 0;
        foreach ($heights as $i => $height) {
            $values[$i] = intdiv($rank * $full, $side * $side - 1);
            $rank++;
        }

        return self::roll($values, $side);
    }

    /**
     * What repeats can be cut anywhere: where the steps from pixel to pixel are most like
     * those everywhere else, so that the seam cannot be told.
     *
     * @param  array<int, int>  $values
     */
    private static function roll(array $values, int $side): Plane
    {
        $columns = $rows = array_fill(0, $side, 0);
        for ($y = 0; $y < $side; $y++) {
            for ($x = 0; $x < $side; $x++) {
                $here = $values[$y * $side + $x];
                $columns[$x] += abs($values[$y * $side + ($x + 1) % $side] - $here);
                $rows[$y] += abs($values[($y + 1) % $side * $side + $x] - $here);
            }
        }
        $right = self::mostUsual($columns) + 1;
        $down = self::mostUsual($rows) + 1;
        $out = [];
        for ($y = 0; $y < $side; $y++) {
            for ($x = 0; $x < $side; $x++) {
                $out[] = $values[($y + $down) % $side * $side + ($x + $right) % $side];
            }
        }

        return new Plane($side, $side, $out);
    }

    /** @param  array<int, int>  $steps */
    private static function mostUsual(array $steps): int
    {
        $mean = array_sum($steps) / count($steps);
        $best = 0;
        foreach ($steps as $i => $step) {
            $best = abs($step - $mean) < abs($steps[$best] - $mean) ? $i : $best;
        }

        return $best;
    }
}
