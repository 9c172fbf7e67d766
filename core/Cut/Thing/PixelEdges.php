<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

/** What a border costs between each pixel of a picture and its eight neighbours: less where the picture has an edge. */
final readonly class PixelEdges
{
    /** Columns from a px to four of its neighbours, and rows; each pair is met once. */
    private const ACROSS = [1, 0, 1, -1];

    private const DOWN = [0, 1, 1, 1];

    /** How long a border with each of them is. */
    private const NEARNESS = [1.0, 1.0, M_SQRT1_2, M_SQRT1_2];

    /**
     * @param  array<int, int>  $steps  from a px to each of the four
     * @param  array<int, int>  $costs  four for each px, at least 0; 0 where the neighbour is beyond the picture
     */
    private function __construct(public array $steps, public array $costs)
    {
    }

    /**
     * @param  array<int, float>  $weights  of a squared difference, by its whole 64ths
     * @param  float  $full  what 1 px of border costs where there is no edge
     */
    public static function of(LabPicture $picture, array $weights, float $full): self
    {
        $width = $picture->width;
        $height = $picture->height;
        [$ls, $as, $bs] = [$picture->l, $picture->a, $picture->b];
        $last = count($weights) - 1;
        $fulls = array_map(fn (float $near): float => $full * $near, self::NEARNESS);
        $steps = array_map(fn (int $across, int $down): int => $across + $down * $width, self::ACROSS, self::DOWN);
        $costs = [];
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                for ($k = 0; $k < 4; $k++) {
                    $column = $x + self::ACROSS[$k];
                    if ($column < 0 || $column >= $width || $y + self::DOWN[$k] >= $height) {
                        $costs[] = 0;

                        continue;
                    }
                    $j = $i + $steps[$k];
                    $l = $ls[$i] - $ls[$j];
                    $a = $as[$i] - $as[$j];
                    $b = $bs[$i] - $bs[$j];
                    $square = $l * $l + $a * $a + $b * $b >> 6;
                    $costs[] = (int) ($fulls[$k] * $weights[$square > $last ? $last : $square]);
                }
                $i++;
            }
        }

        return new self($steps, $costs);
    }
}
