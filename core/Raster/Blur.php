<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * Gaussian blur by three box blurs; the cost does not grow with σ.
 *
 * Box widths as in Kovesi, "Fast Almost-Gaussian Filtering" (2010). Beyond the edge
 * the edge value goes on.
 */
final class Blur
{
    public static function gaussian(Plane $in, float $sigma): Plane
    {
        if ($sigma < 0.3) {
            return $in;
        }
        $values = $in->values;
        foreach (self::radii($sigma) as $radius) {
            if ($radius > 0) {
                $values = self::boxTurned($values, $in->width, $in->height, $radius);
                $values = self::boxTurned($values, $in->height, $in->width, $radius);
            }
        }

        return new Plane($in->width, $in->height, $values);
    }

    /** @return list<int> the radii of three boxes with the variance of the Gaussian */
    private static function radii(float $sigma): array
    {
        $ideal = sqrt(12 * $sigma * $sigma / 3 + 1);
        $small = (int) floor($ideal);
        if ($small % 2 === 0) {
            $small--;
        }
        $times = (int) round((12 * $sigma * $sigma - 3 * $small * $small - 12 * $small - 9) / (-4 * $small - 4));

        return array_map(fn (int $i): int => intdiv(($i < $times ? $small : $small + 2) - 1, 2), [0, 1, 2]);
    }

    /**
     * Blurs the rows and writes them as columns: twice over, and both axes are done.
     *
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    private static function boxTurned(array $in, int $width, int $height, int $radius): array
    {
        $out = array_fill(0, $width * $height, 0);
        $span = 2 * $radius + 1;
        $last = $width - 1;
        for ($y = 0; $y < $height; $y++) {
            $row = $y * $width;
            $sum = $in[$row] * ($radius + 1);
            for ($k = 1; $k <= $radius; $k++) {
                $sum += $in[$row + ($k < $last ? $k : $last)];
            }
            $to = $y;
            for ($x = 0; $x < $width; $x++) {
                $out[$to] = intdiv($sum + $radius, $span);
                $to += $height;
                $in1 = $x + $radius + 1;
                $out1 = $x - $radius;
                $sum += $in[$row + ($in1 < $last ? $in1 : $last)] - $in[$row + ($out1 > 0 ? $out1 : 0)];
            }
        }

        return $out;
    }
}
