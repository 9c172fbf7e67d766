<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Grounds;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Ground;
use Yarrowfog\Core\Make\LatticeNoise;
use Yarrowfog\Core\Make\Scene;

/** Dark split stone with a few pale scratches. */
final class Slate implements Ground
{
    public function paint(int $width, int $height, float $s, Chance $chance): array
    {
        $slow = LatticeNoise::of($width, $height, 25 * $s, $chance);
        $layers = LatticeNoise::of($width, $height, 6 * $s, $chance);
        $fine = LatticeNoise::of($width, $height, max(1.4, 0.5 * $s), $chance);
        $out = [];
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $edge = abs($layers[$i] / 65536 - 0.5) < 0.02 ? 0.12 : 0.0;
                $light = 0.24 + 0.14 * ($slow[$i] / 65536 - 0.5) + 0.05 * (int) (4 * $layers[$i] / 65536) / 4 + 0.12 * ($fine[$i] / 65536 - 0.5) + $edge;
                $out[] = Scene::rgb($light, $light * 1.03, $light * 1.1);
                $i++;
            }
        }

        return $out;
    }
}
