<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A sprig of seaweed, pressed: flat fronds that fork, with bladders. */
final class PressedWeed implements Find
{
    public function size(): array
    {
        return [50.0, 56.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        $cx = $scene->width / 2;
        $cy = $scene->height / 2;
        $scene->disc($cx, $cy + 25 * $s, 2.2 * $s, Scene::rgb(0.25, 0.18, 0.08));
        self::grow($scene, $s, $cx, $cy + 25 * $s, -M_PI / 2 + $scene->between(-0.15, 0.15), 1.15, 0);
    }

    /** A piece of a frond, and the two it forks into. */
    private static function grow(Scene $scene, float $s, float $x, float $y, float $angle, float $width, int $depth): void
    {
        $long = $scene->between(10, 13) * (0.82 ** $depth);
        $bend = $scene->between(-0.5, 0.5);
        $steps = (int) max(6, $long * $s / 2);
        for ($i = 0; $i <= $steps; $i++) {
            $u = $i / $steps;
            $w = $width * (1 - 0.18 * $u) * (0.82 + 0.28 * sin(M_PI * $u));
            $tone = $scene->between(0.94, 1.06) * (0.9 - 0.035 * $depth);
            $scene->disc($x, $y, $w * $s, Scene::rgb(0.36 * $tone, 0.27 * $tone, 0.12 * $tone), 0.86, 0.9);
            $scene->disc($x, $y, 0.16 * $w * $s, Scene::rgb(0.17, 0.12, 0.05), 0.7);
            $x += $long * $s / $steps * cos($angle);
            $y += $long * $s / $steps * sin($angle);
            $angle += $bend / $steps;
        }
        if ($scene->between(0, 1) < 0.35) {
            $scene->disc($x - 1.2 * $s * cos($angle), $y - 1.2 * $s * sin($angle), 1.35 * $width * $s, Scene::rgb(0.3, 0.23, 0.09), 0.95);
            $scene->disc($x - 1.5 * $s * cos($angle) - 0.3 * $s, $y - 1.5 * $s * sin($angle) - 0.3 * $s, 0.5 * $width * $s, Scene::rgb(0.55, 0.46, 0.25), 0.6, $s);
        }
        if ($depth < 5) {
            $fork = $scene->between(0.3, 0.52);
            self::grow($scene, $s, $x, $y, $angle - $fork, $width * 0.84, $depth + 1);
            self::grow($scene, $s, $x, $y, $angle + $fork * $scene->between(0.7, 1.1), $width * 0.8, $depth + 1);
        }
    }
}
