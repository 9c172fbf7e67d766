<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use function is_int;

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
     * @param  array<int, int>  $set
     * @param  float  $limit  px beyond which distances need not be known
     * @param  int  $bits  a pixel is set where it has any of these
     * @return array<int, int>
     */
    public static function squaredDistances(array $set, int $width, int $height, float $limit = 1e6, int $bits = ~0): array
    {
        $field = self::downColumns($set, $width, $height, $bits);
        $most = (int) min(1e6, ceil($limit));
        $feet = $heights = array_fill(0, $width + 1, 0);
        $from = array_fill(0, $width + 1, 0.0);
        $below = array_fill(0, $width, self::FAR);
        for ($row = $width * ($height - 1); $row >= 0; $row -= $width) {
            // The lower envelope of the parabolas that stand at each sample of the row.
            $k = -1;
            $before = 1;
            for ($q = 0; $q < $width; $q++) {
                $down = $field[$row + $q];
                $up = $below[$q] + 1;
                if (! is_int($down) || ! is_int($up)) {
                    return $field;
                }
                if ($up < $down) {
                    $down = $up;
                }
                $below[$q] = $down;
                // Between two neighbours that are set nothing else can be the nearest.
                if ($down > $most || ($down === 0 && $before === 0 && $k >= 0 && $q + 1 < $width && $field[$row + $q + 1] === 0)) {
                    $before = $down;

                    continue;
                }
                $before = $down;
                $here = $down * $down + $q * $q;
                $s = -1.0;
                for (; $k >= 0; $k--) {
                    $s = ($here - $heights[$k]) / (2.0 * ($q - $feet[$k]));
                    if ($s > $from[$k]) {
                        break;
                    }
                    $s = -1.0;
                }
                $k++;
                $feet[$k] = $q;
                $heights[$k] = $here;
                $from[$k] = $s;
            }
            if ($k < 0) {
                for ($q = 0; $q < $width; $q++) {
                    $field[$row + $q] = self::FAR;
                }

                continue;
            }
            $from[$k + 1] = 1e9;
            $k = 0;
            for ($q = 0; $q < $width; $q++) {
                if ($field[$row + $q] !== 0) {
                    for (; $from[$k + 1] < $q; $k++) {
                        // On to the parabola that is lowest here.
                    }
                    $field[$row + $q] = $heights[$k] + $q * ($q - 2 * $feet[$k]);
                }
            }
        }

        return $field;
    }

    /**
     * px to the nearest set pixel above in the same column. From below it is found row by row, on the way back up.
     *
     * @param  array<int, int>  $set
     * @return array<int, int>
     */
    private static function downColumns(array $set, int $width, int $height, int $bits): array
    {
        $count = $width * $height;
        $field = array_fill(0, $count, 0);
        for ($i = 0; $i < $width; $i++) {
            $field[$i] = ($set[$i] & $bits) !== 0 ? 0 : self::FAR;
        }
        for ($k = 0; $i < $count; $i++, $k++) {
            $field[$i] = ($set[$i] & $bits) !== 0 ? 0 : $field[$k] + 1;
        }

        return $field;
    }
}
