<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\RowCopy;

final class RowCopyTest extends TestCase
{
    /** Each pixel names its place, so that one that is put elsewhere is told. */
    private static function named(Rect $area, int $from): array
    {
        $out = [];
        for ($y = $area->y; $y < $area->bottom(); $y++) {
            for ($x = $area->x; $x < $area->right(); $x++) {
                $out[] = $from + 1000 * $y + $x;
            }
        }

        return $out;
    }

    /**
     * @param  list<int>  $to
     * @param  list<int>  $from
     * @param  list<int>|null  $within
     */
    #[TestWith([[10, 20, 7, 5], [10, 20, 7, 5], null])]
    #[TestWith([[10, 20, 7, 5], [12, 18, 3, 4], null])]
    #[TestWith([[10, 20, 7, 5], [5, 22, 30, 1], null])]
    #[TestWith([[10, 20, 7, 5], [0, 0, 60, 60], [11, 21, 2, 2]])]
    #[TestWith([[10, 20, 7, 5], [15, 23, 20, 20], [0, 0, 16, 60]])]
    #[TestWith([[10, 20, 7, 5], [17, 20, 4, 4], null])]
    #[TestWith([[10, 20, 7, 5], [10, 25, 4, 4], null])]
    #[TestWith([[10, 20, 7, 5], [10, 20, 7, 5], [40, 40, 2, 2]])]
    public function test_pixels_come_to_the_place_where_both_lie_and_all_others_stay(array $to, array $from, ?array $within): void
    {
        [$toArea, $fromArea] = [new Rect(...$to), new Rect(...$from)];
        $limits = $within === null ? $toArea : new Rect(...$within);
        $out = RowCopy::put(self::named($toArea, 0), $toArea, self::named($fromArea, 1_000_000), $fromArea, $within === null ? null : $limits);

        $is = fn (Rect $area, int $x, int $y): bool => $x >= $area->x && $x < $area->right() && $y >= $area->y && $y < $area->bottom();
        $expected = [];
        for ($y = 20; $y < 25; $y++) {
            for ($x = 10; $x < 17; $x++) {
                $expected[] = 1000 * $y + $x + ($is($fromArea, $x, $y) && $is($limits, $x, $y) ? 1_000_000 : 0);
            }
        }
        self::assertSame($expected, $out);
    }
}
