<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Raster\Bytes;

final class BytesTest extends TestCase
{
    public function test_bytes_stand_in_the_order_that_is_named(): void
    {
        self::assertSame("\x11\x22\x33\x44\xAA\xBB\xCC\xDD\x01\x02\x03\x04", Bytes::fromPixels([0x11223344, 0xAABBCCDD, 0x01020304]));
        self::assertSame([0x11223344, 0xAABBCCDD, 0x01020304], Bytes::toPixels("\x11\x22\x33\x44\xAA\xBB\xCC\xDD\x01\x02\x03\x04"));
        self::assertSame("\x44\xDD\x04\x33\xCC\x03\x22\xBB\x02\x11\xAA\x01", Bytes::planes([0x11223344, 0xAABBCCDD, 0x01020304]));
        self::assertSame([0x11223344, 0xAABBCCDD, 0x01020304], Bytes::ofPlanes("\x44\xDD\x04\x33\xCC\x03\x22\xBB\x02\x11\xAA\x01"));
        self::assertSame([], Bytes::ofPlanes(Bytes::planes([])));
        self::assertSame("\x34\x12\xFF\xFF\x01\x00\x00\x80\x05\x00", Bytes::fromValues([0x1234, 0xFFFF, 1, 0x8000, 5]));
        self::assertSame([0x1234, 0xFFFF, 1, 0x8000, 5], Bytes::toValues("\x34\x12\xFF\xFF\x01\x00\x00\x80\x05\x00"));
        self::assertSame([], Bytes::toPixels(''));
        self::assertSame('', Bytes::fromValues([]));
    }

    /** Random lengths, odd ones and those around a chunk among them: there and back is the same. */
    #[TestWith([1])]
    #[TestWith([2])]
    #[TestWith([3])]
    #[TestWith([7])]
    #[TestWith([65535])]
    #[TestWith([65537])]
    #[TestWith([131075])]
    public function test_there_and_back(int $count): void
    {
        $chance = new Randomizer(new Mt19937($count));
        $pixels = $values = [];
        for ($i = 0; $i < $count; $i++) {
            $pixels[] = $chance->getInt(0, 0xFFFFFFFF);
            $values[] = $chance->getInt(0, 65535);
        }
        self::assertTrue($pixels === Bytes::toPixels(Bytes::fromPixels($pixels)));
        self::assertTrue($pixels === Bytes::ofPlanes(Bytes::planes($pixels)));
        self::assertTrue($values === Bytes::toValues(Bytes::fromValues($values)));
        self::assertSame(4 * $count, strlen(Bytes::fromPixels($pixels)));
    }
}
