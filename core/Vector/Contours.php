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
     * Rings round what is above the level run clockwise on screen, holes the other way.
     *
     * @param  int  $level  0–65535
     * @return list<non-empty-list<array{float, float}>> px, pixel centres at +0.5
     */
    public static function of(Plane $in, int $level): array
    {
        [$next, $points] = self::segments($in, $level);
        $rings = [];
        $walked = [];
        foreach (array_keys($next) as $edge) {
            $ring = [];
            while (! isset($walked[$edge])) {
                $walked[$edge] = true;
                $ring[] = $points[$edge];
                $edge = $next[$edge];
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
        $height = $in->height + 2;
        $values = array_fill(0, $width, 0);
        for ($y = 0; $y < $in->height; $y++) {
            $values[] = 0;
            array_push($values, ...array_slice($in->values, $y * $in->width, $in->width));
            $values[] = 0;
        }
        array_push($values, ...array_fill(0, $width, 0));
        $next = $points = [];
        for ($y = 0; $y < $height - 1; $y++) {
            $i = $y * $width;
            for ($x = 0; $x < $width - 1; $x++, $i++) {
                $a = $values[$i];
                $b = $values[$i + 1];
                $c = $values[$i + $width + 1];
                $d = $values[$i + $width];
                $case = ($a >= $level ? 1 : 0) | ($b >= $level ? 2 : 0) | ($c >= $level ? 4 : 0) | ($d >= $level ? 8 : 0);
                if ($case === 0 || $case === 15) {
                    continue;
                }
                // Numbers of the four edges: above, right, below, left.
                $edges = [2 * $i, 2 * ($i + 1) + 1, 2 * ($i + $width), 2 * $i + 1];
                foreach (self::crossings($case, ($a + $b + $c + $d) >> 2 >= $level) as [$from, $to]) {
                    $next[$edges[$from]] = $edges[$to];
                    foreach ([$from, $to] as $side) {
                        $points[$edges[$side]] ??= match ($side) {
                            0 => [$x - 0.5 + ($level - $a) / ($b - $a), $y - 0.5],
                            1 => [$x + 0.5, $y - 0.5 + ($level - $b) / ($c - $b)],
                            2 => [$x - 0.5 + ($level - $d) / ($c - $d), $y + 0.5],
                            default => [$x - 0.5, $y - 0.5 + ($level - $a) / ($d - $a)],
                        };
                    }
                }
            }
        }

        return [$next, $points];
    }

    /** @return list<array{int, int}> sides: 0 above, 1 right, 2 below, 3 left */
    private static function crossings(int $case, bool $middleIsInside): array
    {
        return match ($case) {
            1 => [[0, 3]],
            2 => [[1, 0]],
            3 => [[1, 3]],
            4 => [[2, 1]],
            5 => $middleIsInside ? [[0, 1], [2, 3]] : [[0, 3], [2, 1]],
            6 => [[2, 0]],
            7 => [[2, 3]],
            8 => [[3, 2]],
            9 => [[0, 2]],
            10 => $middleIsInside ? [[3, 0], [1, 2]] : [[1, 0], [3, 2]],
            11 => [[1, 2]],
            12 => [[3, 1]],
            13 => [[0, 1]],
            default => [[3, 0]],
        };
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
