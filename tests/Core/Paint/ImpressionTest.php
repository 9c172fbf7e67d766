<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Dab\DabFootprint;
use Yarrowfog\Core\Paint\Dab\Impression;
use Yarrowfog\Core\Paint\Dab\Pose;
use Yarrowfog\Core\Paint\Dab\StencilCache;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Drift;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

/** A print in its own colours, pixel by pixel, against bilinear sampling written out. */
final class ImpressionTest extends TestCase
{
    #[TestWith([0.0, 50.0, 40.0])]
    #[TestWith([30.0, 50.375, 40.625])]
    #[TestWith([-117.0, 50.25, 40.5])]
    public function test_ink_and_colours_are_mixed_from_four_neighbours(float $angle, float $x, float $y): void
    {
        $chance = new Randomizer(new Mt19937(11));
        $picture = Pictures::bitmap(30, 22, fn (): int => $chance->getInt(0, 0xFFFFFF) << 8 | $chance->getInt(40, 255));
        $stencil = (new StencilCache(new HalvedMipChain(Frame::fromPicture($picture, TipKind::OwnColours)), true))->stencil(30.0, 22.0);
        $box = new DabFootprint($stencil, Pose::of(new Shape(30, $angle, 1), $stencil), $x, $y);
        $print = Impression::of($stencil, $box);
        $cos = cos(deg2rad($angle));
        $sin = sin(deg2rad($angle));
        $inked = 0;
        foreach ($print->ink as $i => $ink) {
            $dx = $box->originX + $box->area->x + $i % $box->area->width + 0.5 - $x;
            $dy = $box->originY + $box->area->y + intdiv($i, $box->area->width) + 0.5 - $y;
            $u = $dx * $cos + $dy * $sin + 14.5;
            $v = -$dx * $sin + $dy * $cos + 10.5;
            $sum = [0.0, 0.0, 0.0, 0.0];
            foreach ([0, 1] as $right) {
                foreach ([0, 1] as $below) {
                    [$column, $row] = [(int) floor($u) + $right, (int) floor($v) + $below];
                    if ($column < 0 || $row < 0 || $column >= 30 || $row >= 22) {
                        continue;
                    }
                    $p = $picture->at($column, $row);
                    $weight = (1 - abs($u - $column)) * (1 - abs($v - $row)) * ($p & 255);
                    foreach ([24, 16, 8] as $k => $shift) {
                        $sum[$k] += $weight * ($p >> $shift & 255);
                    }
                    $sum[3] += $weight;
                }
            }
            self::assertEqualsWithDelta($sum[3] * 257, $ink, 700, "ink at {$i}");
            if ($ink > 12000) {
                $inked++;
                foreach ([16, 8, 0] as $k => $shift) {
                    self::assertEqualsWithDelta($sum[$k] / $sum[3], ($print->colours ?? [])[$i] >> $shift & 255, 6.0, "colour at {$i}");
                }
            }
        }
        self::assertGreaterThan(450, $inked);
    }

    public function test_a_print_begins_and_ends_where_its_ink_does(): void
    {
        $print = Impression::filling(new Rect(-3, -1, 5, 4), [0, 0, 0, 0, 0, 0, 7, 0, 8, 0, 9, 0, 0, 0, 0, 0, 0, 0, 0, 5], array_fill(0, 20, 0x102030));
        self::assertSame([5, 1, 0, 4], $print->starts);
        self::assertSame([5, 4, 1, 5], $print->ends);
        self::assertSame(40, $print->size());
        self::assertSame($print, $print->drift(new Drift));
        self::assertSame([1, 2, 3], array_slice($print->withInk([1, 2, 3])->ink, 0, 3));
    }
}
