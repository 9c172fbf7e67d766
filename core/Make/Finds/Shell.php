<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A scallop: ribs from the hinge, bands of growth. */
final class Shell implements Find
{
    public function size(): array
    {
        return [74.0, 50.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        $cx = $scene->width / 2;
        $cy = $scene->height / 2 + 18 * $s;
        $ribs = (int) $scene->between(17, 24);
        $bands = array_map(fn (int $i): float => $scene->between(0.25, 1.0), range(0, 4));
        $hue = $scene->between(0.0, 0.12);
        $scene->polygon([[$cx - 8 * $s, $cy - 4 * $s], [$cx + 8 * $s, $cy - 4 * $s], [$cx + 5 * $s, $cy + 1.5 * $s], [$cx - 5 * $s, $cy + 1.5 * $s]], Scene::rgb(0.72, 0.52 - $hue, 0.42 - $hue));
        $open = 1.12;
        $scene->shade($cx, $cy, 44 * $s, function (float $dx, float $dy) use ($s, $ribs, $bands, $open, $hue): ?array {
            $r = hypot($dx, $dy) / $s;
            $angle = atan2($dx, -$dy);
            $side = abs($angle) / $open;
            if ($side > 1.0 || $r < 0.2) {
                return null;
            }
            $wave = cos($angle / $open * M_PI * $ribs);
            $edge = (38.5 - 8.5 * $side ** 3) * (1.0 + 0.016 * $wave);
            if ($r > $edge) {
                return $r - $edge < 1 / $s ? [Scene::rgb(0.6, 0.4, 0.3), 1 - ($r - $edge) * $s] : null;
            }
            $light = 0.78 + 0.2 * $wave - 0.13 * sin($angle - 0.4);
            foreach ($bands as $k => $band) {
                $light -= 0.1 * exp(-(($r / $edge - $band) * 26) ** 2) * (1 + $k % 2);
            }
            $light += 0.03 * sin($r * 3.1 + 2 * $wave) - 0.1 * ($r / $edge) ** 6;
            $pale = $r / 38;

            return [Scene::rgb((0.86 + 0.08 * $pale) * $light, (0.58 + 0.2 * $pale - $hue) * $light, (0.46 + 0.22 * $pale - $hue) * $light), min(1.0, (1 - $side) * $r * $s * $open)];
        });
    }
}
