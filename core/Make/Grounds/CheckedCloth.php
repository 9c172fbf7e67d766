<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Grounds;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Ground;
use Yarrowfog\Core\Make\LatticeNoise;
use Yarrowfog\Core\Make\Scene;

/** A kitchen cloth with a check of two colours. */
final class CheckedCloth implements Ground
{
    public function paint(int $width, int $height, float $s, Chance $chance): array
    {
        $fine = LatticeNoise::of($width, $height, max(1.5, 0.5 * $s), $chance);
        $colour = [[0.62, 0.16, 0.18], [0.17, 0.3, 0.56], [0.2, 0.42, 0.26]][(int) (3 * $chance->unit(41, 0))];
        $side = 5 + 4 * $chance->unit(41, 1);
        $turn = 0.5 * $chance->signedUnit(41, 2);
        [$cos, $sin] = [cos($turn) / $s / $side, sin($turn) / $s / $side];
        $out = [];
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $u = $cos * $x + $sin * $y + 100;
                $v = $cos * $y - $sin * $x + 100;
                $part = 0.5 * ((int) $u % 2) + 0.5 * ((int) $v % 2);
                $light = 0.92 + 0.16 * ($fine[$i] / 65536 - 0.5) + 0.04 * sin(6.28 * $u * $side);
                $out[] = Scene::rgb($light * (0.93 - $part * (0.93 - $colour[0])), $light * (0.91 - $part * (0.91 - $colour[1])), $light * (0.86 - $part * (0.86 - $colour[2])));
                $i++;
            }
        }

        return $out;
    }
}
