<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Region;

final class RegionTest extends TestCase
{
    public function test_a_box_is_all_of_its_pixels(): void
    {
        $pixels = DeepBitmap::of(Pictures::bitmap(4, 3, fn (int $x, int $y): int => 0x336699FF));
        $box = Region::box(new Rect(2, 5, 4, 3));
        self::assertNull($box->coverage());
        self::assertSame($pixels, $box->cut($pixels));
        self::assertEquals(new Rect(2, 5, 2, 3), $box->intersect(new Rect(0, 0, 4, 40))->area);
    }

    public function test_an_outline_takes_the_share_of_a_pixel_that_lies_inside(): void
    {
        // From 1.25 to 3.5 across and 2 to 4 down: shares of ¾, 1 and ½.
        $region = Region::outlined([[1.25, 2.0], [3.5, 2.0], [3.5, 4.0], [1.25, 4.0]]);
        self::assertEquals(Rect::between(1, 2, 4, 4), $region->area);
        $coverage = $region->coverage() ?? [];
        foreach ([0.75, 1.0, 0.5, 0.75, 1.0, 0.5] as $i => $share) {
            self::assertEqualsWithDelta(65535 * $share, $coverage[$i], 16);
        }
        $full = new DeepBitmap(3, 2, array_fill(0, 6, DeepBitmap::word(0x80FF40FF)));
        $cut = $region->cut($full);
        foreach ([45, 30, 15, 0] as $shift) {
            $was = $full->words[0] >> $shift & DeepBitmap::CHANNEL;
            self::assertEqualsWithDelta(0.75 * $was, $cut->words[0] >> $shift & DeepBitmap::CHANNEL, 9);
            self::assertSame($was, $cut->words[1] >> $shift & DeepBitmap::CHANNEL);
            self::assertEqualsWithDelta(0.5 * $was, $cut->words[2] >> $shift & DeepBitmap::CHANNEL, 9);
        }
    }

    public function test_what_lies_outside_of_the_sheet_is_left_out_and_the_outline_stays_where_it_is(): void
    {
        $region = Region::outlined([[-10.0, -10.0], [10.0, -10.0], [-10.0, 10.0]])->intersect(new Rect(0, 0, 50, 50));
        self::assertEquals(new Rect(0, 0, 10, 10), $region->area);
        $coverage = $region->coverage() ?? [];
        // The slanting side goes through (0, 0) and (10, −10): nothing of it lies on the sheet.
        self::assertSame(0, array_sum($coverage));
        $half = Region::outlined([[0.0, 0.0], [10.0, 0.0], [0.0, 10.0]])->coverage() ?? [];
        self::assertEqualsWithDelta(50 * 65535, array_sum($half), 65535);
        self::assertTrue(Region::outlined([[60.0, 60.0], [70.0, 60.0], [70.0, 70.0]])->intersect(new Rect(0, 0, 50, 50))->area->isEmpty());
    }
}
