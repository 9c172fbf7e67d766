<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A sea-worn pebble with a vein of quartz. */
final class Pebble implements Find
{
    public function size(): array
    {
        return [36.0, 30.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        $cx = $scene->width / 2;
        $cy = $scene->height / 2;
        $turn = $scene->between(-0.5, 0.5);
        $shape = array_map(fn (int $i): float => $scene->between(-0.05, 0.05), range(0, 3));
        $phases = array_map(fn (int $i): float => $scene->between(0, 6.28), range(0, 3));
        $vein = $scene->between(-0.35, 0.35);
        $warm = $scene->between(0.0, 0.06);
        $edge = function (float $a) use ($shape, $phases): float {
            $r = 1.0;
            foreach ($shape as $k => $part) {
                $r += $part * cos(($k + 2) * $a + $phases[$k]);
            }

            return $r;
        };
        $scene->shade($cx, $cy, 17.5 * $s, function (float $dx, float $dy) use ($s, $turn, $edge, $vein, $warm, $phases): ?array {
            $x = ($dx * cos($turn) + $dy * sin($turn)) / (15.5 * $s);
            $y = (-$dx * sin($turn) + $dy * cos($turn)) / (11.5 * $s);
            $r = hypot($x, $y) / $edge(atan2($y, $x));
            if ($r > 1.0) {
                return ($r - 1) * 12 * $s < 1 ? [Scene::grey(0.2), 1 - ($r - 1) * 12 * $s] : null;
            }
            $z = sqrt(max(0.0, 1 - $r ** 2.6));
            $light = 0.3 + 0.45 * $z - 0.22 * ($dx + $dy) / (16 * $s);
            $v = $y - $vein - 0.5 * $x + 0.06 * sin(9 * $x + $phases[0]);
            $quartz = exp(-($v * 16) ** 2);
            $fine = 0.05 * sin(57 * $x + 23 * sin(31 * $y)) * sin(61 * $y + 17 * sin(29 * $x));

            return [Scene::grey($light * (0.78 + $fine) + 0.34 * $quartz * $z, $warm * (1 - $quartz)), 1.0];
        });
        for ($i = 0; $i < 420; $i++) {
            $a = $scene->between(0, 6.28);
            $far = sqrt($scene->between(0, 0.82));
            $x = 15.5 * $far * cos($a);
            $y = 11.5 * $far * sin($a);
            $scene->disc($cx + ($x * cos($turn) - $y * sin($turn)) * $s, $cy + ($x * sin($turn) + $y * cos($turn)) * $s, $scene->between(0.06, 0.28) * $s, $scene->between(0, 1) < 0.6 ? Scene::grey(0.18) : Scene::grey(0.75), $scene->between(0.2, 0.55), 0.2 * $s + 0.5);
        }
    }
}
