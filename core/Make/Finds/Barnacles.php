<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A handful of barnacles grown into one another. */
final class Barnacles implements Find
{
    public function size(): array
    {
        return [44.0, 40.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        $cx = $scene->width / 2;
        $cy = $scene->height / 2;
        $count = (int) $scene->between(7, 12);
        for ($k = 0; $k < $count; $k++) {
            $a = $k * 2.399 + $scene->between(-0.3, 0.3);
            $far = 13.5 * sqrt($k / $count);
            $radius = $scene->between(4.2, 7.4) * $s * (1.05 - 0.3 * $k / $count);
            $turn = $scene->between(0, 6.28);
            $flat = $scene->between(0.82, 1.0);
            $plates = 6;
            $tone = $scene->between(0.74, 0.9);
            $opening = $scene->between(0.26, 0.36);
            $scene->shade($cx + $far * cos($a) * $s, $cy + $far * sin($a) * $s, 1.25 * $radius, function (float $dx, float $dy) use ($radius, $turn, $flat, $plates, $tone, $opening): ?array {
                $angle = atan2($dy / $flat, $dx) - $turn;
                $r = hypot($dx, $dy / $flat) / $radius;
                $edge = 1.0 + 0.06 * cos($plates * $angle) + 0.035 * cos(17 * $angle + 1.7) + 0.02 * cos(31 * $angle);
                if ($r > $edge + 0.02) {
                    return null;
                }
                $alpha = ($edge - $r) * $radius + 0.5;
                $rim = $opening * (1.0 + 0.14 * cos(5 * $angle + 0.6));
                if ($r < $rim) {
                    $seam = abs(sin($angle)) * $r < 0.03 ? 0.05 : 0.16;

                    return [Scene::grey($seam + 0.12 * $r / $rim, 0.03), $alpha];
                }
                // Light falls from the top left on the slope; ribs and seams between the plates.
                $slope = 0.5 - 0.5 * cos($angle + $turn - 3.9);
                $rib = 0.07 * cos(36 * $angle + 3 * sin(9 * $r)) + 0.04 * sin(40 * $r);
                $seam = abs(fmod($angle + 12.566, 2 * M_PI / $plates) - M_PI / $plates);
                $crack = $seam > M_PI / $plates - 0.05 ? -0.25 : 0.0;
                $light = $tone * (0.62 + 0.42 * $slope) + $rib + $crack - 0.18 * max(0.0, $r - 0.85);

                return [Scene::grey($light, 0.04), $alpha];
            });
        }
    }
}
