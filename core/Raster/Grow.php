<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** Makes the full area of a plane larger or smaller by a distance. */
final class Grow
{
    /** @param  float  $by  px; negative shrinks. What is half full or more counts as full. */
    public static function by(Plane $in, float $by): Plane
    {
        $full = (int) Plane::FULL;
        if (abs($by) < 0.01) {
            return $in;
        }
        $grows = $by > 0;
        $set = [];
        foreach ($in->values as $value) {
            $set[] = ($value >= 32768) === $grows ? 1 : 0;
        }
        $limit = $by * $by;
        $out = [];
        foreach (Distances::squaredDistances($set, $in->width, $in->height, abs($by) + 1) as $square) {
            $out[] = ($square <= $limit) === $grows ? $full : 0;
        }

        return new Plane($in->width, $in->height, $out);
    }
}
