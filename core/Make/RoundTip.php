<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Raster\Bitmap;

/** A plain round tip with an edge of one px, for a library that has no tip yet. */
final class RoundTip
{
    public static function picture(int $side): Bitmap
    {
        $pixels = [];
        $middle = $side / 2;
        for ($y = 0; $y < $side; $y++) {
            for ($x = 0; $x < $side; $x++) {
                $pixels[] = (int) round(255 * max(0.0, min(1.0, $middle - hypot($x + 0.5 - $middle, $y + 0.5 - $middle))));
            }
        }

        return new Bitmap($side, $side, $pixels);
    }
}
