<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

/** Whether ink is so smooth that half the pixels tell all of it. */
final class Smoothness
{
    /** Ink by which any pixel may be off, of 65535: one step of 255. */
    private const TOLERANCE = 257;

    /**
     * Doubled back bilinearly, as prints sample it, half the pixels are nowhere farther off than the tolerance.
     *
     * @param  array<int, int>  $ink  width · height, 0–65535
     * @param  array<int, int>  $half  the same print at half the size, about the same middle
     */
    public static function isTold(array $ink, int $width, int $height, array $half, int $halfWidth, int $halfHeight): bool
    {
        // Around it there is nothing.
        $stride = $halfWidth + 2;
        $padded = array_fill(0, $stride * ($halfHeight + 2), 0);
        $i = 0;
        for ($y = 1; $y <= $halfHeight; $y++) {
            for ($x = 1; $x <= $halfWidth; $x++) {
                $padded[$y * $stride + $x] = $half[$i];
                $i++;
            }
        }
        // Places in quarters of a px: pixel middles lie on odd or on even ones, by the sizes.
        $left = 2 * $halfWidth - $width + 3;
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $v = 2 * $y + 2 * $halfHeight - $height + 3;
            $fy = $v & 3;
            $row = ($v >> 2) * $stride;
            for ($x = 0; $x < $width; $x++) {
                $u = 2 * $x + $left;
                $fx = $u & 3;
                $at = $row + ($u >> 2);
                $off = ($padded[$at] * (4 - $fx) + $padded[$at + 1] * $fx) * (4 - $fy)
                    + ($padded[$at + $stride] * (4 - $fx) + $padded[$at + $stride + 1] * $fx) * $fy - 16 * $ink[$i];
                if ($off > 16 * self::TOLERANCE || $off < -16 * self::TOLERANCE) {
                    return false;
                }
                $i++;
            }
        }

        return true;
    }
}
