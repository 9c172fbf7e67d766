<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A scrap of torn blue-grey paper, its fibres white at the tear. */
final class TornPaper implements Find
{
    public function size(): array
    {
        return [60.0, 44.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        $cx = $scene->width / 2;
        $cy = $scene->height / 2;
        $outline = function (float $grow, float $rough) use ($scene, $cx, $cy, $s): array {
            $points = [];
            $x = [-26, 24, 27, -22];
            $y = [-17, -19, 16, 18];
            for ($side = 0; $side < 4; $side++) {
                [$x0, $y0, $x1, $y1] = [$x[$side], $y[$side], $x[($side + 1) % 4], $y[($side + 1) % 4]];
                $offset = 0.0;
                for ($i = 0; $i < 90; $i++) {
                    $u = $i / 90;
                    // A walk of chance that comes back to the corner.
                    $offset = 0.93 * $offset + $scene->between(-0.5, 0.5) * $rough;
                    $out = $grow + $offset * sin(M_PI * $u) + 1.2 * sin(7 * $u + $side);
                    $nx = ($y1 - $y0) / hypot($x1 - $x0, $y1 - $y0);
                    $ny = -($x1 - $x0) / hypot($x1 - $x0, $y1 - $y0);
                    $points[] = [$cx + ($x0 + ($x1 - $x0) * $u + $nx * $out) * $s, $cy + ($y0 + ($y1 - $y0) * $u + $ny * $out) * $s];
                }
            }

            return $points;
        };
        $scene->polygon($outline(1.2, 1.0), Scene::rgb(0.93, 0.92, 0.89));
        $inner = $outline(0.0, 0.8);
        $scene->polygon($inner, Scene::rgb(0.47, 0.56, 0.62));
        for ($i = 0; $i < 900; $i++) {
            $x = $cx + $scene->between(-25, 25) * $s;
            $y = $cy + $scene->between(-16, 16) * $s;
            $a = $scene->between(0, M_PI);
            $long = $scene->between(0.4, 1.6) * $s;
            $scene->line($x, $y, $x + $long * cos($a), $y + $long * sin($a), 0.12 * $s, 0.08 * $s, $scene->between(0, 1) < 0.5 ? Scene::rgb(0.36, 0.45, 0.52) : Scene::rgb(0.62, 0.69, 0.73), 0.35);
        }
        // A fold across it.
        $fold = $scene->between(-0.3, 0.3);
        $scene->again(fn (int $p, int $px, int $py): int => Scene::light($p >> 8, 1.0 - 0.1 * exp(-((($px - $cx) / $s - ($py - $cy) / $s * $fold) / 0.5) ** 2) + 0.05 * exp(-((($px - $cx) / $s - ($py - $cy) / $s * $fold - 1.0) / 0.7) ** 2)) << 8 | $p & 255);
        for ($i = 0; $i < 240; $i++) {
            [$x, $y] = $inner[intdiv($i * 360, 240) % 360];
            $a = $scene->between(0, 2 * M_PI);
            $scene->line($x, $y, $x + $scene->between(0.6, 1.9) * cos($a) * $s, $y + $scene->between(0.6, 1.9) * sin($a) * $s, 0.1 * $s, 0.06 * $s, Scene::rgb(0.95, 0.94, 0.92), 0.8);
        }
    }
}
