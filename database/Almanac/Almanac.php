<?php

declare(strict_types=1);

namespace Database\Almanac;

/** The pictures of the Saltmarsh Almanac, a made-up picture book about a tidal harbour. */
final class Almanac
{
    /** @return array<string, string> picture files by name */
    public static function pictures(): array
    {
        return [
            'Slate chalk' => self::chalk()->scan([226, 223, 214]),
            'Rain line' => self::rain()->scan([233, 232, 228]),
            'Gull feather' => self::feather()->scan([218, 219, 216]),
            'Harbour seal' => self::seal()->scan([228, 220, 205], [112, 32, 44]),
            'Barnacle' => self::barnacle()->scan([214, 211, 203]),
        ];
    }

    private static function barnacle(): Drawing
    {
        $d = new Drawing(520, 11);
        $c = 260;
        for ($a = 0.0; $a < 2 * M_PI; $a += 0.008) {
            $plate = fmod($a + 0.35, M_PI / 3);
            if ($plate < 0.07) {
                continue;
            }
            $r = 168 + 9 * sin(3 * $a + 1) + 5 * sin(7 * $a);
            $d->spot($c + $r * cos($a), $c + 0.86 * $r * sin($a), 17 + 5 * sin(6 * $a), 0.98);
        }
        for ($i = 0; $i < 34; $i++) {
            $a = $i / 34 * 2 * M_PI + $d->between(-0.06, 0.06);
            $in = $d->between(0.46, 0.62);
            $d->line($c + 168 * $in * cos($a), $c + 0.86 * 168 * $in * sin($a), $c + 160 * cos($a), $c + 0.86 * 160 * sin($a), 1.5, $d->between(4, 10), $d->between(0.6, 1));
        }
        for ($a = 0.4; $a < 5.6; $a += 0.02) {
            $d->spot($c + 58 * cos($a), $c + 44 * sin($a), 4 + 2 * sin(3 * $a), 0.9);
        }
        $d->dry(0.12, 3);

        return $d;
    }

    private static function feather(): Drawing
    {
        $d = new Drawing(640, 23);
        $shaft = fn (float $u): array => [90 + 470 * $u, 420 - 230 * $u + 60 * sin($u * 2.6)];
        for ($i = 0; $i < 420; $i++) {
            $u = 0.16 + 0.84 * $i / 420;
            [$x, $y] = $shaft($u);
            $length = 92 * sin(M_PI * min(1.0, ($u - 0.12) * 1.02)) ** 0.55 * $d->between(0.86, 1.0);
            if ($d->between(0, 1) < 0.05) {
                $length *= 0.6;
            }
            foreach ([-1, 1] as $side) {
                $a = -0.42 + $side * (1.02 - 0.35 * $u);
                $d->line($x, $y, $x + $length * cos($a), $y + $length * sin($a), 1.7, 0.5, $d->between(0.45, 0.95));
            }
        }
        for ($u = 0.0; $u <= 1; $u += 0.002) {
            [$x, $y] = $shaft($u);
            $d->spot($x, $y, 4.2 * (1 - 0.8 * $u), 1);
        }

        return $d;
    }

    private static function seal(): Drawing
    {
        $d = new Drawing(520, 37);
        $c = 260;
        for ($a = 0.0; $a < 2 * M_PI; $a += 0.006) {
            $d->spot($c + 190 * cos($a), $c + 190 * sin($a), 11);
            $d->spot($c + 164 * cos($a), $c + 164 * sin($a), 2.6);
        }
        $d->line($c, 150, $c, 370, 17, 17);
        $d->line($c - 58, 196, $c + 58, 196, 13, 13);
        for ($a = 0.0; $a < 2 * M_PI; $a += 0.03) {
            $d->spot($c + 20 * cos($a), 132 + 20 * sin($a), 6);
        }
        for ($a = 0.25; $a < M_PI - 0.25; $a += 0.012) {
            $d->spot($c + 98 * cos($a), 282 + 92 * sin($a), 8.5);
        }
        foreach ([-1, 1] as $side) {
            $d->line($c + $side * 96, 312, $c + $side * 66, 318, 15, 3);
            $d->line($c + $side * 96, 312, $c + $side * 104, 342, 15, 3);
        }
        $d->dry(0.16, 4);

        return $d;
    }

    private static function chalk(): Drawing
    {
        $d = new Drawing(420, 53);
        for ($i = 0; $i < 900; $i++) {
            $a = $d->between(0, 2 * M_PI);
            $r = 150 * sqrt($d->between(0, 1));
            $d->spot(210 + $r * cos($a), 210 + 0.8 * $r * sin($a), $d->between(2, 11), $d->between(0.5, 1) * (1.05 - 0.35 * $r / 150), 2);
        }
        $d->dry(0.34, 4);

        return $d;
    }

    private static function rain(): Drawing
    {
        $d = new Drawing(360, 61);
        for ($i = 0; $i < 7; $i++) {
            $x = 110 + 22 * $i + $d->between(-7, 7);
            $y = $d->between(60, 120);
            $length = $d->between(90, 190);
            $d->line($x, $y, $x - 0.24 * $length, $y + $length, 1.2, $d->between(3, 6), $d->between(0.55, 1));
        }

        return $d;
    }
}
