<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use Imagick;
use ImagickKernel;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\Steps\Levels;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Distances;
use Yarrowfog\Core\Raster\Drag;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Grow;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Raster\Runs;
use Yarrowfog\Core\Tip\TipKind;

/** The raster operations against a general image library, or against brute force where it has no equal. */
final class OracleTest extends TestCase
{
    /**
     * Mean difference below 1 / 255, and below 13 / 255 at every pixel of a picture with hard lines and hairs.
     * Within 3 σ of the edge the two go on beyond it in different ways: by its last pixel, and by the mean of its last ones.
     */
    #[TestWith([1.0])]
    #[TestWith([2.5])]
    #[TestWith([4.0])]
    #[TestWith([9.0])]
    public function test_gaussian_blur(float $sigma): void
    {
        $in = self::drawing(4);
        $image = self::image($in);
        $image->setImageVirtualPixelMethod(Imagick::VIRTUALPIXELMETHOD_EDGE);
        $image->gaussianBlurImage((int) ceil(4 * $sigma), $sigma);
        $edge = (int) ceil(3 * $sigma);
        $inside = fn (array $values): array => array_values(array_filter($values, fn (int $i): bool => min($i % $in->width, $in->width - 1 - $i % $in->width, intdiv($i, $in->width), $in->height - 1 - intdiv($i, $in->width)) >= $edge, ARRAY_FILTER_USE_KEY));
        self::assertNear($inside(self::greys($image)), $inside(Blur::gaussian(self::plane($in), $sigma)->values), 1.0, 13);
    }

    /** Exact but for rounding: 1 / 255. */
    public function test_area_scaling_by_whole_numbers(): void
    {
        $in = self::drawing();
        $image = self::image($in);
        $image->resizeImage(32, 24, Imagick::FILTER_BOX, 1);
        $out = (new Resampler(Filter::Area))->bitmap($in, 32, 24);
        self::assertNear(self::greys($image), array_map(fn (int $p): int => ($p >> 24) * 257, $out->pixels), 0.6, 1.5);
    }

    /** Exact but for rounding: 1 / 255. */
    #[TestWith([20, 230, 1.0])]
    #[TestWith([60, 200, 1.6])]
    public function test_levels(int $dark, int $light, float $middle): void
    {
        $in = self::drawing();
        $image = self::image($in);
        $range = Imagick::getQuantumRange()['quantumRangeLong'];
        $image->levelImage($dark / 255 * $range, $middle, $light / 255 * $range);
        $out = (new Levels($dark, $light, $middle))->apply($in, TipKind::InkMask);
        self::assertNear(self::greys($image), array_map(fn (int $p): int => ($p >> 24) * 257, $out->pixels), 0.6, 1.2);
    }

    /** Discs of whole radii: the same pixels, but for those on the rim, where the library's discs are a little rounder. */
    public function test_growing_and_shrinking(): void
    {
        $mask = Pictures::plane(96, 72, fn (int $x, int $y): int => hypot($x - 40, $y - 30) < 17 || ($x > 70 && $y > 50 && $x < 84) ? 65535 : 0);
        foreach ([4, -4] as $by) {
            $image = self::image(new Bitmap(96, 72, array_map(fn (int $v): int => Pictures::grey($v >> 8), $mask->values)));
            $image->morphology($by > 0 ? Imagick::MORPHOLOGY_DILATE : Imagick::MORPHOLOGY_ERODE, 1, ImagickKernel::fromBuiltIn(Imagick::KERNEL_DISK, '4'));
            $theirs = self::greys($image);
            $different = 0;
            foreach (Grow::by($mask, $by)->values as $i => $v) {
                $different += ($v > 32767) === ($theirs[$i] > 32767) ? 0 : 1;
            }
            self::assertLessThan(25, $different);
        }
    }

    public function test_a_flood_reaches_the_same_pixels(): void
    {
        $in = Pictures::bitmap(96, 72, fn (int $x, int $y): int => Pictures::grey(abs(hypot($x - 48, $y - 36) - 25) < 3 || ($x + 2 * $y) % 37 === 0 ? 0 : 255));
        $image = self::image($in);
        $image->floodfillPaintImage('#808080', 0, 'white', 2, 3, false);
        $theirs = array_filter(self::greys($image), fn (int $v): bool => intdiv($v, 257) === 128);
        $runs = Runs::of(new Plane(96, 72, array_map(fn (int $p): int => ($p >> 24) * 257, $in->pixels)), 60000)->regions(false)->around(3 * 96 + 2);
        $ours = [];
        foreach ($runs->starts as $run => $start) {
            for ($i = $start; $i < $runs->ends[$run]; $i++) {
                $ours[] = $i;
            }
        }
        self::assertSame(array_keys($theirs), $ours);
    }

