<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use InvalidArgumentException;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Grow;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Runs;

final class BitmapTest extends TestCase
{
    public function test_bytes_come_back_as_they_went_in(): void
    {
        $bytes = random_bytes(5 * 7 * 4);
        self::assertSame($bytes, Bitmap::fromBytes(5, 7, $bytes)->toBytes());
        $values = random_bytes(6 * 2 * 2);
        self::assertSame($values, Plane::fromBytes(6, 2, $values)->toBytes());
    }

    public function test_a_bitmap_of_the_wrong_length_is_refused(): void
    {
        $this->expectException(InvalidArgumentException::class);
        new Bitmap(3, 3, [1, 2, 3]);
    }

    public function test_cropping_inside_outside_and_across_the_edge(): void
    {
        $in = Pictures::bitmap(4, 3, fn (int $x, int $y): int => 10 * $y + $x + 1);
        self::assertSame([12, 13, 22, 23], $in->crop(new Rect(1, 1, 2, 2))->pixels);
        self::assertSame([0, 0, 0, 1], $in->crop(new Rect(-1, -1, 2, 2))->pixels);
        self::assertSame([0], $in->crop(new Rect(9, 9, 1, 1))->pixels);
    }

    public function test_the_area_with_all_that_shows(): void
    {
        for ($round = 0; $round < 300; $round++) {
            [$width, $height] = [mt_rand(1, 9), mt_rand(1, 9)];
            $shows = [];
            $in = Pictures::bitmap($width, $height, function (int $x, int $y) use (&$shows): int {
                if (mt_rand(0, 12) > 0) {
                    return mt_rand(0, 0xFFFFFF) << 8;
                }
                $shows[] = [$x, $y];

                return 0xFFFFFF01;
            });
            $visible = $in->visible();
            if ($shows === []) {
                self::assertTrue($visible->isEmpty());

                continue;
            }
            [$xs, $ys] = [array_column($shows, 0), array_column($shows, 1)];
            self::assertSame([min($xs), min($ys), max($xs) + 1, max($ys) + 1], [$visible->x, $visible->y, $visible->right(), $visible->bottom()]);
        }
    }

    public function test_places_of_one_cell(): void
    {
        self::assertSame([0, 3, 4, 7], Runs::places('abcaabca', 'a'));
        self::assertSame([2, 6], Runs::places('abcaabca', 'c'));
        self::assertSame([], Runs::places('abc', 'd'));
        self::assertSame([], Runs::places('', 'a'));
    }

    public function test_rectangles(): void
    {
        $a = new Rect(0, 0, 10, 10);
        self::assertSame([5, 5, 5, 5], $a->intersect(new Rect(5, 5, 10, 10))->toArray());
        self::assertTrue($a->intersect(new Rect(10, 0, 5, 5))->isEmpty());
        self::assertSame([0, 0, 20, 12], $a->union(new Rect(15, 2, 5, 10))->toArray());
        self::assertSame($a->toArray(), $a->union(new Rect(3, 3, 0, 0))->toArray());
    }

    public function test_growing_by_a_distance_makes_a_disc_of_that_radius(): void
    {
        $dot = Pictures::plane(21, 21, fn (int $x, int $y): int => $x === 10 && $y === 10 ? 65535 : 0);
        $disc = Grow::by($dot, 5);
        foreach ($disc->values as $i => $value) {
            $inside = ($i % 21 - 10) ** 2 + (intdiv($i, 21) - 10) ** 2 <= 25;
            self::assertSame($inside ? 65535 : 0, $value);
        }
        // Shrinking what was grown gives the dot back.
        self::assertSame(65535, Grow::by($disc, -4.9)->total());
    }

    public function test_blur_has_the_spread_it_is_asked_for_and_loses_nothing(): void
    {
        $dot = Pictures::plane(81, 81, fn (int $x, int $y): int => abs($x - 40) < 4 && abs($y - 40) < 4 ? 65535 : 0);
        $blurred = Blur::gaussian($dot, 6.0);
        self::assertEqualsWithDelta(1.0, $blurred->total() / $dot->total(), 0.01);
        $variance = 0.0;
        foreach ($blurred->values as $i => $value) {
            $variance += $value * ($i % 81 - 40) ** 2 / $blurred->total();
        }
        // σ² of the blur plus that of the square itself; box widths are whole and odd, so σ is met within 3 %.
        self::assertEqualsWithDelta(36.0 + 4.0, $variance, 0.06 * 36);
    }
}
