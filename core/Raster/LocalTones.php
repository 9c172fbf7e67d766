<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * Tones spread place by place: in each part of a picture the greys that are there are drawn apart, no farther than a limit, and between
 * the middles of the parts what each says is mixed.
 *
 * Zuiderveld, "Contrast Limited Adaptive Histogram Equalization", Graphics Gems IV, 1994.
 */
final class LocalTones
{
    /** How many times as steep as before tones become at most. */
    private const STEEPEST = 4.0;

    /** Part of a full part's pixels that those of the whole picture count for, where little is there. */
    private const WHOLE = 0.15;

    /**
     * @param  array<int, int>  $greys  0–255, row by row; −1 where there is nothing
     * @param  float  $side  px of a part
     * @param  float  $strength  0–1
     * @return array<int, int> the same, spread
     */
    public static function spread(array $greys, int $width, int $height, float $side, float $strength): array
    {
        $columns = max(1, (int) ceil($width / $side));
        $rows = max(1, (int) ceil($height / $side));
        $tables = self::tables($greys, $width, $height, $columns, $rows, $strength);
        $befores = $behinds = $shares = [];
        for ($x = 0; $x < $width; $x++) {
            [$column, $next, $share] = self::between($x, $width, $columns);
            $befores[] = 256 * $column;
            $behinds[] = 256 * $next;
            $shares[] = $share;
        }
        $out = $greys;
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            [$row, $next, $share] = self::between($y, $height, $rows);
            $above = 256 * $columns * (int) $row;
            $below = 256 * $columns * (int) $next;
            $fy = (int) $share;
            for ($x = 0; $x < $width; $x++) {
                $v = (int) $greys[$i];
                if ($v >= 0) {
                    $before = (int) $befores[$x] + $v;
                    $behind = (int) $behinds[$x] + $v;
                    $fx = (int) $shares[$x];
                    $upper = $tables[$above + $before] * (256 - $fx) + $tables[$above + $behind] * $fx;
                    $lower = $tables[$below + $before] * (256 - $fx) + $tables[$below + $behind] * $fx;
                    $out[$i] = $upper * (256 - $fy) + $lower * $fy + (1 << 23) >> 24;
                }
                $i++;
            }
        }

        return $out;
    }

    /** @return array{int, int, int} the parts whose middles lie on both sides of a px, and how far it is from the first to the second, of 256 */
    private static function between(int $at, int $length, int $parts): array
    {
        $place = max(0.0, min($parts - 1.0, ($at + 0.5) * $parts / $length - 0.5));
        $first = (int) $place;

        return [$first, min($parts - 1, $first + 1), (int) (256 * ($place - $first))];
    }

    /**
     * @param  array<int, int>  $greys
     * @return array<int, int> of each part 256 tones, in 256ths
     */
    private static function tables(array $greys, int $width, int $height, int $columns, int $rows, float $strength): array
    {
        $counts = array_fill(0, $columns * $rows * 256, 0);
        $whole = array_fill(0, 256, 0);
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $first = intdiv($y * $rows, $height) * $columns;
            // All of a row in one part before the next part begins.
            for ($column = 0; $column < $columns; $column++) {
                $part = 256 * ($first + $column);
                for ($end = $y * $width + intdiv(($column + 1) * $width + $columns - 1, $columns); $i < $end; $i++) {
                    $v = (int) $greys[$i];
                    if ($v >= 0) {
                        $at = $part + $v;
                        $counts[$at] = (int) $counts[$at] + 1;
                    }
                }
            }
        }
        foreach ($counts as $at => $count) {
            $whole[$at & 255] += $count;
        }
        $all = array_sum($whole);
        $prior = $all === 0 ? 0.0 : self::WHOLE * $width * $height / ($columns * $rows) / $all;
        $tables = [];
        for ($part = 0; $part < $columns * $rows; $part++) {
            $histogram = [];
            for ($v = 0; $v < 256; $v++) {
                $histogram[] = $counts[$part * 256 + $v] + $prior * $whole[$v];
            }
            foreach (self::table($histogram) as $v => $tone) {
                $tables[] = (int) round(256 * ($v + $strength * ($tone - $v)));
            }
        }

        return $tables;
    }

    /**
     * @param  list<float>  $histogram
     * @return list<float> tones 0–255
     */
    private static function table(array $histogram): array
    {
        $all = array_sum($histogram);
        if ($all <= 0.0) {
            return array_map(floatval(...), range(0, 255));
        }
        // What is cut off adds one to every slope at most.
        $most = (self::STEEPEST - 1) * $all / 256;
        $beyond = 0.0;
        foreach ($histogram as $n) {
            $beyond += max(0.0, $n - $most);
        }
        $sum = 0.0;
        $tones = [];
        foreach ($histogram as $n) {
            // What is cut off is given to all alike; a tone stands in the middle of what it counts.
            $n = min($n, $most) + $beyond / 256;
            $tones[] = 255 * ($sum + $n / 2) / $all;
            $sum += $n;
        }

        return $tones;
    }
}