    public function test_distances_are_exact(): void
    {
        $set = Pictures::plane(41, 29, fn (int $x, int $y): int => ($x * 7 + $y * 13) % 97 === 0 || ($x > 30 && $y > 20) ? 1 : 0)->values;
        $squares = Distances::squaredDistances($set, 41, 29);
        foreach ($squares as $i => $square) {
            $least = PHP_INT_MAX;
            foreach ($set as $k => $is) {
                if ($is !== 0) {
                    $least = min($least, ($i % 41 - $k % 41) ** 2 + (intdiv($i, 41) - intdiv($k, 41)) ** 2);
                }
            }
            self::assertSame($least, $square);
        }
        // With a limit, what is nearer is still exact.
        foreach (Distances::squaredDistances($set, 41, 29, 4) as $i => $square) {
            self::assertTrue($squares[$i] > 16 || $square === $squares[$i]);
        }
    }

    /** Along the axes the mean of so many pixels, exactly but for rounding. */
    public function test_dragging_along_an_axis_is_a_moving_mean(): void
    {
        $in = self::drawing();
        $greys = array_map(fn (int $p): int => $p >> 24, $in->pixels);
        $out = Drag::picture($in, 0.0, 9.0);
        for ($y = 0; $y < $in->height; $y += 5) {
            for ($x = 10; $x < $in->width - 10; $x++) {
                $mean = array_sum(array_slice($greys, $y * $in->width + $x - 4, 9)) / 9;
                self::assertEqualsWithDelta($mean, $out->at($x, $y) >> 24, 0.51);
                self::assertSame(255, $out->at($x, $y) & 255);
            }
        }
    }

    /** Nothing bleeds out of what is transparent: a colour dragged into emptiness grows thinner, and stays that colour. */
    public function test_dragging_keeps_colours(): void
    {
        $in = Pictures::bitmap(60, 9, fn (int $x, int $y): int => $x < 20 ? 0x33AA7780 : 0xFFFFFF00);
        $out = Drag::picture($in, 0.0, 21.0);
        for ($x = 0; $x < 60; $x++) {
            // Of 21 px around a place so many lie in the colour; beyond the picture there is nothing.
            $share = max(0, min(19, $x + 10) - max(0, $x - 10) + 1) / 21;
            self::assertEqualsWithDelta(128 * $share, $out->at($x, 4) & 255, 0.51);
            self::assertSame(($out->at($x, 4) & 255) > 0 ? 0x33AA77 : 0, $out->at($x, 4) >> 8);
        }
    }

    /** Regions told apart by their runs are those a flood from pixel to pixel would find. */
    public function test_regions_agree_with_floods_from_every_pixel(): void
    {
        foreach ([1, 2, 3] as $roll) {
            $plane = Pictures::plane(30, 22, fn (int $x, int $y): int => (($x * 73 + $y * 151 + $x * $y * $roll) % 7) < 4 ? 65535 : 0);
            foreach ([false, true] as $corners) {
                $runs = Runs::of($plane, 1);
                self::assertEquals($runs, Runs::like(implode('', array_map(fn (int $v): string => $v > 0 ? 'x' : '.', $plane->values)), 'x', $plane->width));
                $areas = $runs->regions($corners)->areas;
                sort($areas);
                self::assertSame(self::floodAreas($plane, $corners), array_values($areas));
            }
        }
    }

    /** @return list<int> */
    private static function floodAreas(Plane $plane, bool $corners): array
    {
        $open = $plane->values;
        $areas = [];
        foreach (array_keys($open) as $start) {
            $seeds = [$start];
            $area = 0;
            while ($seeds !== []) {
                $i = array_pop($seeds);
                if ($open[$i] === 0) {
                    continue;
                }
                $open[$i] = 0;
                $area++;
                $x = $i % $plane->width;
                $y = intdiv($i, $plane->width);
                foreach ([[-1, 0], [1, 0], [0, -1], [0, 1], ...$corners ? [[-1, -1], [1, -1], [-1, 1], [1, 1]] : []] as [$dx, $dy]) {
                    if ($x + $dx >= 0 && $x + $dx < $plane->width && $y + $dy >= 0 && $y + $dy < $plane->height) {
                        $seeds[] = $i + $dy * $plane->width + $dx;
                    }
                }
            }
            if ($area > 0) {
                $areas[] = $area;
            }
        }
        sort($areas);

        return $areas;
    }

