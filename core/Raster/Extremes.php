<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * The largest or smallest value around each pixel, at a cost that does not grow with the distance:
 * van Herk, "A fast algorithm for local minimum and maximum filters on rectangular and octagonal
 * kernels" (1992).
 */
final class Extremes
{
    /**
     * In a square around each pixel, one axis after the other.
     *
     * @param  array<int, int>  $in  0–65535
     * @param  int  $reach  px to each side
     * @return array<int, int>
     */
    public static function within(array $in, int $width, int $height, int $reach, bool $smallest): array
    {
        if ($smallest) {
            foreach ($in as $i => $v) {
                $in[$i] = 65535 - $v;
            }
        }
        $in = self::largestAlong($in, $width, $height, 1, $width, $reach);
        $in = self::largestAlong($in, $height, $width, $width, 1, $reach);
        if ($smallest) {
            foreach ($in as $i => $v) {
                $in[$i] = 65535 - $v;
            }
        }

        return $in;
    }

    /**
     * @param  array<int, int>  $in  0–65535
     * @param  int  $step  from one pixel of a line to the next
     * @param  int  $across  from one line to the next
     * @return array<int, int>
     */
    private static function largestAlong(array $in, int $length, int $lines, int $step, int $across, int $reach): array
    {
        $out = $in;
        $window = 2 * $reach + 1;
        $padded = $length + 2 * $reach;
        $line = $up = $back = array_fill(0, $padded, 0);
        for ($k = 0; $k < $lines; $k++) {
            for ($i = 0, $at = $k * $across; $i < $length; $i++, $at += $step) {
                $line[$i + $reach] = $in[$at];
            }
            // The largest from the start of a block of the window's size up to here, and from here to its end.
            $most = 0;
            for ($i = 0, $left = 0; $i < $padded; $i++, $left--) {
                if ($left === 0) {
                    $most = 0;
                    $left = $window;
                }
                $v = $line[$i];
                $most = $v > $most ? $v : $most;
                $up[$i] = $most;
            }
            $most = 0;
            for ($i = $padded - 1, $left = $padded % $window; $i >= 0; $i--, $left--) {
                if ($left === 0) {
                    $most = 0;
                    $left = $window;
                }
                $v = $line[$i];
                $most = $v > $most ? $v : $most;
                $back[$i] = $most;
            }
            for ($i = 0, $at = $k * $across; $i < $length; $i++, $at += $step) {
                $a = $back[$i];
                $b = $up[$i + 2 * $reach];
                $out[$at] = $a > $b ? $a : $b;
            }
        }

        return $out;
    }
}
