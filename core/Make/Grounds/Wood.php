<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Grounds;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Ground;
use Yarrowfog\Core\Make\LatticeNoise;
use Yarrowfog\Core\Make\Scene;

/** Planks with a grain. */
final class Wood implements Ground
{
    public function paint(int $width, int $height, float $s, Chance $chance): array
    {
        $bend = LatticeNoise::of($width, $height, 30 * $s, $chance);
        $fine = LatticeNoise::of($width, $height, max(1.5, 0.6 * $s), $chance);
        $dark = 0.55 + 0.35 * $chance->unit(41, 0);
        $plank = (22 + 12 * $chance->unit(41, 1)) * $s;
        $out = [];
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $row = (int) ($y / $plank);
            $gap = min(fmod($y, $plank), $plank - fmod($y, $plank)) < 0.35 * $s ? 0.45 : 1.0;
            $tone = 0.9 + 0.2 * $chance->unit(42, $row);
            for ($x = 0; $x < $width; $x++) {
                $ring = sin(($y / $s + 5 * $row + 7 * $bend[$i] / 65536) * 2.1 + 0.012 * $x / $s);
                $light = $dark * $tone * $gap * (0.86 + 0.14 * $ring * abs($ring) + 0.22 * ($fine[$i] / 65536 - 0.5));
                $out[] = Scene::rgb($light, 0.74 * $light, 0.5 * $light);
                $i++;
            }
        }

        return $out;
    }
}