    private static function drawing(int $scale = 1): Bitmap
    {
        return Pictures::bitmap(96 * $scale, 72 * $scale, fn (int $x, int $y): int => Pictures::grey(hypot($x - 40 * $scale, $y - 30 * $scale) < 19 * $scale || $x === 70 * $scale || $y > 60 * $scale ? 20 : 120 + ($x * 5 + $y * 3) % 110));
    }

    private static function plane(Bitmap $in): Plane
    {
        return new Plane($in->width, $in->height, array_map(fn (int $p): int => ($p >> 24) * 257, $in->pixels));
    }

    private static function image(Bitmap $in): Imagick
    {
        $image = new Imagick;
        $image->newImage($in->width, $in->height, 'black');
        $image->setImageColorspace(Imagick::COLORSPACE_SRGB);
        $image->importImagePixels(0, 0, $in->width, $in->height, 'RGB', Imagick::PIXEL_CHAR, array_merge(...array_map(fn (int $p): array => [$p >> 24, $p >> 16 & 255, $p >> 8 & 255], $in->pixels)));

        return $image;
    }

    /** @return array<int, int> 0–65535 */
    private static function greys(Imagick $image): array
    {
        return array_map(fn (int $v): int => $v * 257, $image->exportImagePixels(0, 0, $image->getImageWidth(), $image->getImageHeight(), 'R', Imagick::PIXEL_CHAR));
    }

    /**
     * @param  array<int, int>  $theirs
     * @param  array<int, int>  $ours
     */
    private static function assertNear(array $theirs, array $ours, float $mean, float $most): void
    {
        self::assertSameSize($theirs, $ours);
        $off = array_map(fn (int $a, int $b): float => abs($a - $b) / 257, $theirs, $ours);
        self::assertLessThan($mean, array_sum($off) / count($off), 'mean');
        self::assertLessThan($most, max($off), 'most');
    }

    /** Hard noise and stripes, on odd and even sides, edges included: against the sampled bell, summed to five σ, with edge values going on. */
    #[TestWith([0.3])]
    #[TestWith([0.5])]
    #[TestWith([0.9])]
    #[TestWith([1.3])]
    #[TestWith([2.0])]
    #[TestWith([2.4])]
    #[TestWith([3.0])]
    #[TestWith([4.0])]
    #[TestWith([7.5])]
    public function test_a_gaussian_is_within_two_of_exact(float $sigma): void
    {
        $chance = new Randomizer(new Mt19937(8));
        foreach ([[61, 47], [64, 48]] as [$width, $height]) {
            foreach (['noise' => fn (): int => 65535 * $chance->getInt(0, 1), 'stripes' => fn (int $x, int $y): int => 65535 * (intdiv($x + $y, 9) % 2)] as $name => $value) {
                $in = Pictures::plane($width, $height, $value);
                $bell = array_map(fn (int $i): float => exp(-$i * $i / (2 * $sigma * $sigma)), range(0, (int) ceil(5 * $sigma)));
                $sum = 2 * array_sum($bell) - 1;
                $across = $both = [];
                for ($i = 0; $i < $width * $height; $i++) {
                    $v = $bell[0] * $in->values[$i];
                    for ($k = 1; $k < count($bell); $k++) {
                        $row = $i - $i % $width;
                        $v += $bell[$k] * ($in->values[$row + max(0, $i % $width - $k)] + $in->values[$row + min($width - 1, $i % $width + $k)]);
                    }
                    $across[] = $v / $sum;
                }
                for ($i = 0; $i < $width * $height; $i++) {
                    $v = $bell[0] * $across[$i];
                    for ($k = 1; $k < count($bell); $k++) {
                        $v += $bell[$k] * ($across[max(0, intdiv($i, $width) - $k) * $width + $i % $width] + $across[min($height - 1, intdiv($i, $width) + $k) * $width + $i % $width]);
                    }
                    $both[] = $v / $sum;
                }
                foreach (Blur::gaussian($in, $sigma)->values as $i => $there) {
                    self::assertEqualsWithDelta($both[$i] / 257, $there / 257, 2, "{$name} of {$width}, at {$i}");
                }
            }
        }
    }

