<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use function is_int;

/**
 * A picture scaled so that each px holds the mean over a window wider than itself: of an exact, not of a sampled one. Sums from the
 * left make each window cost two looks, however wide it is (summed-area tables: Crow, 1984; rows and columns one after the other).
 */
final class WindowMeans
{
    /** Parts of a px to which windows are rounded. */
    private const ONE = 65536;

    /**
     * @param  float  $width  px to which the picture is scaled about its middle; beyond it there is nothing
     * @param  float  $window  px of the window, each way
     */
    public static function of(Plane $in, float $width, float $height, int $outWidth, int $outHeight, float $window): Plane
    {
        $across = self::across($in->values, $in->width, $in->height, self::edges($in->width, $width, $outWidth, $window), self::share($in->width, $width, $window));

        return new Plane($outWidth, $outHeight, self::down($across, $outWidth, $in->height, self::edges($in->height, $height, $outHeight, $window), self::share($in->height, $height, $window)));
    }

    /**
     * The means along each row.
     *
     * @param  array<int, int>  $values  length · rows, 0–65535
     * @param  array<int, int>  $edges  as `edges` gave them
     * @param  int  $share  as `share` gave it
     * @return array<int, int> windows · rows
     */
    private static function across(array $values, int $length, int $rows, array $edges, int $share): array
    {
        $count = count($edges);
        $out = array_fill(0, ($count >> 1) * $rows, 0);
        $sums = array_fill(0, $length + 1, 0);
        $from = 0;
        $to = 0;
        for ($row = 0; $row < $rows; $row++) {
            $sum = 0;
            for ($i = 0; $i < $length; $i++) {
                $value = $values[$from + $i];
                if (! is_int($value)) {
                    return $out;
                }
                $sum += $value;
                $sums[$i + 1] = $sum;
            }
            for ($i = 0; $i < $count; $i += 2) {
                $left = $edges[$i];
                $right = $edges[$i + 1];
                if (! is_int($left) || ! is_int($right)) {
                    return $out;
                }
                $a = $left >> 16;
                $b = $right >> 16;
                $out[$to] = ($sums[$b] - $sums[$a] + ($values[$from + $b] * ($right & 65535) - $values[$from + $a] * ($left & 65535) >> 16)) * $share + 8388608 >> 24;
                $to++;
            }
            $from += $length;
        }

        return $out;
    }

    /**
     * The means along each column.
     *
     * @param  array<int, int>  $values  width · length, 0–65535
     * @param  array<int, int>  $edges  as `edges` gave them
     * @param  int  $share  as `share` gave it
     * @return array<int, int> width · windows
     */
    private static function down(array $values, int $width, int $length, array $edges, int $share): array
    {
        $count = $width * $length;
        $sums = array_fill(0, $count + $width, 0);
        for ($i = 0; $i < $count; $i++) {
            $sums[$i + $width] = $sums[$i] + $values[$i];
        }
        $windows = count($edges) >> 1;
        $out = array_fill(0, $width * $windows, 0);
        $to = 0;
        for ($window = 0; $window < $windows; $window++) {
            $left = $edges[2 * $window];
            $right = $edges[2 * $window + 1];
            $a = ($left >> 16) * $width;
            $b = ($right >> 16) * $width;
            $left &= 65535;
            $right &= 65535;
            for ($end = $to + $width; $to < $end; $to++) {
                $first = $values[$a];
                $last = $values[$b];
                if (! is_int($first) || ! is_int($last)) {
                    return $out;
                }
                $out[$to] = ($sums[$b] - $sums[$a] + ($last * $right - $first * $left >> 16)) * $share + 8388608 >> 24;
                $a++;
                $b++;
            }
        }

        return $out;
    }

    /** @return array<int, int> where each window begins and ends, in 1/65536 px */
    private static function edges(int $length, float $scaled, int $places, float $window): array
    {
        $step = $length / $scaled;
        $edges = [];
        for ($i = 0; $i < $places; $i++) {
            $middle = $length / 2 + ($i + 0.5 - $places / 2) * $step;
            $edges[] = self::edge($middle - $step * $window / 2, $length);
            $edges[] = self::edge($middle + $step * $window / 2, $length);
        }

        return $edges;
    }

    /** 1 / px of a window, in 1/2²⁴: products stay below 2⁵⁴, and a mean is off by less than 1/100. */
    private static function share(int $length, float $scaled, float $window): int
    {
        return (int) round(2 ** 24 * $scaled / ($length * $window));
    }

    /** A place along a row in 1/65536 px, within it: its end is told as next to nothing before it, so that a px lies there. */
    private static function edge(float $place, int $length): int
    {
        return (int) round(max(0.0, min($length * self::ONE - 1.0, $place * self::ONE)));
    }
}
