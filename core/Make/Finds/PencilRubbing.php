<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A soft pencil rubbed over sea-worn wood: grain and knots come through. */
final class PencilRubbing implements Find
{
    public function size(): array
    {
        return [50.0, 44.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        $cx = $scene->width / 2;
        $cy = $scene->height / 2;
        $knot = [$scene->between(-10, 10), $scene->between(-8, 8)];
        $wild = $scene->between(0.5, 1.1);
        $grain = function (float $x, float $y) use ($knot, $wild): float {
            $d = hypot($x - $knot[0], 2.2 * ($y - $knot[1]));
            $v = $y + $wild * (5 * exp(-$d / 6) * ($y > $knot[1] ? 1 : -1)) + 0.6 * sin($x * 0.21 + $y * 0.1) + 0.25 * sin($x * 0.83);

            return 0.5 + 0.5 * sin($v * 3.4 + 0.7 * sin($v * 1.3)) * (0.7 + 0.3 * sin($x * 0.4 + $v));
        };
        for ($k = 0; $k < 46; $k++) {
            $y0 = -18 + $k * 0.8 + $scene->between(-0.35, 0.35);
            $from = -21 + $scene->between(-2.5, 2.0);
            $to = 21 + $scene->between(-2.5, 2.0);
            $press = $scene->between(0.5, 0.8);
            for ($x = $from; $x < $to; $x += 0.22) {
                $y = $y0 - 0.16 * $x + $scene->between(-0.25, 0.25);
                $met = max(0.0, $grain($x, $y) - 0.42) * 1.7;
                $edge = min(1.0, ($x - $from) / 2, ($to - $x) / 2);
                if ($met > $scene->between(0, 0.5)) {
                    $scene->disc($cx + $x * $s, $cy + $y * $s, $scene->between(0.1, 0.3) * $s, Scene::grey($scene->between(0.22, 0.36)), $press * min(1.0, $met) * $edge, 0.2 * $s + 0.6);
                }
            }
        }
    }
}