    /** Edges of every direction, dragged obliquely: against the integral along the line, of the picture between its pixels. */
    #[TestWith([10.0, 6.0])]
    #[TestWith([0.0, 6.0])]
    #[TestWith([-35.0, 11.0])]
    #[TestWith([45.0, 8.5])]
    #[TestWith([80.0, 20.0])]
    #[TestWith([90.0, 4.0])]
    public function test_dragging_is_the_integral_along_a_line(float $angle, float $length): void
    {
        $in = Pictures::bitmap(70, 60, fn (int $x, int $y): int => Pictures::grey(($y - 30) < 0.1763 * ($x - 35) && hypot($x - 35, $y - 30) < 24 ? 20 : 235));
        $out = Drag::picture($in, $angle, $length);
        [$cos, $sin] = [cos(deg2rad($angle)), sin(deg2rad($angle))];
        $isFlat = abs($cos) >= abs($sin);
        $grey = fn (int $x, int $y): int => $in->at($x, $y) >> 24;
        for ($y = 12; $y < 48; $y++) {
            for ($x = 12; $x < 58; $x++) {
                // Each step along the nearer axis stands for the line through half a step to either side.
                $sum = 0.0;
                for ($n = 0; $n < 400; $n++) {
                    $t = (($n + 0.5) / 400 - 0.5) * $length;
                    $step = (int) round($t * ($isFlat ? $cos : $sin));
                    $across = $step * ($isFlat ? $sin / $cos : $cos / $sin);
                    $whole = (int) floor($across);
                    [$x0, $y0, $x1, $y1] = $isFlat ? [$x + $step, $y + $whole, $x + $step, $y + $whole + 1] : [$x + $whole, $y + $step, $x + $whole + 1, $y + $step];
                    $sum += $grey($x0, $y0) + ($grey($x1, $y1) - $grey($x0, $y0)) * ($across - $whole);
                }
                self::assertEqualsWithDelta($sum / 400, $out->at($x, $y) >> 24, 4, "{$x}, {$y}");
            }
        }
    }

    /** Lines longer than are summed up tap by tap, along and across hard edges, and over the picture's own. */
    #[TestWith([0.0, 61.0])]
    #[TestWith([10.0, 60.0])]
    #[TestWith([-33.0, 47.3])]
    #[TestWith([45.0, 90.0])]
    #[TestWith([71.0, 55.5])]
    #[TestWith([90.0, 41.0])]
    #[TestWith([116.565, 130.0])]
    public function test_dragging_far_is_the_integral_along_a_line(float $angle, float $length): void
    {
        [$cos, $sin] = [cos(deg2rad($angle)), sin(deg2rad($angle))];
        $ink = fn (int $x, int $y): int => $x < 0 || $y < 0 || $x > 139 || $y > 99 || ($x - 70) * $sin > ($y - 50) * $cos || hypot($x - 90, $y - 60) < 9 ? 0 : 255;
        $out = Drag::picture(Pictures::bitmap(140, 100, fn (int $x, int $y): int => $ink($x, $y)), $angle, $length);
        $isFlat = abs($cos) >= abs($sin);
        $reach = $length * ($isFlat ? abs($cos) : abs($sin)) / 2;
        $slope = $isFlat ? $sin / $cos : $cos / $sin;
        for ($k = 0; $k < 1500; $k++) {
            $x = $k * 37 % 140;
            $y = $k * 53 % 100;
            $sum = 0.0;
            for ($step = (int) -ceil($reach); $step <= ceil($reach); $step++) {
                $part = min(1.0, $reach + 0.5 - abs($step));
                $across = $step * $slope;
                $whole = (int) floor($across);
                [$x0, $y0, $x1, $y1] = $isFlat ? [$x + $step, $y + $whole, $x + $step, $y + $whole + 1] : [$x + $whole, $y + $step, $x + $whole + 1, $y + $step];
                $sum += max(0.0, $part) * ($ink($x0, $y0) + ($ink($x1, $y1) - $ink($x0, $y0)) * ($across - $whole));
            }
            self::assertEqualsWithDelta($sum / (2 * $reach), $out->at($x, $y) & 255, 4, "{$x}, {$y}");
        }
    }

    /** Dragged by an even or an odd length, long or short, a dot stays where it was. */
    public function test_dragging_shifts_nothing(): void
    {
        $dot = Pictures::bitmap(161, 41, fn (int $x, int $y): int => abs($x - 80) < 3 && abs($y - 20) < 3 ? 0x000000FF : 0);
        foreach ([4.0, 5.0, 6.0, 31.0, 40.0, 41.0, 60.0] as $length) {
            foreach ([0.0, 10.0] as $angle) {
                $out = Drag::picture($dot, $angle, $length);
                $sum = $x = 0.0;
                foreach ($out->pixels as $i => $p) {
                    $sum += $p & 255;
                    $x += ($p & 255) * ($i % 161);
                }
                self::assertEqualsWithDelta(80, $x / $sum, 0.1, "{$length} px at {$angle}°");
            }
        }
    }
}
