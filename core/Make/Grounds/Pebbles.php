<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Grounds;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Ground;
use Yarrowfog\Core\Make\Scene;

/** Other things: a beach of pebbles, each of its own grey. */
final class Pebbles implements Ground
{
    public function paint(int $width, int $height, float $s, Chance $chance): array
    {
        $scene = new Scene($width, $height, $chance);
        $scene->polygon([[0.0, 0.0], [$width, 0.0], [$width, $height], [0.0, $height]], Scene::grey(0.16, 0.02));
        $count = (int) min(2600.0, $width * $height / ($s * $s) / 14);
        for ($k = 0; $k < $count; $k++) {
            $radius = $scene->between(1.6, 4.2) * $s;
            $x = $scene->between(-0.02, 1.02) * $width;
            $y = $scene->between(-0.02, 1.02) * $height;
            $light = $scene->between(0.28, 0.78);
            $warm = $scene->between(-0.04, 0.14);
            $turn = $scene->between(0, 3.14);
            $flat = $scene->between(0.6, 0.95);
            [$cos, $sin] = [cos($turn), sin($turn)];
            $scene->shade($x, $y, $radius + 1, function (float $dx, float $dy) use ($radius, $light, $warm, $cos, $sin, $flat): ?array {
                $r = hypot($cos * $dx + $sin * $dy, ($cos * $dy - $sin * $dx) / $flat) / $radius;

                return $r > 1.0 ? null : [Scene::grey($light * (0.62 + 0.38 * sqrt(1 - $r * $r)) - 0.1 * ($dx + $dy) / $radius, $warm), min(1.0, (1 - $r) * $radius)];
            });
        }

        return array_map(fn (int $p): int => $p >> 8, $scene->bitmap()->pixels);
    }
}
