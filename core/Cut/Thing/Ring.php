<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** The pixels around an outline, a step farther with each round: cheaper than distances of a whole picture where only its border counts. */
final class Ring
{
    /**
     * @param  array<int, int>  $inside  1 or 0 for each pixel
     * @param  int  $in  px that the ring reaches inwards
     * @param  int  $out  px that it reaches outwards
     * @return array<int, int> by pixel, in the order in which they were reached: steps from the outline, 1 for those that touch it
     */
    public static function around(array $inside, int $width, int $height, int $in, int $out): array
    {
        $ring = [];
        $front = [];
        $all = $width * $height;
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $here = $inside[$i];
                if ($x + 1 < $width && $inside[$i + 1] !== $here) {
                    $ring[$i] = 1;
                    $ring[$i + 1] = 1;
                }
                if ($i + $width < $all && $inside[$i + $width] !== $here) {
                    $ring[$i] = 1;
                    $ring[$i + $width] = 1;
                }
                $i++;
            }
        }
        foreach ($ring as $i => $one) {
            if (($inside[$i] === 1 ? $in : $out) < 1) {
                unset($ring[$i]);
            } else {
                $front[] = $i;
            }
        }
        for ($steps = 2; $front !== [] && ($steps <= $in || $steps <= $out); $steps++) {
            $next = [];
            foreach ($front as $i) {
                $here = $inside[$i];
                if ($steps > ($here === 1 ? $in : $out)) {
                    continue;
                }
                $x = $i % $width;
                // Steps go straight and aslant in turn, so that rings are nearly round.
                $left = $x > 0;
                $right = $x + 1 < $width;
                for ($k = 0, $count = $steps % 2 === 0 ? 4 : 8; $k < $count; $k++) {
                    $j = match ($k) {
                        0 => $left ? $i - 1 : -1,
                        1 => $right ? $i + 1 : -1,
                        2 => $i - $width,
                        3 => $i + $width,
                        4 => $left ? $i - $width - 1 : -1,
                        5 => $right ? $i - $width + 1 : -1,
                        6 => $left ? $i + $width - 1 : -1,
                        default => $right ? $i + $width + 1 : -1,
                    };
                    if ($j >= 0 && $j < $all && $inside[$j] === $here && ! isset($ring[$j])) {
                        $ring[$j] = $steps;
                        $next[] = $j;
                    }
                }
            }
            $front = $next;
        }

        return $ring;
    }
}
