<?php

declare(strict_types=1);

namespace Database\Almanac;

/** Tips of pencils, brushes, sponges and stones, drawn by code onto nothing. */
final class Materials
{
    /** A piece of kelp, whose ruffled edges meet where it is laid on: crimped blade, darker midrib. */
    public static function kelp(): Drawing
    {
        $d = new Drawing(320, 107);
        $turn = 2 * M_PI / 320;
        for ($x = 0; $x < 320; $x++) {
            // All that goes up and down does so a whole number of times, so that the band has no seam.
            $upper = 112 + 22 * sin(3 * $turn * $x) + 13 * sin(8 * $turn * $x + 1) + 5 * sin(21 * $turn * $x);
            $lower = 112 + 20 * sin(4 * $turn * $x + 2) + 13 * sin(9 * $turn * $x) + 5 * sin(23 * $turn * $x + 1);
            $middle = 160 + 6 * sin(2 * $turn * $x);
            for ($y = $middle - $upper; $y <= $middle + $lower; $y += 1.5) {
                $part = $y < $middle ? ($middle - $y) / $upper : ($y - $middle) / $lower;
                $crimp = 0.5 + 0.5 * sin(16 * $turn * $x + 5 * $part * sin(3 * $turn * $x));
                $d->spot($x + 0.5, $y, 1.4, 0.9, 1.2, max(0.0, min(1.0, 0.25 + 0.55 * $part * $crimp)));
            }
            $d->spot($x + 0.5, $middle, 9 + 2 * sin(5 * $turn * $x), 1, 3, 0.12);
        }

        return $d;
    }

    /** A cockle shell from above: ribs that fan out from the hinge, rings of growth across them. */
    public static function cockle(): Drawing
    {
        $d = new Drawing(320, 109);
        for ($i = 0; $i <= 300; $i++) {
            $r = 262 * $i / 300;
            for ($a = -0.96; $a <= 0.96; $a += 0.9 / max(8.0, $r)) {
                $edge = 262 * (1 - 0.16 * $a ** 4) * (1 + 0.012 * cos(25 * $a));
                if ($r > $edge) {
                    continue;
                }
                $rib = 0.5 + 0.5 * cos(25 * $a);
                $ring = 0.5 + 0.5 * sin(12 * ($r / 262) ** 1.7 * M_PI);
                $d->spot(160 + $r * sin($a), 292 - $r * cos($a), 1.5, 1, 1.2, max(0.0, min(1.0, 0.12 + 0.62 * $rib + 0.22 * $ring - 0.35 * abs($a) - 0.25 * ($r < 40 ? 1 : 0))));
            }
        }
        foreach ([-1, 1] as $side) {
            $d->line(160, 290, 160 + $side * 44, 262, 14, 5);
        }

        return $d;
    }

    /** The point of a pencil: graphite that is worn unevenly. */
    public static function graphite(): Drawing
    {
        $d = new Drawing(96, 71);
        for ($i = 0; $i < 260; $i++) {
            $a = $d->between(0, 2 * M_PI);
            $r = 36 * sqrt($d->between(0, 1));
            $d->spot(48 + $r * cos($a), 48 + 0.86 * $r * sin($a), $d->between(2, 5), $d->between(0.45, 1), 2);
        }
        $d->dry(0.28, 3);

        return $d;
    }

    /** A stick of charcoal on its long side. */
    public static function charcoal(): Drawing
    {
        $d = new Drawing(256, 73);
        for ($i = 0; $i < 2600; $i++) {
            $x = 128 + 112 * $d->between(-1, 1);
            $y = 128 + 30 * ($d->between(-1, 1) + $d->between(-1, 1)) / 1.6;
            $d->spot($x, $y, $d->between(1.5, 5), $d->between(0.3, 0.95) * (1 - 0.25 * abs($y - 128) / 48), 2.5);
        }
        $d->dry(0.36, 3);

        return $d;
    }

    /** Bristles in a row, some of them missing. */
    public static function bristles(): Drawing
    {
        $d = new Drawing(200, 79);
        for ($i = 0; $i < 74; $i++) {
            $y = 14 + 172 * $i / 73 + $d->between(-1.2, 1.2);
            if ($d->between(0, 1) < 0.22 + 0.35 * abs($y - 100) / 100) {
                continue;
            }
            $d->spot(100 + $d->between(-9, 9), $y, $d->between(0.6, 2.3), $d->between(0.35, 1), 1.4);
        }

        return $d;
    }

    /** A flat brush full of water. */
    public static function flat(): Drawing
    {
        $d = new Drawing(256, 83);
        for ($y = 34; $y <= 222; $y += 2) {
            $width = 30 + 5 * sin($y / 11) + $d->between(-4, 4);
            $d->line(128 - $width, $y, 128 + $width, $y + $d->between(-2, 2), 9, 9, $d->between(0.8, 1));
        }

        return $d;
    }

    /** A natural sponge, pressed once. */
    public static function sponge(): Drawing
    {
        $d = new Drawing(320, 89);
        for ($i = 0; $i < 620; $i++) {
            $a = $d->between(0, 2 * M_PI);
            $r = 128 * $d->between(0, 1) ** 0.62 * (1 + 0.12 * sin(3 * $a + 1) + 0.08 * sin(7 * $a));
            $d->spot(160 + $r * cos($a), 160 + $r * sin($a), $d->between(3, 9), $d->between(0.4, 1), 3);
        }
        $d->dry(0.5, 11);
        $d->dry(0.3, 5);

        return $d;
    }

