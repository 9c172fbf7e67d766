<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** The pixels beside a pixel, by their numbers row by row: what follows the last of a row in memory lies on the other side of the picture. */
final class Neighbours
{
    /**
     * @param  int  $i  a pixel
     * @param  int  $width  px of a row
     * @param  int  $count  all pixels
     * @return list<int> those to the left, to the right, above and below, as far as there are any
     */
    public static function four(int $i, int $width, int $count): array
    {
        $column = $i % $width;
        $out = [];
        if ($column > 0) {
            $out[] = $i - 1;
        }
        if ($column + 1 < $width) {
            $out[] = $i + 1;
        }
        if ($i >= $width) {
            $out[] = $i - $width;
        }
        if ($i + $width < $count) {
            $out[] = $i + $width;
        }

        return $out;
    }
}
