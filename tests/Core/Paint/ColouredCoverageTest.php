<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Paint\Tile\ColouredCoverage;
use Yarrowfog\Core\Raster\DeepBitmap;

final class ColouredCoverageTest extends TestCase
{
    public function test_coverage_and_colour_stand_where_they_are_said_to(): void
    {
        $word = ColouredCoverage::pack(0xABCD, 0x123456);
        self::assertSame(0xABCD, $word >> 45);
        self::assertSame([0x12 << 7, 0x34 << 7, 0x56 << 7], [$word >> 30 & 32767, $word >> 15 & 32767, $word & 32767]);
        self::assertSame(0xABCD, ColouredCoverage::coverageOf($word));
        // The most of everything is no negative number.
        self::assertGreaterThan(0, ColouredCoverage::pack(65535, 0xFFFFFF));
        // Below its coverage it has the channels of a deep pixel, shifted by one channel.
        self::assertSame([0x12, 0x34, 0x56], array_map(fn (int $shift): int => ($word >> $shift & DeepBitmap::CHANNEL) >> 7, [30, 15, 0]));
    }

    public function test_other_coverage_keeps_the_colours_there_are(): void
    {
        $tile = [ColouredCoverage::pack(500, 0x102030), 0, ColouredCoverage::pack(65535, 0xFFEEDD)];
        self::assertSame([500, 0, 65535], ColouredCoverage::toCoverage($tile));
        self::assertSame([ColouredCoverage::pack(7, 0x102030), ColouredCoverage::pack(9, 0xAABBCC), ColouredCoverage::pack(0, 0xFFEEDD)], ColouredCoverage::withCoverage($tile, [7, 9, 0], 0xAABBCC));
    }
}
