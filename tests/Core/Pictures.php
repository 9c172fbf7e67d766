<?php

declare(strict_types=1);

namespace Tests\Core;

use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Tip\Frame;

/** Small pictures made for tests. */
final class Pictures
{
    /** @param  callable(int, int): int  $pixel  x, y → 0xRRGGBBAA */
    public static function bitmap(int $width, int $height, callable $pixel): Bitmap
    {
        $pixels = [];
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $pixels[] = $pixel($x, $y);
            }
        }

        return new Bitmap($width, $height, $pixels);
    }

    /** @param  callable(int, int): int  $value  x, y → 0–65535 */
    public static function plane(int $width, int $height, callable $value): Plane
    {
        return new Plane($width, $height, self::bitmap($width, $height, $value)->pixels);
    }

    /**
     * A shape as ink, by parts of each pixel that lie inside it.
     *
     * @param  callable(float, float): bool  $inside
     * @param  int  $parts  along each side of a pixel: 1 has no greys
     */
    public static function shape(int $width, int $height, callable $inside, int $parts): Plane
    {
        return self::plane($width, $height, function (int $x, int $y) use ($inside, $parts): int {
            $count = 0;
            for ($k = 0; $k < $parts * $parts; $k++) {
                $count += $inside($x + ($k % $parts + 0.5) / $parts, $y + (intdiv($k, $parts) + 0.5) / $parts) ? 1 : 0;
            }

            return (int) round(65535 * $count / ($parts * $parts));
        });
    }

    public static function grey(int $v, int $alpha = 255): int
    {
        return $v << 24 | $v << 16 | $v << 8 | $alpha;
    }

    /** A soft round tip. */
    public static function roundTip(int $side = 64): MipChain
    {
        return new HalvedMipChain(new Frame(self::plane($side, $side, function (int $x, int $y) use ($side): int {
            $r = hypot($x + 0.5 - $side / 2, $y + 0.5 - $side / 2);

            return (int) (65535 * max(0.0, min(1.0, $side / 2 - 1 - $r)));
        })));
    }
}
