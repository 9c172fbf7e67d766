<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Grounds;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Ground;
use Yarrowfog\Core\Make\LatticeNoise;
use Yarrowfog\Core\Make\Scene;

/** Paper of an exercise book: pale, with blue squares of 5 mm. */
final class SquaredPaper implements Ground
{
    public function paint(int $width, int $height, float $s, Chance $chance): array
    {
        $slow = LatticeNoise::of($width, $height, 20 * $s, $chance);
        $turn = 0.3 * $chance->signedUnit(41, 0);
        [$cos, $sin] = [cos($turn) / $s / 5, sin($turn) / $s / 5];
        $half = 0.2 / 5;
        $soft = 0.7 / $s / 5;
        $out = [];
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $u = abs(fmod($cos * $x + $sin * $y + 100, 1.0) - 0.5);
                $v = abs(fmod($cos * $y - $sin * $x + 100, 1.0) - 0.5);
                $line = max(0.0, min(1.0, ($half - min($u, $v)) / $soft + 0.5));
                $light = 0.93 + 0.03 * ($slow[$i] / 65536 - 0.5);
                $out[] = Scene::rgb($light - 0.38 * $line, $light - 0.24 * $line, $light * 0.97 - 0.06 * $line);
                $i++;
            }
        }

        return $out;
    }
}
