<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Grounds;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Ground;
use Yarrowfog\Core\Make\Scene;

/** A lawn: thousands of blades, one over the other. */
final class Grass implements Ground
{
    public function paint(int $width, int $height, float $s, Chance $chance): array
    {
        $scene = new Scene($width, $height, $chance);
        $scene->polygon([[0.0, 0.0], [$width, 0.0], [$width, $height], [0.0, $height]], Scene::rgb(0.13, 0.17, 0.07));
        $count = (int) min(12000.0, $width * $height / ($s * $s) / 1.1);
        for ($k = 0; $k < $count; $k++) {
            $x = $scene->between(-0.05, 1.05) * $width;
            $y = $scene->between(-0.05, 1.1) * $height;
            $long = $scene->between(4, 11) * $s;
            $lean = $scene->between(-1.1, 1.1);
            $light = $scene->between(0.35, 1.0) * (0.5 + 0.5 * $k / $count);
            $scene->line($x, $y, $x + $long * sin($lean), $y - $long * cos($lean), $scene->between(0.5, 1.1) * $s, 0.15 * $s, Scene::rgb(0.5 * $light * $scene->between(0.7, 1.2), 0.68 * $light, 0.22 * $light));
        }

        return array_map(fn (int $p): int => $p >> 8, $scene->bitmap()->pixels);
    }
}
