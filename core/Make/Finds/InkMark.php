<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A loaded brush set down and pulled away: ink, dry streaks and drops. */
final class InkMark implements Find
{
    public function size(): array
    {
        return [60.0, 30.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        $cx = $scene->width / 2;
        $cy = $scene->height / 2;
        $lean = $scene->between(-0.25, 0.25);
        $hairs = 90;
        for ($k = 0; $k < $hairs; $k++) {
            $v = ($k + 0.5) / $hairs * 2 - 1;
            $load = $scene->between(0.45, 1.15) * (1.05 - 0.3 * $v * $v);
            $wave = $scene->between(-0.25, 0.25);
            $last = null;
            for ($i = 0; $i <= 90; $i++) {
                $u = $i / 90;
                $press = min(1.0, $u * 9) ** 0.5 * (1.0 - 0.35 * $u);
                $x = $cx + (-25 + 50 * $u) * $s;
                $y = $cy + ((5.6 * $v * $press + $wave) + 12 * $lean * ($u - 0.5) + 2.2 * sin(4.2 * $u)) * $s;
                // A hair runs dry where its load is used up, and catches again here and there.
                $dry = $u > 0.42 * $load + 0.32 && $scene->between(0, 1) < 0.35 + ($u - 0.4);
                if ($last !== null && ! $dry) {
                    $scene->line($last[0], $last[1], $x, $y, 0.3 * $s, 0.3 * $s, Scene::rgb(0.09, 0.09, 0.12), 0.93);
                }
                $last = [$x, $y];
            }
        }
        // Where it was set down the ink has pooled.
        for ($i = 0; $i < 60; $i++) {
            $scene->disc($cx + $scene->between(-25.5, -21) * $s, $cy + (-6 * $lean + $scene->between(-3, 3)) * $s, $scene->between(0.8, 2.1) * $s, Scene::rgb(0.08, 0.08, 0.11), 1, 0.6 * $s);
        }
        for ($i = 0; $i < 26; $i++) {
            $scene->disc($cx + $scene->between(-29, 29) * $s, $cy + $scene->between(-13, 13) * $s, $scene->between(0.08, 0.62) ** 1.4 * $s, Scene::rgb(0.09, 0.09, 0.12), 0.95);
        }
    }
}
