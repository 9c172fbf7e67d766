<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Grounds;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Ground;
use Yarrowfog\Core\Make\LatticeNoise;
use Yarrowfog\Core\Make\Scene;

/** Dry sand, ripples and grains of many colours. */
final class Sand implements Ground
{
    public function paint(int $width, int $height, float $s, Chance $chance): array
    {
        $slow = LatticeNoise::of($width, $height, 16 * $s, $chance);
        $grains = LatticeNoise::of($width, $height, max(1.2, 0.35 * $s), $chance);
        $hues = LatticeNoise::of($width, $height, max(1.2, 0.45 * $s), $chance);
        $out = [];
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $ripple = sin(($y + 0.25 * $x) / $s / 3.2 + 5 * $slow[$i] / 65536);
                $light = 0.72 + 0.07 * $ripple + 0.34 * ($grains[$i] / 65536 - 0.5);
                $warm = 0.1 * ($hues[$i] / 65536 - 0.5);
                $out[] = Scene::rgb($light + $warm, 0.88 * $light, 0.7 * $light - $warm);
                $i++;
            }
        }

        return $out;
    }
}
