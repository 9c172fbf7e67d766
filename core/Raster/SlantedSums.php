<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use function is_int;

/**
 * The mean along a slanted line through every pixel, at a cost that does not grow with its length.
 *
 * Running sums go along slanted lines that lie a quarter of a pixel apart (directional filters by
 * skewed lines: Soille and Talbot, "Directional Morphological Filtering", 2001), each sample of a
 * line taken between the two pixels that it passes. What a pixel lies between two lines at is mixed
 * from both: the mean changes so slowly across that a quarter of a pixel is seen by no more than 4 levels.
 */
final class SlantedSums
{
    /** Lines to a pixel. */
    private const LINES = 4;

    /** 1 in weights of 8 bits. */
    private const ONE = 256;

    private const MASK = 0xFFFF << 32 | 0xFFFF;

    /** Two ends of a line need a bit more. */
    private const ENDS = 0x1FFFF << 32 | 0x1FFFF;

    /**
     * @param  array<int, int>  $in  two values of 16 bits, at bits 32 and 0
     * @param  float  $angle  degrees
     * @param  float  $length  px, at least 3; beyond the picture there is nothing
     * @return array<int, int>
     */
    public static function along(array $in, int $width, int $height, float $angle, float $length): array
    {
        $cos = cos(deg2rad($angle));
        $sin = sin(deg2rad($angle));
        $isFlat = abs($cos) >= abs($sin);
        $slope = $isFlat ? $sin / $cos : $cos / $sin;
        $reach = $length * ($isFlat ? abs($cos) : abs($sin)) / 2;
        $out = array_fill(0, $width * $height, 0);
        [$length, $breadth, $along, $across] = $isFlat ? [$width, $height, 1, $width] : [$height, $width, $width, 1];
        $lines = self::withEmptyEdges($in, $length, $breadth, $along, $across);
        for ($part = 0; $part < self::LINES; $part++) {
            $out = self::lines($out, $lines, $length, $breadth, $along, $across, $slope, $part, $reach);
        }

        return $out;
    }

    /**
     * The picture written line after line across, each with nothing before and behind it.
     *
     * @param  array<int, int>  $in
     * @return array<int, int> for each step along: 1 + breadth + 1 values
     */
    private static function withEmptyEdges(array $in, int $length, int $breadth, int $along, int $across): array
    {
        $out = array_fill(0, $length * ($breadth + 2), 0);
        $to = 1;
        for ($x = 0; $x < $length; $x++) {
            $from = $x * $along;
            for ($y = 0; $y < $breadth; $y++) {
                $out[$to] = $in[$from];
                $to++;
                $from += $across;
            }
            $to += 2;
        }

        return $out;
    }

    /**
     * Adds what the lines that begin at one quarter of a pixel give.
     *
     * @param  array<int, int>  $out
     * @param  array<int, int>  $in  with empty edges
     * @param  int  $length  of the picture along the nearer axis
     * @param  int  $breadth  and across it
     * @param  int  $along  from one pixel to the next, along
     * @param  int  $across  and across
     * @return array<int, int>
     */
    private static function lines(array $out, array $in, int $length, int $breadth, int $along, int $across, float $slope, int $part, float $reach): array
    {
        [$rows, $shares] = self::places($length, $slope, $part);
        [$steps, $targets, $weights] = self::targets($length, $slope, $part);
        if ($steps === []) {
            return $out;
        }
        $whole = (int) max(0.0, floor($reach - 0.5));
        // Of the outermost steps the line reaches only a part.
        $end = (int) round(self::ONE * ($reach - 0.5 - $whole));
        $count = 2 * $whole + 1;
        $shift = (int) ceil(log($count + 2, 2));
        $inverse = (int) round(32768 * (1 << $shift) / ($count + 2 * $end / self::ONE));
        $kept = (1 << 32 - $shift) - 1 << 32 | (1 << 32 - $shift) - 1;
        $half = 1 << 46 | 1 << 14;
        $margin = (int) ($whole + 1);
        $places = [];
        foreach ($rows as $x => $row) {
            $places[] = $x * ($breadth + 2) + $row + 1;
        }
        $since = self::since($steps, $length);
        // The sum of all before a step, from as far before the first as a line reaches.
        $sums = array_fill(0, $length + 2 * $margin + 1, 0);
        $low = (int) min($rows[0], $rows[$length - 1]);
        $high = (int) max($rows[0], $rows[$length - 1]);
        for ($j = -$high - 1; $j < $breadth - $low; $j++) {
            [$from, $until] = self::inside($rows, $j, $length, $breadth);
            [$from, $until] = [(int) $from, (int) $until];
            if ($from >= $until) {
                continue;
            }
            for ($x = 0; $x <= $from + $margin; $x++) {
                $sums[$x] = 0;
            }
            $sum = 0;
            for ($x = $from; $x < $until; $x++) {
                $at = (int) $places[$x] + $j;
                $share = (int) $shares[$x];
                $here = $in[$at];
                if (! is_int($here)) {
                    return $out;
                }
                $there = $in[$at + 1];
                if (! is_int($there)) {
                    return $out;
                }
                $sum += ($here * (256 - $share) + $there * $share) >> 8 & self::MASK;
                $sums[$x + $margin + 1] = $sum;
            }
            for ($x = $until + $margin + 1; $x <= $length + 2 * $margin; $x++) {
                $sums[$x] = $sum;
            }
            // What a line counts for lies within the picture where the line does, or next to it.
            for ($k = (int) $since[max(0, $from - 1)], $stop = (int) $since[min($length, $until + 1)]; $k < $stop; $k++) {
                $x = (int) $steps[$k];
                $row = $j + (int) $targets[$k];
                if ($row >= 0 && $row < $breadth) {
                    $before = (int) $sums[$x + 1];
                    $behind = (int) $sums[$x + $count + 1];
                    $ends = ($before - (int) $sums[$x] + (int) $sums[$x + $count + 2] - $behind) * $end >> 8 & self::ENDS;
                    $to = $row * $across + $x * $along;
                    $out[$to] = (int) $out[$to] + ((($behind - $before + $ends >> $shift & $kept) * $inverse + $half >> 15 & self::MASK) * (int) $weights[$k] >> 8 & self::MASK);
                }
            }
        }

        return $out;
    }

