<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Finds;

use Yarrowfog\Core\Make\Find;
use Yarrowfog\Core\Make\Scene;

/** A few worn coins, copper, brass and silver, lying apart: each with a rim, a sign, and a ring of dots. */
final class Coins implements Find
{
    /** Their middles and radii in mm. */
    private const COINS = [[-27.0, -14.0, 11.0], [-1.0, -17.0, 9.0], [25.0, -12.0, 12.0], [-17.0, 13.0, 9.5], [8.0, 11.0, 12.5], [31.0, 16.0, 8.5]];

    private const METALS = [[0.66, 0.36, 0.22], [0.74, 0.58, 0.28], [0.66, 0.66, 0.68]];

    public function size(): array
    {
        return [84.0, 58.0];
    }

    public function draw(Scene $scene, float $s): void
    {
        foreach (self::COINS as $n => [$mx, $my, $radius]) {
            self::coin($scene, $scene->width / 2 + ($mx + $scene->between(-2, 2)) * $s, $scene->height / 2 + ($my + $scene->between(-2, 2)) * $s, $radius, $s, $n);
        }
    }

    private static function coin(Scene $scene, float $cx, float $cy, float $radius, float $s, int $n): void
    {
        [$red, $green, $blue] = self::METALS[($n + (int) $scene->between(0, 3)) % 3];
        $turn = $scene->between(0, 6.28);
        $petals = 3 + $n % 4;
        $worn = $scene->between(0.4, 1.0);
        $phases = array_map(fn (int $i): float => $scene->between(0, 6.28), range(0, 3));
        // Height of the relief in mm: its slope towards the light is what is seen.
        $height = function (float $x, float $y) use ($radius, $turn, $petals, $worn): float {
            $r = hypot($x, $y) / $radius;
            $a = atan2($y, $x) + $turn;
            $rim = 0.5 / (1 + exp(-60 * ($r - 0.88)));
            $sign = 0.4 / (1 + exp(28 * ($r - 0.3 - 0.22 * cos($petals * $a))));
            $dots = 0.3 * max(0.0, cos(24 * $a)) * exp(-(($r - 0.77) * 26) ** 2);

            return $worn * ($rim + $sign + $dots);
        };
        $scene->shade($cx, $cy, $radius * $s + 1, function (float $dx, float $dy) use ($s, $radius, $height, $red, $green, $blue, $phases): ?array {
            $x = $dx / $s;
            $y = $dy / $s;
            $inside = $radius * $s - hypot($dx, $dy);
            if ($inside <= 0.0) {
                return null;
            }
            $slope = $height($x + 0.1, $y + 0.1) - $height($x - 0.1, $y - 0.1);
            $patina = 0.03 * sin(0.9 * $x + 2 * sin(0.5 * $y + $phases[0]) + $phases[1]) + 0.02 * sin(2.3 * $y + 3 * sin(0.8 * $x + $phases[2]) + $phases[3]);
            $fine = 0.025 * sin(19 * $x + 5 * sin(13 * $y)) * sin(17 * $y + 4 * sin(11 * $x));
            $light = 0.95 - 0.85 * $slope + $patina + $fine - 0.08 * ($x + $y) / $radius - 0.35 * exp(-$inside / (0.35 * $s));

            return [Scene::rgb($red * $light, $green * $light, $blue * $light), min(1.0, $inside)];
        });
    }
}
