<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;

/** Where the ink of a picture is. */
final class InkBounds
{
    /**
     * The smallest rectangle around everything that prints more than the threshold.
     *
     * @param  int  $threshold  0–65535
     * @return Rect|null null when nothing prints
     */
    public static function of(Plane $ink, int $threshold): ?Rect
    {
        $left = $ink->width;
        $right = -1;
        $top = -1;
        $bottom = -1;
        $i = 0;
        for ($y = 0; $y < $ink->height; $y++) {
            for ($x = 0; $x < $ink->width; $x++) {
                if ($ink->values[$i] > $threshold) {
                    if ($x < $left) {
                        $left = $x;
                    }
                    if ($x > $right) {
                        $right = $x;
                    }
                    if ($top < 0) {
                        $top = $y;
                    }
                    $bottom = $y;
                }
                $i++;
            }
        }

        return $right < 0 ? null : Rect::between($left, $top, $right + 1, $bottom + 1);
    }

    /**
     * The centre of gravity of the ink, in px from the top left.
     *
     * @return array{float, float}|null null when nothing prints
     */
    public static function weightCentre(Plane $ink): ?array
    {
        $sum = 0;
        $sumX = 0;
        $sumY = 0;
        $i = 0;
        for ($y = 0; $y < $ink->height; $y++) {
            $row = 0;
            for ($x = 0; $x < $ink->width; $x++) {
                $v = $ink->values[$i];
                $row += $v;
                $sumX += $v * $x;
                $i++;
            }
            $sum += $row;
            $sumY += $row * $y;
        }

        return $sum === 0 ? null : [$sumX / $sum + 0.5, $sumY / $sum + 0.5];
    }
}
