<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Homography;

final class HomographyTest extends TestCase
{
    private const QUAD = [[30.0, 12.0], [150.0, 40.0], [140.0, 120.0], [10.0, 100.0]];

    public function test_the_square_goes_to_the_corners_and_its_middle_to_where_the_diagonals_meet(): void
    {
        $map = Homography::ofSquare(self::QUAD);
        foreach ([[0, 0], [1, 0], [1, 1], [0, 1]] as $i => [$x, $y]) {
            self::assertEqualsWithDelta(self::QUAD[$i], $map->apply($x, $y), 1e-9);
        }
        [$mx, $my] = $map->apply(0.5, 0.5);
        $cross = fn (array $p, array $q): float => ($q[0] - $p[0]) * ($my - $p[1]) - ($q[1] - $p[1]) * ($mx - $p[0]);
        self::assertEqualsWithDelta(0, $cross(self::QUAD[0], self::QUAD[2]), 1e-6);
        self::assertEqualsWithDelta(0, $cross(self::QUAD[1], self::QUAD[3]), 1e-6);
    }

    public function test_a_map_and_the_way_back_are_nothing_and_chains_are_one_after_the_other(): void
    {
        $chance = new Chance(3);
        for ($n = 0; $n < 50; $n++) {
            $u = fn (int $k): float => $chance->signedUnit($n, $k);
            $one = new Homography(1 + 0.3 * $u(0), 0.3 * $u(1), 0.3 * $u(2), 1 + 0.3 * $u(3), 20 * $u(4), 20 * $u(5), 0.002 * $u(6), 0.002 * $u(7), 1 + 0.2 * $u(8));
            $other = Homography::ofSquare(self::QUAD);
            [$x, $y] = [40 * $u(9), 40 * $u(10)];
            self::assertEqualsWithDelta([$x, $y], $one->inverse()->apply(...$one->apply($x, $y)), 1e-6);
            self::assertEqualsWithDelta($other->apply(...$one->apply($x, $y)), $other->after($one)->apply($x, $y), 1e-6);
        }
    }

    public function test_nothing_changed_is_the_same_picture_to_the_bit_and_half_a_step_the_mean_of_two(): void
    {
        $in = Pictures::bitmap(9, 7, fn (int $x, int $y): int => ($x * 28) << 24 | ($y * 36) << 16 | ($x * $y & 255) << 8 | 255);
        $same = new Homography(1, 0, 0, 1, 0, 0);
        self::assertSame($in->pixels, Homography::warp($in, $same, 9, 7)->pixels);
        $two = new Bitmap(2, 1, [0x204060FF, 0x6080A0FF]);
        self::assertSame([0x406080FF], Homography::warp($two, new Homography(1, 0, 0, 1, 0.5, 0), 1, 1)->pixels);
        // Beyond the picture there is nothing, and half-clear neighbours do not darken it.
        $out = Homography::warp($two, new Homography(1, 0, 0, 1, -1, 0), 4, 1)->pixels;
        self::assertSame([0, 0x204060FF, 0x6080A0FF, 0], $out);
        $edge = Homography::warp(new Bitmap(2, 1, [0xC08040FF, 0]), new Homography(1, 0, 0, 1, 0.5, 0), 1, 1)->pixels[0];
        self::assertEqualsWithDelta(128, $edge & 255, 1);
        self::assertEqualsWithDelta(0xC0, $edge >> 24, 2);
    }

    public function test_what_was_put_into_perspective_comes_back(): void
    {
        $page = Pictures::bitmap(160, 120, fn (int $x, int $y): int => Pictures::grey((int) (128 + 100 * sin($x / 9) * cos($y / 7))));
        $to = Homography::ofSquare([[60.0, 30.0], [330.0, 70.0], [360.0, 260.0], [20.0, 280.0]])->after(new Homography(1 / 160, 0, 0, 1 / 120, 0, 0));
        $photo = Homography::warp($page, $to->inverse(), 400, 300);
        self::assertSame(0, $photo->at(5, 5) & 255);
        $back = Homography::warp($photo, $to, 160, 120);
        $off = 0;
        for ($y = 4; $y < 116; $y++) {
            for ($x = 4; $x < 156; $x++) {
                $off = max($off, abs(($back->at($x, $y) >> 24) - ($page->at($x, $y) >> 24)));
            }
        }
        self::assertLessThan(6, $off);
    }
}
