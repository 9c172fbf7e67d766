<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A piece of fishing net: twine and knots, open meshes. */
final class Net implements Find
{
    public function size(): array
    {
        return [60.0, 52.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        $cx = $scene->width / 2;
        $cy = $scene->height / 2;
        $mesh = $scene->between(6.2, 7.6);
        $knots = [];
        for ($row = 0; $row <= 8; $row++) {
            for ($column = 0; $column <= 8; $column++) {
                $x = ($column - 4) * $mesh * 0.98 + ($row % 2) * $mesh * 0.49 - 0.25 * $mesh + $scene->between(-0.7, 0.7);
                $y = ($row - 4) * $mesh * 0.86 + $scene->between(-0.6, 0.6) + 1.2 * sin($column * 0.9 + $row * 0.4);
                $knots[$row][$column] = [$cx + $x * $s, $cy + $y * $s];
            }
        }
        $twine = function (float $ax, float $ay, float $bx, float $by) use ($scene, $s): void {
            $steps = (int) max(4, hypot($bx - $ax, $by - $ay) / (0.34 * $s));
            $sag = $scene->between(-0.5, 0.5) * $s;
            for ($i = 0; $i <= $steps; $i++) {
                $u = $i / $steps;
                $x = $ax + ($bx - $ax) * $u + $sag * sin(M_PI * $u);
                $y = $ay + ($by - $ay) * $u + $sag * sin(M_PI * $u);
                $lay = 0.5 + 0.5 * sin($i * 1.25);
                $scene->disc($x, $y, 0.52 * $s, Scene::rgb(0.13 + 0.16 * $lay, 0.26 + 0.2 * $lay, 0.25 + 0.17 * $lay));
                $scene->disc($x - 0.12 * $s, $y - 0.16 * $s, 0.2 * $s, Scene::rgb(0.3 + 0.25 * $lay, 0.48 + 0.2 * $lay, 0.44 + 0.2 * $lay), 0.7);
            }
        };
        for ($row = 0; $row < 8; $row++) {
            for ($column = 0; $column <= 8; $column++) {
                $twine(...$knots[$row][$column], ...$knots[$row + 1][$column]);
                $next = $row % 2 === 0 ? $column - 1 : $column + 1;
                if (isset($knots[$row + 1][$next])) {
                    $twine(...$knots[$row][$column], ...$knots[$row + 1][$next]);
                }
            }
        }
        foreach ($knots as $row => $line) {
            foreach ($line as [$x, $y]) {
                $scene->disc($x, $y, 1.15 * $s, Scene::rgb(0.12, 0.25, 0.24));
                $scene->disc($x + 0.3 * $s, $y - 0.3 * $s, 0.62 * $s, Scene::rgb(0.3, 0.46, 0.43), 0.85, 0.5 * $s);
                $scene->line($x - 0.8 * $s, $y + 0.1 * $s, $x + 0.7 * $s, $y - 0.6 * $s, 0.3 * $s, 0.3 * $s, Scene::rgb(0.09, 0.18, 0.18), 0.8);
            }
        }
    }
}
