<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\Steps\GreyMix;
use Yarrowfog\Core\Cut\Steps\HandMask;
use Yarrowfog\Core\Cut\Steps\Patchwork;
use Yarrowfog\Core\Form\HandStroke;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Turning;
use Yarrowfog\Core\Tip\TipKind;

/** Steps against their formulas, worked out here in the plainest way. */
final class WorkedStepsTest extends TestCase
{
    /** Sorted by strength a colour is so much grey, so much of a mixture, so much of a pure colour: every order of the three. */
    public function test_grey_mix_weighs_each_family_by_its_part(): void
    {
        $weights = ['r' => 0.35, 'rg' => 0.8, 'g' => 0.6, 'gb' => 0.7, 'b' => 0.15, 'rb' => 0.45];
        $mix = new GreyMix(array_values($weights));
        $chance = new Randomizer(new Mt19937(3));
        for ($n = 0; $n < 400; $n++) {
            $parts = ['r' => $chance->getInt(0, 255), 'g' => $chance->getInt(0, 255), 'b' => $n % 7 === 0 ? 128 : $chance->getInt(0, 255)];
            $pixel = $parts['r'] << 24 | $parts['g'] << 16 | $parts['b'] << 8 | 200;
            $sorted = $parts;
            arsort($sorted);
            [$most, $middle] = array_keys($sorted);
            [$high, $mid, $low] = array_values($sorted);
            $both = str_contains('rgb', "{$most}{$middle}") || str_contains('rgb', "{$middle}{$most}") ? (str_contains('rgb', "{$most}{$middle}") ? "{$most}{$middle}" : "{$middle}{$most}") : 'rb';
            $grey = max(0.0, min(255.0, $low + ($mid - $low) * $weights[$both] + ($high - $mid) * $weights[$most]));
            $got = $mix->apply(new Bitmap(1, 1, [$pixel]), TipKind::InkMask)->pixels[0];
            self::assertEqualsWithDelta($grey, $got >> 24, 0.51, sprintf('%08X', $pixel));
            self::assertSame([$got >> 24, $got >> 24, 200], [$got >> 16 & 255, $got >> 8 & 255, $got & 255]);
        }
    }

    /** Patches of several runs, some with more than one row: the mean of what they hold, colours by their alpha. */
    public function test_a_patch_is_the_mean_of_its_pixels(): void
    {
        $chance = new Randomizer(new Mt19937(5));
        $picture = Pictures::bitmap(12, 6, fn (): int => $chance->getInt(0, 0xFFFFFF) << 8 | $chance->getInt(0, 255));
        // Runs of three; each patch has runs in several rows.
        $starts = range(0, 71, 3);
        $owners = array_map(fn (int $run): int => $run * 5 % 4, array_keys($starts));
        $out = Patchwork::evenOut($picture, $starts, $owners, 4);
        for ($patch = 0; $patch < 4; $patch++) {
            $sums = [0, 0, 0, 0];
            $count = 0;
            foreach ($picture->pixels as $i => $p) {
                if ($owners[intdiv($i, 3)] === $patch) {
                    $count++;
                    foreach ([24, 16, 8] as $k => $shift) {
                        $sums[$k] += ($p >> $shift & 255) * ($p & 255);
                    }
                    $sums[3] += $p & 255;
                }
            }
            self::assertSame(18, $count);
            $first = $out->pixels[3 * (int) array_search($patch, $owners, true)];
            foreach ([24, 16, 8] as $k => $shift) {
                self::assertEqualsWithDelta($sums[$k] / $sums[3], $first >> $shift & 255, 1.0);
            }
            self::assertEqualsWithDelta($sums[3] / $count, $first & 255, 1.0);
            foreach ($owners as $run => $owner) {
                self::assertTrue($owner !== $patch || array_slice($out->pixels, 3 * $run, 3) === [$first, $first, $first]);
            }
        }
    }

    /** A hard round stroke in the middle of a picture that several tiles lie under: hidden inside, kept outside, on every row. */
    public function test_a_hand_mask_lies_where_it_was_painted(): void
    {
        $paper = Bitmap::ofColour(300, 200, 0x204060FF);
        $tap = fn (bool $shows, float $x, float $y, float $size): HandStroke => new HandStroke($shows, $size, 0.0, false, [[0.0, $x, $y, 0.5]]);
        $hidden = (new HandMask([$tap(false, 0.5, 0.5, 0.4), $tap(true, 0.55, 0.55, 0.1)]))->apply($paper, TipKind::OwnColours);
        foreach ($hidden->pixels as $i => $pixel) {
            $x = $i % 300 + 0.5;
            $y = intdiv($i, 300) + 0.5;
            $from = hypot($x - 150, $y - 100) - 60;
            $again = hypot($x - 165, $y - 110) - 15;
            if (abs($from) > 2.5 && abs($again) > 2.5) {
                self::assertSame($from > 0 || $again < 0 ? 0x204060FF : 0, $pixel, "{$x}, {$y}");
            }
        }
    }

