<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use Tests\Core\Pictures;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Make\Grounds;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Homography;

/**
 * Sheets of paper photographed by a pinhole lens whose place is known, and so where each corner lies.
 *
 * @phpstan-type Corners array{array{float, float}, array{float, float}, array{float, float}, array{float, float}}
 */
final class MadePages
{
    public const WIDTH = 800;

    public const HEIGHT = 600;

    /** px of a sheet that lies upright, and its shape. */
    private const SHEET = [420, 594];

    /**
     * Where the corners of a flat sheet are seen.
     *
     * @param  float  $ratio  width against height
     * @param  float  $tilt  how far the lens is tipped, degrees
     * @param  float  $pan  how far it looks from the side, degrees
     * @param  float  $turn  of the sheet on the table, degrees
     * @param  float  $focal  as a part of the picture's longer side
     * @param  float  $size  half of its height, against the lens' distance
     * @return Corners px, from the sheet's upper left clockwise
     */
    public static function corners(float $ratio, float $tilt, float $pan, float $turn, float $focal, float $size = 0.42): array
    {
        [$tilt, $pan, $turn] = [deg2rad($tilt), deg2rad($pan), deg2rad($turn)];
        $seen = function (float $x, float $y) use ($tilt, $pan, $turn, $focal): array {
            [$x, $y] = [$x * cos($turn) - $y * sin($turn), $x * sin($turn) + $y * cos($turn)];
            // About the upright axis, then about the level one, and 1.7 away.
            [$x, $z] = [$x * cos($pan), $x * sin($pan)];
            [$y, $z] = [$y * cos($tilt) - $z * sin($tilt), $y * sin($tilt) + $z * cos($tilt) + 1.7 * $focal / 0.8];
            $scale = $focal * self::WIDTH / $z;

            return [self::WIDTH / 2 + $scale * $x, self::HEIGHT / 2 + $scale * $y];
        };
        $h = $size;
        $w = $h * $ratio;

        return [$seen(-$w, -$h), $seen($w, -$h), $seen($w, $h), $seen(-$w, $h)];
    }

    /**
     * @param  Corners  $corners
     * @return Bitmap a sheet with lines and blots on it, on a ground
     */
    public static function photo(array $corners, string $ground, int $roll): Bitmap
    {
        $chance = new Chance($roll);
        [$w, $h] = self::SHEET;
        $sheet = self::sheet($w, $h);
        $to = Homography::ofSquare($corners)->after(new Homography(1 / $w, 0, 0, 1 / $h, 0, 0));
        $seen = Homography::warp($sheet, $to->inverse(), self::WIDTH, self::HEIGHT);
        $behind = Grounds::named($ground)->paint(self::WIDTH, self::HEIGHT, 6.0, $chance);
        $pixels = [];
        foreach ($seen->pixels as $i => $p) {
            $a = $p & 255;
            $light = 1 - 0.12 * ($i % self::WIDTH) / self::WIDTH;
            $mix = fn (int $over, int $under): int => (int) max(0, min(255, $light * ($over * $a + $under * (255 - $a)) / 255 + 5 * $chance->signedUnit(9, $i)));
            $pixels[] = $mix($p >> 24, $behind[$i] >> 16) << 24 | $mix($p >> 16 & 255, $behind[$i] >> 8 & 255) << 16 | $mix($p >> 8 & 255, $behind[$i] & 255) << 8 | 255;
        }

        return Blur::picture(new Bitmap(self::WIDTH, self::HEIGHT, $pixels), 0.7);
    }

    /** A light sheet: a ring, and a bar along its left side. */
    public static function sheet(int $w, int $h): Bitmap
    {
        return Pictures::bitmap($w, $h, fn (int $x, int $y): int => Pictures::grey(abs(hypot($x - $w / 2, $y - $h / 2) - 0.3 * $w) < 8 || (abs($x - 0.15 * $w) < 6 && $y > 0.2 * $h && $y < 0.8 * $h) ? 30 : 236));
    }
}
