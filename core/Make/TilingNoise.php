<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;

/**
 * Smooth noise on a square that repeats without a seam: random values on a lattice that
 * closes on itself, joined by quintics (Perlin, "Improving Noise", 2002, for the fade).
 */
final class TilingNoise
{
    /**
     * @param  int  $side  px
     * @param  int  $across  lattice cells along x; divides the side
     * @param  int  $down  lattice cells along y
     * @return list<float> 0–1, side · side
     */
    public static function values(int $side, int $across, int $down, int $roll): array
    {
        $chance = new Chance($roll);
        $lattice = [];
        for ($i = 0; $i < $across * $down; $i++) {
            $lattice[] = $chance->unit($across * 1000 + $down, $i);
        }
        $cells = $fades = [];
        for ($x = 0; $x < $side; $x++) {
            $u = $x * $across / $side;
            $cells[] = (int) $u;
            $t = $u - (int) $u;
            $fades[] = $t * $t * $t * ($t * ($t * 6.0 - 15.0) + 10.0);
        }
        $out = [];
        for ($y = 0; $y < $side; $y++) {
            $v = $y * $down / $side;
            $row = (int) $v;
            $t = $v - $row;
            $g = $t * $t * $t * ($t * ($t * 6.0 - 15.0) + 10.0);
            $upper = $row * $across;
            $lower = ($row + 1) % $down * $across;
            for ($x = 0; $x < $side; $x++) {
                $c = $cells[$x];
                $d = $c + 1 < $across ? $c + 1 : 0;
                $f = $fades[$x];
                $high = $lattice[$upper + $c] + ($lattice[$upper + $d] - $lattice[$upper + $c]) * $f;
                $low = $lattice[$lower + $c] + ($lattice[$lower + $d] - $lattice[$lower + $c]) * $f;
                $out[] = $high + ($low - $high) * $g;
            }
        }

        return $out;
    }

    /**
     * Several of them, each twice as fine and half as strong as the one before.
     *
     * @return list<float> 0–1
     */
    public static function layers(int $side, int $across, int $down, int $layers, int $roll): array
    {
        $sum = array_fill(0, $side * $side, 0.0);
        $weight = 1.0;
        $total = 0.0;
        for ($n = 0; $n < $layers; $n++) {
            foreach (self::values($side, min($side, $across << $n), min($side, $down << $n), $roll + 101 * $n) as $i => $value) {
                $sum[$i] += $weight * $value;
            }
            $total += $weight;
            $weight *= 0.5;
        }

        return array_values(array_map(fn (float $v): float => $v / $total, $sum));
    }

    /**
     * The way to the nearest of points strewn one to a cell (Worley, "A Cellular Texture
     * Basis Function", 1996), in cells; 0 at a point.
     *
     * @param  int  $cells  along each side
     * @return list<float>
     */
    public static function cells(int $side, int $cells, int $roll): array
    {
        $chance = new Chance($roll);
        $px = $py = [];
        for ($i = 0; $i < $cells * $cells; $i++) {
            $px[] = $chance->unit(1, $i);
            $py[] = $chance->unit(2, $i);
        }
        $out = [];
        for ($y = 0; $y < $side; $y++) {
            $v = $y * $cells / $side;
            $row = (int) $v;
            for ($x = 0; $x < $side; $x++) {
                $u = $x * $cells / $side;
                $column = (int) $u;
                $least = 9.0;
                for ($r = $row - 1; $r <= $row + 1; $r++) {
                    for ($c = $column - 1; $c <= $column + 1; $c++) {
                        $i = ($r + $cells) % $cells * $cells + ($c + $cells) % $cells;
                        $dx = $c + $px[$i] - $u;
                        $dy = $r + $py[$i] - $v;
                        $d = $dx * $dx + $dy * $dy;
                        $least = $d < $least ? $d : $least;
                    }
                }
                $out[] = sqrt($least);
            }
        }

        return $out;
    }
}