    /** What a turned picture holds lies within w·|cos| + h·|sin| by w·|sin| + h·|cos|. */
    public function test_the_room_of_a_turned_picture(): void
    {
        self::assertSame([[100, 40], [40, 100], [100, 40], [40, 100]], array_map(fn (float $a): array => Turning::size(100, 40, $a), [0.0, 90.0, 180.0, -90.0]));
        // 100 · 0.8660 + 40 · 0.5 and 100 · 0.5 + 40 · 0.8660; the same whichever way.
        foreach ([30.0, -30.0, 150.0, 210.0] as $angle) {
            self::assertSame([107, 85], Turning::size(100, 40, $angle));
        }
        // A whole number is no reason for a px more: 30 · 0.6 + 40 · 0.8 and so on, at the angle of 3 : 4 : 5.
        self::assertSame([50, 48], Turning::size(30, 40, rad2deg(atan2(4, 3))));
    }

    /** A turned picture against bilinear sampling written out, its edge against nothing included. */
    public function test_a_turned_picture_is_sampled_bilinearly(): void
    {
        $chance = new Randomizer(new Mt19937(9));
        $in = Pictures::bitmap(23, 17, fn (int $x, int $y): int => (40 + 9 * $x) << 24 | (30 + 12 * $y) << 16 | $chance->getInt(60, 90) << 8 | (($x + $y) % 5 === 0 ? 160 : 255));
        foreach ([30.0, -75.0, 200.0] as $angle) {
            $out = Turning::of($in, $angle);
            $cos = cos(deg2rad($angle));
            $sin = sin(deg2rad($angle));
            foreach ($out->pixels as $i => $pixel) {
                $x = $i % $out->width + 0.5 - $out->width / 2;
                $y = intdiv($i, $out->width) + 0.5 - $out->height / 2;
                $expected = self::bilinear($in, $x * $cos + $y * $sin + $in->width / 2 - 0.5, -$x * $sin + $y * $cos + $in->height / 2 - 0.5);
                self::assertEqualsWithDelta($expected[3], $pixel & 255, 3.0, "alpha at {$i}, {$angle}°");
                foreach ([24, 16, 8] as $k => $shift) {
                    // Where there is little alpha, rounding is large in what is divided by it.
                    self::assertEqualsWithDelta($expected[$k], $pixel >> $shift & 255, ($pixel & 255) > 40 ? 5.0 : 255.0, "colour at {$i}, {$angle}°");
                }
            }
        }
    }

    /** The slightest blur mixes a pixel with the one beside it on each side, and no further. */
    public function test_a_slight_blur_reaches_one_pixel(): void
    {
        $dot = Pictures::plane(9, 9, fn (int $x, int $y): int => $x === 4 && $y === 4 ? 60000 : 0);
        foreach ([0.2, 0.3, 0.4] as $sigma) {
            $blurred = Blur::gaussian($dot, $sigma);
            // The bell at whole px, of which all together are 1.
            $side = exp(-0.5 / $sigma ** 2);
            $whole = 1 + 2 * $side;
            foreach ($blurred->values as $i => $value) {
                $x = abs($i % 9 - 4);
                $y = abs(intdiv($i, 9) - 4);
                $weight = fn (int $d): float => $d === 0 ? 1 / $whole : ($d === 1 ? $side / $whole : 0.0);
                self::assertEqualsWithDelta(60000 * $weight($x) * $weight($y), $value, 300, "{$x}, {$y} at σ {$sigma}");
            }
            self::assertEqualsWithDelta(60000, array_sum($blurred->values), 10);
        }
        self::assertSame($dot->values, Blur::gaussian($dot, 0.1)->values);
        self::assertCount(81, (new Plane(9, 9, $dot->values))->values);
    }

    /** @return array{float, float, float, float} red, green, blue, alpha */
    private static function bilinear(Bitmap $in, float $u, float $v): array
    {
        $sum = [0.0, 0.0, 0.0, 0.0];
        foreach ([0, 1] as $dx) {
            foreach ([0, 1] as $dy) {
                $x = (int) floor($u) + $dx;
                $y = (int) floor($v) + $dy;
                $weight = (1 - abs($u - $x)) * (1 - abs($v - $y));
                if ($x < 0 || $y < 0 || $x >= $in->width || $y >= $in->height) {
                    continue;
                }
                $p = $in->at($x, $y);
                foreach ([24, 16, 8] as $k => $shift) {
                    $sum[$k] += ($p >> $shift & 255) * ($p & 255) * $weight;
                }
                $sum[3] += ($p & 255) * $weight;
            }
        }

        return [$sum[3] > 0 ? $sum[0] / $sum[3] : 0.0, $sum[3] > 0 ? $sum[1] / $sum[3] : 0.0, $sum[3] > 0 ? $sum[2] / $sum[3] : 0.0, $sum[3]];
    }
}
