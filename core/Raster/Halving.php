<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use Closure;

use function is_int;

/**
 * A picture made half as large, and doubled again (Burt and Adelson, "The Laplacian Pyramid as a
 * Compact Image Code", 1983), with (1, 3, 3, 1) / 8 on the way down and the same on the way up.
 * Beyond the edge the edge value goes on.
 *
 * Pictures come and go row by row: what lies before and after then needs no array as large as
 * the picture, and a row stays in the processor's cache.
 */
final class Halving
{
    /** What halving and doubling once add to the variance of a picture's values, px². */
    public const VARIANCE = 1.5;

    public static function half(int $side): int
    {
        return $side + 1 >> 1;
    }

    /**
     * @param  Closure(int): array<int, int>  $rows  asked for from the top, once each
     * @return array<int, int> half(width) · half(height)
     */
    public static function halve(Closure $rows, int $width, int $height, Lanes $lanes): array
    {
        $mask = $lanes->mask();
        $round = 32 * $lanes->ones();
        $halfWidth = self::half($width);
        $out = array_fill(0, $halfWidth * self::half($height), 0);
        $pairs = $width - 1 >> 1;
        $isEven = $width % 2 === 0;
        $to = 0;
        $b = $rows(0);
        $a = $b;
        $c = $height > 1 ? $rows(1) : $b;
        for ($y = 0; $y < $height; $y += 2) {
            $d = $y + 2 < $height ? $rows($y + 2) : $c;
            $left = (int) ($a[0] + 3 * ($b[0] + $c[0]) + $d[0]);
            $here = $left;
            $x = 0;
            for ($last = $to + $pairs; $to < $last; $to++) {
                $x++;
                $right = $a[$x] + 3 * ($b[$x] + $c[$x]) + $d[$x];
                $x++;
                $far = $a[$x] + 3 * ($b[$x] + $c[$x]) + $d[$x];
                if (! is_int($right) || ! is_int($far)) {
                    return $out;
                }
                $out[$to] = $left + 3 * ($here + $right) + $far + $round >> 6 & $mask;
                $left = $right;
                $here = $far;
            }
            if ($pairs < $halfWidth) {
                // One or two columns are left.
                $right = $isEven ? $a[$x + 1] + 3 * ($b[$x + 1] + $c[$x + 1]) + $d[$x + 1] : $here;
                $out[$to] = $left + 3 * ($here + $right) + $right + $round >> 6 & $mask;
                $to++;
            }
            $a = $c;
            $b = $d;
            $c = $y + 3 < $height ? $rows($y + 3) : $b;
        }

        return $out;
    }

    /**
     * A row of the doubled picture.
     *
     * @param  array<int, int>  $in  half(width) · half(height)
     * @return array<int, int>
     */
    public static function doubledRow(array $in, int $y, int $width, int $height, Lanes $lanes): array
    {
        $mask = $lanes->mask();
        $round = 8 * $lanes->ones();
        $halfWidth = self::half($width);
        $lastRow = self::half($height) - 1;
        $near = $y >> 1;
        $far = $near + ($y & 1 ? 1 : -1);
        $far = $far < 0 ? 0 : ($far > $lastRow ? $lastRow : $far);
        $out = array_fill(0, 2 * $halfWidth, 0);
        // Three parts of the near row and one of the far one, column by column; then the same along the row.
        $a = $near * $halfWidth;
        $b = $far * $halfWidth;
        $here = (int) (3 * $in[$a] + $in[$b]);
        $before = $here;
        $to = 0;
        for ($last = $a + $halfWidth - 1; $a < $last;) {
            $a++;
            $b++;
            $next = 3 * $in[$a] + $in[$b];
            if (! is_int($next)) {
                return $out;
            }
            $out[$to] = (3 * $here + $before + $round) >> 4 & $mask;
            $out[$to + 1] = (3 * $here + $next + $round) >> 4 & $mask;
            $to += 2;
            $before = $here;
            $here = $next;
        }
        $out[$to] = (3 * $here + $before + $round) >> 4 & $mask;
        $out[$to + 1] = (4 * $here + $round) >> 4 & $mask;

        return $out;
    }
}
