<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Grounds;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Ground;
use Yarrowfog\Core\Make\LatticeNoise;
use Yarrowfog\Core\Make\Scene;

/** Linen of one colour, over and under. */
final class Cloth implements Ground
{
    public function paint(int $width, int $height, float $s, Chance $chance): array
    {
        $slow = LatticeNoise::of($width, $height, 14 * $s, $chance);
        $fine = LatticeNoise::of($width, $height, max(1.5, 0.5 * $s), $chance);
        [$red, $green, $blue] = [[0.44, 0.5, 0.6], [0.62, 0.55, 0.44], [0.5, 0.34, 0.33]][(int) (3 * $chance->unit(41, 0))];
        $out = [];
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                // Threads of 0.7 mm, each second one above.
                $u = $x / $s / 0.7;
                $v = $y / $s / 0.7;
                $isOver = ((int) $u + (int) $v) % 2 === 0;
                $light = 0.82 + 0.26 * sin(M_PI * fmod($isOver ? $v : $u, 1.0)) + 0.16 * ($slow[$i] / 65536 - 0.5) + 0.2 * ($fine[$i] / 65536 - 0.5);
                $out[] = Scene::rgb($red * $light, $green * $light, $blue * $light);
                $i++;
            }
        }

        return $out;
    }
}
