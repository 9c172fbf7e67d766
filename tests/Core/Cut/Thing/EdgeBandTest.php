<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Cut\Thing\EdgeBand;

final class EdgeBandTest extends TestCase
{
    private const WIDTH = 7;

    private const HEIGHT = 5;

    /** Against the plain mean over the px and its four neighbours, as far as they are of its kind and on the picture. */
    public function test_a_sure_px_stands_for_its_neighbours_of_the_same_kind(): void
    {
        $chance = new Chance(71);
        $pixels = [];
        $values = '';
        for ($i = 0; $i < self::WIDTH * self::HEIGHT; $i++) {
            $pixels[] = (int) ($chance->unit(1, $i) * 0x1000000) << 8 | 255;
            $values .= "\0\1\2"[(int) ($chance->unit(2, $i) * 3)];
        }
        foreach ($pixels as $i => $p) {
            [$x, $y] = [$i % self::WIDTH, intdiv($i, self::WIDTH)];
            $same = [$p];
            foreach ([[$x - 1, $y], [$x + 1, $y], [$x, $y - 1], [$x, $y + 1]] as [$u, $v]) {
                if ($u >= 0 && $v >= 0 && $u < self::WIDTH && $v < self::HEIGHT && $values[$v * self::WIDTH + $u] === $values[$i]) {
                    $same[] = $pixels[$v * self::WIDTH + $u];
                }
            }
            $mean = fn (int $shift): int => intdiv(array_sum(array_map(fn (int $q): int => $q >> $shift & 255, $same)), count($same));
            self::assertSame(dechex($mean(24) << 24 | $mean(16) << 16 | $mean(8) << 8 | 255), dechex(EdgeBand::mean($pixels, $values, self::WIDTH, $i)), "{$x}, {$y}");
        }
    }
}
