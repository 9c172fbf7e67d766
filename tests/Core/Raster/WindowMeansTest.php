<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\WindowMeans;

final class WindowMeansTest extends TestCase
{
    /** The exact integral over a window of px that are even in themselves, nothing beyond the picture. */
    private static function mean(Plane $in, float $left, float $top, float $right, float $bottom): float
    {
        $sum = 0.0;
        foreach ($in->values as $i => $value) {
            $x = $i % $in->width;
            $y = intdiv($i, $in->width);
            $sum += $value * max(0.0, min($right, $x + 1) - max($left, $x)) * max(0.0, min($bottom, $y + 1) - max($top, $y));
        }

        return $sum / (($right - $left) * ($bottom - $top));
    }

    public function test_each_px_is_the_mean_over_its_window(): void
    {
        mt_srand(4);
        foreach ([[7, 5, 11.3, 9.0, 14, 11, 3.0], [12, 9, 6.5, 7.25, 11, 12, 5.0], [3, 3, 12.0, 12.0, 16, 16, 5.0], [20, 1, 31.7, 4.2, 34, 7, 3.0], [1, 1, 5.0, 5.0, 9, 9, 5.0]] as [$w, $h, $width, $height, $outWidth, $outHeight, $window]) {
            $in = Pictures::plane($w, $h, fn (): int => mt_rand(0, 3) === 0 ? 65535 : mt_rand(0, 65535));
            $out = WindowMeans::of($in, $width, $height, $outWidth, $outHeight, $window);
            self::assertSame([$outWidth, $outHeight], [$out->width, $out->height]);
            [$stepX, $stepY] = [$w / $width, $h / $height];
            foreach ($out->values as $i => $value) {
                $x = $w / 2 + ($i % $outWidth + 0.5 - $outWidth / 2) * $stepX;
                $y = $h / 2 + (intdiv($i, $outWidth) + 0.5 - $outHeight / 2) * $stepY;
                $true = self::mean($in, $x - $window / 2 * $stepX, $y - $window / 2 * $stepY, $x + $window / 2 * $stepX, $y + $window / 2 * $stepY);
                self::assertEqualsWithDelta($true, $value, 4.0, "{$w} × {$h} to {$width}, place {$i}");
            }
        }
    }

    /** Windows as wide as so many steps share a picture among them: whatever it holds comes out, spread. */
    public function test_all_ink_comes_out(): void
    {
        $in = Pictures::plane(16, 16, fn (int $x, int $y): int => $x === 3 ? 65535 : 0);
        $out = WindowMeans::of($in, 40.0, 40.0, 44, 44, 5.0);
        self::assertEqualsWithDelta(65535 * 16 * (40 / 16) ** 2, array_sum($out->values), 65535 * 16 * 6.25 * 1e-4);
        self::assertSame(0, $out->values[0]);
    }
}
