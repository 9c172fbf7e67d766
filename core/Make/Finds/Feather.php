<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A gull’s quill feather: pale vane, dark tip, a few splits. */
final class Feather implements Find
{
    public function size(): array
    {
        return [64.0, 30.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        $cx = $scene->width / 2;
        $cy = $scene->height / 2;
        $bend = $scene->between(-5, 5);
        $shaft = fn (float $u): array => [$cx + (-29 + 58 * $u) * $s, $cy + ($bend * (4 * $u * (1 - $u) - 0.5)) * $s];
        $splits = [$scene->between(0.35, 0.6), $scene->between(0.6, 0.85)];
        $barbs = (int) (58 * $s * 0.9);
        for ($i = 0; $i < $barbs; $i++) {
            $u = 0.2 + 0.8 * $i / $barbs;
            [$x, $y] = $shaft($u);
            foreach ([-1, 1] as $side) {
                $long = ($side < 0 ? 9.0 : 13.5) * sin(M_PI * min(1.0, ($u - 0.16) * 1.12)) ** 0.5 * $scene->between(0.94, 1.0);
                foreach ($splits as $split) {
                    $long *= abs($u - $split) < 0.012 ? 0.55 : 1.0;
                }
                $angle = $side * (1.0 - 0.42 * $u);
                $dark = max(0.0, ($u - 0.62) * 2.2) + 0.12 * sin($i * 0.9);
                $colour = Scene::grey(0.62 - 0.44 * min(1.0, $dark) + $scene->between(-0.04, 0.04), 0.03);
                // Each barb curves towards the tip.
                $x1 = $x + 0.6 * $long * cos($angle) * $s;
                $y1 = $y + 0.6 * $long * sin($angle) * $s;
                $x2 = $x + $long * cos($angle * 0.8) * $s * 1.05;
                $y2 = $y + $long * sin($angle * 0.8) * $s;
                $scene->line($x, $y, $x1, $y1, 0.24 * $s, 0.2 * $s, $colour, 0.8);
                $scene->line($x1, $y1, $x2, $y2, 0.2 * $s, 0.07 * $s, $colour, 0.7);
            }
        }
        // Down at the foot.
        for ($i = 0; $i < 60; $i++) {
            [$x, $y] = $shaft($scene->between(0.13, 0.26));
            $a = $scene->between(-M_PI, M_PI);
            $scene->line($x, $y, $x + cos($a) * $scene->between(2, 5) * $s, $y + sin($a) * $scene->between(1, 4) * $s, 0.1 * $s, 0.05 * $s, Scene::grey(0.7, 0.02), 0.6);
        }
        for ($i = 0; $i < 200; $i++) {
            [$x0, $y0] = $shaft($i / 200);
            [$x1, $y1] = $shaft(($i + 1) / 200);
            $w = (1.3 - 1.05 * $i / 200) * $s;
            $scene->line($x0, $y0, $x1, $y1, $w, $w, Scene::grey(0.42 + 0.1 * $i / 200, 0.07));
            $scene->line($x0, $y0 - 0.2 * $w, $x1, $y1 - 0.2 * $w, 0.35 * $w, 0.35 * $w, Scene::grey(0.72, 0.05), 0.8);
        }
    }
}
