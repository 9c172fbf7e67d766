<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

use Yarrowfog\Core\Raster\Plane;

/**
 * The lines along which a plane has one value, as closed rings: marching squares with linear
 * interpolation (Lorensen and Cline, "Marching Cubes", 1987, in two dimensions).
 */
final class Contours
{
    /** px; a ring that is smaller all round is dust. */
    private const LEAST = 0.7;

    /**
     * The sides of a cell of four pixels that each line through it comes in and goes out by, with
     * the ink at its right: 0 above, 1 right, 2 below, 3 left. By which corners are inside: 1 above
     * left, 2 above right, 4 below right, 8 below left. The last two are 5 and 10 with ink in the middle.
     */
    private const WAYS = [
        [], [[0, 3]], [[1, 0]], [[1, 3]], [[2, 1]], [[0, 3], [2, 1]], [[2, 0]], [[2, 3]],
        [[3, 2]], [[0, 2]], [[1, 0], [3, 2]], [[1, 2]], [[3, 1]], [[0, 1]], [[3, 0]], [],
        [[0, 1], [2, 3]], [[3, 0], [1, 2]],
    ];

    /**
     * Rings round what is above the level run clockwise on screen, holes the other way.
     *
     * @param  int  $level  1–65535
     * @return list<non-empty-list<array{float, float}>> px, pixel centres at +0.5
     */
    public static function of(Plane $in, int $level): array
    {
        [$next, $points] = self::segments($in, $level);
        $rings = [];
        foreach (array_keys($next) as $edge) {
            $ring = [];
            while (isset($next[$edge])) {
                $ring[] = $points[$edge];
                $to = $next[$edge];
                unset($next[$edge]);
                $edge = $to;
            }
            if ($ring !== [] && self::isLarge($ring)) {
                $rings[] = $ring;
            }
        }

        return $rings;
    }

    /**
     * From each crossed edge of the grid of pixel centres to the next one, with the ink at the right.
     *
     * @return array{array<int, int>, array<int, array{float, float}>} by number of the edge: the next one, and where it is crossed
     */
    private static function segments(Plane $in, int $level): array
    {
        // An empty border closes what touches the edge of the picture.
        $width = $in->width + 2;
        $height = $in->height;
        $empty = array_fill(0, $width, 0);
        $below = $empty;
        $next = $points = [];
        for ($y = 0; $y <= $height; $y++) {
            $above = $below;
            $below = $y < $height ? [0, ...array_slice($in->values, $y * $in->width, $in->width), 0] : $empty;
            $b = $c = 0;
            for ($x = 0; $x < $width; $x++) {
                $a = $b;
                $d = $c;
                $b = $above[$x];
                $c = $below[$x];
                $case = ($a >= $level ? 1 : 0) | ($b >= $level ? 2 : 0) | ($c >= $level ? 4 : 0) | ($d >= $level ? 8 : 0);
                if ($case === 0 || $case === 15) {
                    continue;
                }
                if (($case === 5 || $case === 10) && ($a + $b + $c + $d) >> 2 >= $level) {
                    $case = $case === 5 ? 16 : 17;
                }
                // Of the four edges each has a number of its own, whichever cell it is seen from.
                $i = 2 * ($y * $width + $x);
                $edges = [$i, $i + 3, $i + 2 * $width, $i + 1];
                foreach (self::WAYS[$case] as [$from, $to]) {
                    $next[$edges[$from]] = $edges[$to];
                    $points[$edges[$from]] = match ($from) {
                        0 => [$x - 1.5 + ($level - $a) / ($b - $a), $y - 0.5],
                        1 => [$x - 0.5, $y - 0.5 + ($level - $b) / ($c - $b)],
                        2 => [$x - 1.5 + ($level - $d) / ($c - $d), $y + 0.5],
                        default => [$x - 1.5, $y - 0.5 + ($level - $a) / ($d - $a)],
                    };
                }
            }
        }

        return [$next, $points];
    }

    /** @param  list<array{float, float}>  $ring */
    private static function isLarge(array $ring): bool
    {
        if (count($ring) < 3) {
            return false;
        }
        $xs = array_column($ring, 0);
        $ys = array_column($ring, 1);

        return max($xs) - min($xs) > self::LEAST || max($ys) - min($ys) > self::LEAST;
    }
}
