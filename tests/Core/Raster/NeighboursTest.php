<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Raster\Neighbours;

final class NeighboursTest extends TestCase
{
    /** Whatever lies one step away by its column and row. */
    public function test_pixels_beside_a_pixel_lie_on_the_same_side_of_the_picture(): void
    {
        foreach ([[5, 4], [1, 6], [6, 1], [1, 1], [2, 2]] as [$width, $height]) {
            $all = range(0, $width * $height - 1);
            foreach ($all as $i) {
                $beside = array_values(array_filter($all, fn (int $j): bool => abs($i % $width - $j % $width) + abs(intdiv($i, $width) - intdiv($j, $width)) === 1));
                $found = Neighbours::four($i, $width, $width * $height);
                sort($found);
                self::assertSame($beside, $found, "{$i} of {$width} × {$height}");
            }
        }
    }
}
