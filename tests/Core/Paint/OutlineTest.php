<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Paint\Dab\DabFootprint;
use Yarrowfog\Core\Paint\Dab\Impression;
use Yarrowfog\Core\Paint\Dab\Pose;
use Yarrowfog\Core\Paint\Dab\ScanlineSpans;
use Yarrowfog\Core\Paint\Dab\Stencil;

final class OutlineTest extends TestCase
{
    public function test_a_square_of_ink_has_a_square_outline_one_pixel_around_it(): void
    {
        $corners = Stencil::outline(Stencil::fours(array_fill(0, 16, 65535), 4, 4), 4, 4)->corners;
        self::assertEqualsWithDelta(2.5, max(array_column($corners, 0)), 1e-9);
        self::assertEqualsWithDelta(-2.5, min(array_column($corners, 1)), 1e-9);
    }

    /** Ink that lies in one corner of its stencil: each side is told from that side of it. */
    public function test_an_outline_keeps_to_ink_off_the_middle(): void
    {
        $ink = array_fill(0, 100, 0);
        foreach ([[1, 2], [2, 2], [3, 2], [1, 3], [2, 3], [3, 3]] as [$x, $y]) {
            $ink[10 * $y + $x] = 65535;
        }
        $corners = Stencil::outline(Stencil::fours($ink, 10, 10), 10, 10)->corners;
        // From the middles of its pixels, which lie 4.5 from that of the stencil, one px to each side.
        self::assertEqualsWithDelta([-4.5, -0.5], [min(array_column($corners, 0)), max(array_column($corners, 0))], 1e-9);
        self::assertEqualsWithDelta([-3.5, -0.5], [min(array_column($corners, 1)), max(array_column($corners, 1))], 1e-9);
    }

    public function test_fours_hold_each_value_with_its_neighbours(): void
    {
        // 2 · 2 values in a border of seven: 16 · 16.
        $fours = Stencil::fours([2, 4, 6, 8], 2, 2);
        self::assertCount(256, $fours);
        $there = [
            6 * 16 + 6 => 1 << 48,
            6 * 16 + 7 => 1 << 32 | 2 << 48,
            6 * 16 + 8 => 2 << 32,
            7 * 16 + 6 => 1 << 16 | 3 << 48,
            7 * 16 + 7 => 1 | 2 << 16 | 3 << 32 | 4 << 48,
            7 * 16 + 8 => 2 | 4 << 32,
            8 * 16 + 6 => 3 << 16,
            8 * 16 + 7 => 3 | 4 << 16,
            8 * 16 + 8 => 4,
        ];
        foreach ($fours as $i => $four) {
            self::assertSame($there[$i] ?? 0, $four, "place {$i}");
        }
    }

    public function test_a_tip_without_ink_prints_nothing(): void
    {
        $stencil = self::stencil(array_fill(0, 64, 0), 8, 8);
        $box = new DabFootprint($stencil, new Pose(1, 0, 0, 1), 20, 20);
        self::assertTrue($box->area->isEmpty());
        self::assertSame([], Impression::of($stencil, $box)->ink);
    }

    /** No pixel that bilinear mixing could ink may lie outside the rows: posed by chance, mirrored too. */
    public function test_random_poses_lose_no_ink(): void
    {
        $chance = new Randomizer(new Mt19937(11));
        for ($n = 0; $n < 60; $n++) {
            $width = $chance->getInt(1, 24);
            $height = $chance->getInt(1, 24);
            $values = [];
            for ($i = 0; $i < $width * $height; $i++) {
                $values[] = $chance->getInt(0, 9) === 0 ? $chance->getInt(2, 65535) : 0;
            }
            $stencil = self::stencil($values, $width, $height);
            $turn = $chance->getInt(0, 6283) / 1000;
            $scale = $chance->getInt(50, 300) / 100;
            $mirror = $chance->getInt(0, 1) === 1 ? -1 : 1;
            $pose = new Pose($scale * cos($turn) * $mirror, -$scale * sin($turn), $scale * sin($turn) * $mirror, $scale * cos($turn));
            $box = new DabFootprint($stencil, $pose, 100 + $chance->getInt(0, 7) / 8, 100 + $chance->getInt(0, 7) / 8);
            $rows = ScanlineSpans::of($box);
            $inside = 0;
            for ($y = -60; $y < 60; $y++) {
                for ($x = -60; $x < 60; $x++) {
                    $u = $box->u0 + $x * $box->ux + $y * $box->uy;
                    $v = $box->v0 + $x * $box->vx + $y * $box->vy;
                    $at = ((int) $v >> 16) * $stencil->width + ((int) $u >> 16);
                    if ($u < 0 || $v < 0 || $u >= ($stencil->width - 1) * 65536 || $v >= ($stencil->height - 1) * 65536 || $stencil->fours[$at] === 0) {
                        continue;
                    }
                    // The weight of what lies there may still be next to nothing.
                    $f = fmod($u, 65536) / 65536;
                    $g = fmod($v, 65536) / 65536;
                    $q = $stencil->fours[$at];
                    $ink = (1 - $g) * ((1 - $f) * ($q & 32767) + $f * ($q >> 16 & 32767)) + $g * ((1 - $f) * ($q >> 32 & 32767) + $f * ($q >> 48));
                    if ($ink < 1) {
                        continue;
                    }
                    $inside++;
                    $row = $y - $box->area->y;
                    $column = $x - $box->area->x;
                    self::assertTrue(isset($rows->starts[$row]) && $column >= $rows->starts[$row] && $column < $rows->ends[$row], "{$n}: {$x}, {$y}");
                }
            }
            self::assertTrue($inside > 0 || array_sum($values) === 0 || $scale < 1);
        }
    }

    /** @param  list<int>  $values */
    private static function stencil(array $values, int $width, int $height): Stencil
    {
        $fours = Stencil::fours($values, $width, $height);

        return new Stencil($width + 2 * Stencil::BORDER, $height + 2 * Stencil::BORDER, 1, 1, $fours, null, Stencil::outline($fours, $width, $height));
    }
}
