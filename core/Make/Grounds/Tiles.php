<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Grounds;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Ground;
use Yarrowfog\Core\Make\LatticeNoise;
use Yarrowfog\Core\Make\Scene;

/** Glazed tiles with dark joints. */
final class Tiles implements Ground
{
    public function paint(int $width, int $height, float $s, Chance $chance): array
    {
        $slow = LatticeNoise::of($width, $height, 12 * $s, $chance);
        $side = (13 + 6 * $chance->unit(41, 0)) * $s;
        $out = [];
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $row = (int) ($y / $side);
            $v = min(fmod($y, $side), $side - fmod($y, $side));
            for ($x = 0; $x < $width; $x++) {
                $u = fmod($x + ($row % 2) * $side / 2, $side);
                $tile = 37 * $row + (int) (($x + ($row % 2) * $side / 2) / $side);
                $joint = max(0.0, min(1.0, 0.5 * $s - min($v, $u, $side - $u) + 0.5));
                $light = 0.62 + 0.16 * ($chance->unit(42, $tile) - 0.5) + 0.1 * ($slow[$i] / 65536 - 0.5) - 0.08 * $u / $side;
                $out[] = Scene::rgb($light * 0.55 * (1 - $joint) + 0.24 * $joint, $light * 0.86 * (1 - $joint) + 0.22 * $joint, $light * 0.88 * (1 - $joint) + 0.2 * $joint);
                $i++;
            }
        }

        return $out;
    }
}
