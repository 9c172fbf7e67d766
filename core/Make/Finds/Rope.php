<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A short length of three-strand rope, its ends frayed. */
final class Rope implements Find
{
    public function size(): array
    {
        return [70.0, 30.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        $cx = $scene->width / 2;
        $cy = $scene->height / 2;
        $wave = $scene->between(4, 8);
        $twist = $scene->between(0.75, 0.95);
        $path = fn (float $u): array => [$cx + (-29 + 58 * $u) * $s, $cy + $wave * sin($u * 5.2) * $s];
        foreach ([0.0, 1.0] as $end) {
            for ($i = 0; $i < 46; $i++) {
                [$x, $y] = $path($end);
                $a = ($end > 0 ? 0.2 : M_PI + 0.1) + $scene->between(-0.7, 0.7);
                $long = $scene->between(2, 5.5) * $s;
                $scene->line($x, $y + $scene->between(-2.6, 2.6) * $s, $x + $long * cos($a), $y + $scene->between(-3, 3) * $s + $long * sin($a), 0.28 * $s, 0.1 * $s, Scene::rgb(0.55, 0.44, 0.28), 0.85);
            }
        }
        $steps = (int) (58 * $s / 1.2);
        for ($i = 0; $i <= $steps; $i++) {
            $u = $i / $steps;
            [$x, $y] = $path($u);
            [$xn, $yn] = $path($u + 0.001);
            $t = atan2($yn - $y, $xn - $x);
            $strands = [];
            for ($k = 0; $k < 3; $k++) {
                $phase = 58 * $u * $twist * 0.62 + $k * 2 * M_PI / 3;
                $strands[] = [cos($phase), sin($phase)];
            }
            usort($strands, fn (array $a, array $b): int => $a[0] <=> $b[0]);
            foreach ($strands as [$depth, $side]) {
                if ($depth < -0.6) {
                    continue;
                }
                $light = 0.5 + 0.3 * $depth - 0.28 * $side + 0.08 * sin($i * 2.1 + 9 * $side);
                $scene->disc($x - sin($t) * 2.5 * $side * $s, $y + cos($t) * 2.5 * $side * $s, 1.75 * $s, Scene::rgb(0.78 * $light + 0.12, 0.66 * $light + 0.08, 0.46 * $light + 0.03));
            }
        }
        for ($i = 0; $i < 160; $i++) {
            $u = $scene->between(0.01, 0.99);
            [$x, $y] = $path($u);
            $v = $scene->between(-3.6, 3.6) * $s;
            $scene->line($x, $y + $v, $x + $scene->between(0.6, 2.0) * $s, $y + $v + $scene->between(0.5, 1.5) * $s, 0.16 * $s, 0.1 * $s, Scene::rgb(0.42, 0.33, 0.2), 0.5);
        }
    }
}