    /** Drops as they fly off a loaded brush: many small ones, few large. */
    public static function spatter(): Drawing
    {
        $d = new Drawing(360, 97);
        for ($i = 0; $i < 90; $i++) {
            $a = $d->between(0, 2 * M_PI);
            $r = 165 * sqrt($d->between(0, 1));
            $size = 1.1 / max(0.055, $d->between(0, 1) ** 1.4);
            $size = min(15.0, $size);
            [$x, $y] = [180 + $r * cos($a), 180 + $r * sin($a)];
            $d->spot($x, $y, $size, 1, 1.2);
            if ($size > 6) {
                $d->line($x, $y, $x + 2.2 * $size * cos($a), $y + 2.2 * $size * sin($a), $size, 1.2);
            }
        }

        return $d;
    }

    /** A block of soft pastel. */
    public static function pastel(): Drawing
    {
        $d = new Drawing(160, 101);
        for ($i = 0; $i < 900; $i++) {
            $d->spot(80 + 62 * $d->between(-1, 1), 80 + 44 * $d->between(-1, 1), $d->between(2, 6), $d->between(0.5, 1), 2);
        }
        $d->dry(0.22, 3);

        return $d;
    }

    /** A breath of mist: soft to the last. */
    public static function mist(): Drawing
    {
        $d = new Drawing(256, 103);
        for ($r = 124.0; $r > 2; $r -= 2) {
            $d->spot(128, 128, $r, cos(M_PI / 2 * $r / 126) ** 2, 4);
        }

        return $d;
    }

    /** Foam: rings of bubbles, open here and there. */
    public static function foam(): Drawing
    {
        $d = new Drawing(320, 107);
        for ($i = 0; $i < 46; $i++) {
            $x = 160 + 130 * $d->between(-1, 1);
            $y = 160 + 70 * ($d->between(-1, 1) + $d->between(-1, 1)) / 2;
            $r = $d->between(3, 17);
            $from = $d->between(0, 6);
            for ($a = $from; $a < $from + $d->between(3.6, 6.2); $a += 0.8 / $r) {
                $d->spot($x + $r * cos($a), $y + 0.8 * $r * sin($a), $d->between(0.6, 1.5), $d->between(0.5, 1));
            }
        }

        return $d;
    }

    /** A stone from the tide line: light from above on one side, a dark foot. */
    public static function stone(int $roll): Drawing
    {
        $d = new Drawing(220, 109 + $roll);
        $turn = $d->between(0, 3);
        $flat = $d->between(0.58, 0.8);
        $radius = fn (float $a): float => 84 * (1 + 0.07 * sin(2 * $a + $turn) + 0.05 * sin(3 * $a + 2 * $turn) + 0.025 * sin(5 * $a));
        for ($k = 0; $k <= 40; $k++) {
            $part = 1 - $k / 40;
            for ($a = 0.0; $a < 2 * M_PI; $a += 0.05) {
                $r = $radius($a) * $part;
                $x = 110 + $r * cos($a);
                $y = 110 + $flat * $r * sin($a);
                $up = 0.5 - 0.42 * ($y - 110) / 84 - 0.2 * ($x - 110) / 84 - 0.32 * $part * $part * ($a < M_PI ? 1 : 0.2);
                $d->spot($x, $y, 5.5, 1, 2, max(0.0, min(1.0, $up + $d->between(-0.1, 0.1))));
            }
        }
        for ($i = 0; $i < 26; $i++) {
            $a = $d->between(0, 2 * M_PI);
            $r = 66 * sqrt($d->between(0, 1));
            $d->spot(110 + $r * cos($a), 110 + $flat * $r * sin($a), $d->between(0.8, 2.4), 1, 1, $d->between(0, 1) < 0.5 ? 0.05 : 0.95);
        }

        return $d;
    }

    /** A gull far off, its wings up, level or down. */
    public static function gull(float $lift): Drawing
    {
        $d = new Drawing(200, 127);
        foreach ([-1, 1] as $side) {
            for ($u = 0.0; $u <= 1; $u += 0.01) {
                $x = 100 + $side * (4 + 82 * $u);
                $y = 104 - $lift * (58 * sin(M_PI * 0.62 * $u) - 26 * $u * $u) + ($side > 0 ? 3 : 0) * $u;
                $d->spot($x, $y, 5.4 * (1 - 0.82 * $u) * (0.75 + 0.4 * sin(M_PI * $u)), 1);
            }
        }
        $d->line(100, 96, 104, 118, 9, 4);

        return $d;
    }

    /** A blade of reed that bends in the wind. */
    public static function reed(int $roll): Drawing
    {
        $d = new Drawing(300, 131 + $roll);
        $bend = $d->between(-0.6, 0.9);
        $height = $d->between(210, 262);
        for ($u = 0.0; $u <= 1; $u += 0.004) {
            $d->spot(150 + 74 * $bend * $u ** 2.2, 284 - $height * $u, 4.6 * (1 - $u) ** 0.7 + 0.5, 1, 1, 0.15 + 0.8 * $u);
        }

        return $d;
    }

    /** One strand of a rope: dark where it dips under the next, light on its back. */
    public static function strand(): Drawing
    {
        $d = new Drawing(240, 137);
        for ($u = -1.0; $u <= 1.0; $u += 0.006) {
            $x = 120 + 58 * $u;
            $y = 120 - 88 * sin(M_PI / 2 * $u * (0.72 + 0.28 * $u * $u));
            $width = 30 * (1 - 0.5 * $u * $u);
            for ($t = -1.0; $t <= 1.0; $t += 0.12) {
                $fibre = 0.1 * sin(9 * $t + 14 * $u);
                $d->spot($x + 0.85 * $width * $t, $y + 0.35 * $width * $t, 4.2, 1, 1.5, max(0.0, min(1.0, 0.86 - 0.95 * ($t + 0.25) ** 2 - 0.35 * $u * $u + $fibre + $d->between(-0.05, 0.05))));
            }
        }

        return $d;
    }
}
