<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * Makes the full area of a plane larger or smaller by a distance.
 *
 * Exact Euclidean distances: Felzenszwalb and Huttenlocher, "Distance Transforms of
 * Sampled Functions" (2012).
 */
final class Grow
{
    private const FAR = 1 << 40;

    /** @param  float  $by  px; negative shrinks. What is half full or more counts as full. */
    public static function by(Plane $in, float $by): Plane
    {
        if (abs($by) < 0.01) {
            return $in;
        }
        $grows = $by > 0;
        $field = [];
        foreach ($in->values as $value) {
            $field[] = ($value >= 32768) === $grows ? 0 : self::FAR;
        }
        $field = self::distances($field, $in->width, $in->height);
        $limit = $by * $by;
        $out = [];
        foreach ($field as $square) {
            $out[] = ($square <= $limit) === $grows ? Plane::FULL : 0;
        }

        return new Plane($in->width, $in->height, $out);
    }

    /**
     * Squared distance of each pixel to the nearest zero.
     *
     * @param  array<int, int>  $field
     * @return array<int, int>
     */
    private static function distances(array $field, int $width, int $height): array
    {
        for ($x = 0; $x < $width; $x++) {
            $column = [];
            for ($i = $x, $y = 0; $y < $height; $y++, $i += $width) {
                $column[] = $field[$i];
            }
            $column = self::line($column);
            for ($i = $x, $y = 0; $y < $height; $y++, $i += $width) {
                $field[$i] = $column[$y];
            }
        }
        for ($y = 0; $y < $height; $y++) {
            $row = self::line(array_slice($field, $y * $width, $width));
            for ($i = $y * $width, $x = 0; $x < $width; $x++, $i++) {
                $field[$i] = $row[$x];
            }
        }

        return $field;
    }

    /**
     * The lower envelope of the parabolas that stand at each sample.
     *
     * @param  array<int, int>  $f
     * @return array<int, int>
     */
    private static function line(array $f): array
    {
        $n = count($f);
        $feet = [];
        $from = [];
        $k = -1;
        for ($q = 0; $q < $n; $q++) {
            if ($f[$q] >= self::FAR) {
                continue;
            }
            $s = -INF;
            while ($k >= 0) {
                $p = $feet[$k];
                $s = (($f[$q] + $q * $q) - ($f[$p] + $p * $p)) / (2 * ($q - $p));
                if ($s > $from[$k]) {
                    break;
                }
                $k--;
                $s = -INF;
            }
            $k++;
            $feet[$k] = $q;
            $from[$k] = $s;
        }
        if ($k < 0) {
            return $f;
        }
        $last = $k;
        $k = 0;
        $out = [];
        for ($q = 0; $q < $n; $q++) {
            while ($k < $last && $from[$k + 1] < $q) {
                $k++;
            }
            $d = $q - $feet[$k];
            $out[] = $d * $d + $f[$feet[$k]];
        }

        return $out;
    }
}