    /**
     * Where a line that begins so many quarters below a pixel lies at each step.
     *
     * @return array{list<int>, list<int>} the pixel above it, and how far it lies below that one, 0–255 of 256
     */
    private static function places(int $length, float $slope, int $part): array
    {
        $rows = $shares = [];
        for ($x = 0; $x < $length; $x++) {
            $y = (int) floor(self::ONE * ($slope * $x + $part / self::LINES) + 0.5);
            $rows[] = $y >> 8;
            $shares[] = $y & 255;
        }

        return [$rows, $shares];
    }

    /**
     * For which pixels a line counts, and by how much: the middle of a pixel lies between two lines.
     *
     * @return array{list<int>, list<int>, list<int>} steps, rows from where the line begins, and weights of 256
     */
    private static function targets(int $length, float $slope, int $part): array
    {
        $steps = $targets = $weights = [];
        for ($x = 0; $x < $length; $x++) {
            $begins = -self::LINES * $slope * $x;
            $line = (int) floor($begins);
            $beyond = (int) round(self::ONE * ($begins - $line));
            foreach ([[$line, self::ONE - $beyond], [$line + 1, $beyond]] as [$one, $weight]) {
                if ($weight > 0 && ($part - $one) % self::LINES === 0) {
                    $steps[] = $x;
                    $targets[] = intdiv($part - $one, self::LINES);
                    $weights[] = $weight;
                }
            }
        }

        return [$steps, $targets, $weights];
    }

    /**
     * @param  list<int>  $steps  rising
     * @return list<int> for each step of the picture, and the end, how many of them come before it
     */
    private static function since(array $steps, int $length): array
    {
        $out = [];
        $k = 0;
        for ($x = 0; $x <= $length; $x++) {
            while (isset($steps[$k]) && $steps[$k] < $x) {
                $k++;
            }
            $out[] = $k;
        }

        return $out;
    }

    /**
     * The steps at which a line has something of the picture above or below it.
     *
     * @param  list<int>  $rows  going one way
     * @return array{int, int} from the first one to before the last
     */
    private static function inside(array $rows, int $j, int $length, int $breadth): array
    {
        $is = fn (int $x): bool => $j + $rows[$x] >= -1 && $j + $rows[$x] < $breadth;
        // Towards the picture the way leads up or down; the first step in it is looked for by halves.
        $rises = $rows[$length - 1] >= $rows[0];
        $first = self::first($length, fn (int $x): bool => $rises ? $j + $rows[$x] >= -1 : $j + $rows[$x] < $breadth);
        $end = self::first($length, fn (int $x): bool => $rises ? $j + $rows[$x] >= $breadth : $j + $rows[$x] < -1);

        return $first < $length && $is($first) ? [$first, $end] : [0, 0];
    }

    /** @param  callable(int): bool  $holds  from some step on */
    private static function first(int $length, callable $holds): int
    {
        $low = 0;
        $high = $length;
        while ($low < $high) {
            $middle = $low + $high >> 1;
            if ($holds($middle)) {
                $high = $middle;
            } else {
                $low = $middle + 1;
            }
        }

        return $low;
    }
}
