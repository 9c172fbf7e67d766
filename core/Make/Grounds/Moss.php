<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Grounds;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Ground;
use Yarrowfog\Core\Make\LatticeNoise;
use Yarrowfog\Core\Make\Scene;

/** Moss: green, deep and uneven. */
final class Moss implements Ground
{
    public function paint(int $width, int $height, float $s, Chance $chance): array
    {
        $slow = LatticeNoise::of($width, $height, 9 * $s, $chance);
        $middle = LatticeNoise::of($width, $height, max(2.0, 1.6 * $s), $chance);
        $fine = LatticeNoise::of($width, $height, max(1.3, 0.5 * $s), $chance);
        $out = [];
        foreach ($slow as $i => $value) {
            $light = 0.34 + 0.2 * ($value / 65536 - 0.5) + 0.3 * ($middle[$i] / 65536 - 0.5) + 0.3 * ($fine[$i] / 65536 - 0.5);
            $out[] = Scene::rgb($light * (0.8 + 0.3 * $middle[$i] / 65536), $light, 0.36 * $light);
        }

        return $out;
    }
}
