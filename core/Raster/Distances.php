<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * Exact Euclidean distances: Felzenszwalb and Huttenlocher, "Distance Transforms of
 * Sampled Functions" (2012).
 */
final class Distances
{
    /** Squared px; what has nothing to be near to. */
    public const FAR = 1 << 40;

    /**
     * Squared distance of each pixel to the nearest one that is set; `FAR` where none is near.
     *
     * @param  array<int, int>  $set  0 or anything else
     * @param  float  $limit  px beyond which distances need not be known
     * @return array<int, int>
     */
    public static function squared(array $set, int $width, int $height, float $limit = 1e6): array
    {
        $field = self::downColumns($set, $width, $height);
        $most = (int) min(1e6, ceil($limit));
        for ($y = 0; $y < $height; $y++) {
            $row = $y * $width;
            $line = self::line(array_slice($field, $row, $width), $most);
            foreach ($line as $square) {
                $field[$row] = $square;
                $row++;
            }
        }

        return $field;
    }

    /**
     * px to the nearest set pixel of the same column: two passes are enough.
     *
     * @param  array<int, int>  $set
     * @return array<int, int>
     */
    private static function downColumns(array $set, int $width, int $height): array
    {
        $count = $width * $height;
        $field = array_fill(0, $count, 0);
        for ($i = 0; $i < $width; $i++) {
            $field[$i] = $set[$i] !== 0 ? 0 : self::FAR;
        }
        for ($k = 0; $i < $count; $i++, $k++) {
            $field[$i] = $set[$i] !== 0 ? 0 : $field[$k] + 1;
        }
        for ($k = $count - 1, $i = $k - $width; $i >= 0; $i--, $k--) {
            $below = $field[$k] + 1;
            if ($below < $field[$i]) {
                $field[$i] = $below;
            }
        }

        return $field;
    }

    /**
     * The lower envelope of the parabolas that stand at each sample.
     *
     * @param  array<int, int>  $f  px down the column
     * @param  int  $most  px; samples farther away do not count
     * @return array<int, int>
     */
    private static function line(array $f, int $most): array
    {
        $n = count($f);
        $feet = $heights = $from = [];
        $k = -1;
        for ($q = 0; $q < $n; $q++) {
            $height = $f[$q];
            // Between two neighbours that are set nothing else can be the nearest.
            if ($height > $most || ($height === 0 && $k >= 0 && $q + 1 < $n && $f[$q - 1] === 0 && $f[$q + 1] === 0)) {
                continue;
            }
            $here = $height * $height + $q * $q;
            $s = -1.0;
            while ($k >= 0) {
                $s = ($here - $heights[$k]) / (2.0 * ($q - $feet[$k]));
                if ($s > $from[$k]) {
                    break;
                }
                $k--;
                $s = -1.0;
            }
            $k++;
            $feet[$k] = $q;
            $heights[$k] = $here;
            $from[$k] = $s;
        }
        if ($k < 0) {
            return array_fill(0, $n, self::FAR);
        }
        $from[$k + 1] = 1e9;
        $k = 0;
        $out = [];
        for ($q = 0; $q < $n; $q++) {
            if ($f[$q] === 0) {
                $out[] = 0;

                continue;
            }
            while ($from[$k + 1] < $q) {
                $k++;
            }
            $out[] = $heights[$k] + $q * ($q - 2 * $feet[$k]);
        }

        return $out;
    }
}
