<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

final class StrokePainterTest extends TestCase
{
    /** A line of 3 px in a tip of 512: the same ink at every size, turned or not. */
    #[TestWith([1.0])]
    #[TestWith([0.5])]
    #[TestWith([0.25])]
    #[TestWith([0.13])]
    #[TestWith([0.17])]
    #[TestWith([0.71])]
    #[TestWith([0.06621])]
    #[TestWith([0.07015])]
    public function test_a_thin_line_keeps_its_weight(float $part): void
    {
        $frame = new Frame(Pictures::plane(512, 512, fn (int $x, int $y): int => $x > 253 && $x < 257 && $y > 60 && $y < 450 ? 65535 : 0));
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 512 * $part, 'spread' => 0.001]]]);
        foreach ([[0.0, 0.0], [0.375, 0.0], [0.0, 33.0], [0.5, 90.0]] as [$phase, $angle]) {
            $dab = new Dab(0, 0, 300 + $phase, 300, new Shape(512 * $part, $angle, 1.0), 1, 1, 0);
            $painter = new DabPrinter(new HalvedMipChain($frame), $brush);
            $buffer = $painter->buffer(new Rect(0, 0, 640, 640), $dab->colour);
            $painter->paint([$dab], $buffer);
            self::assertEqualsWithDelta(1.0, self::ink($buffer) / ($frame->ink->total() * $part * $part), 0.02, "{$part} at {$angle}° + {$phase}");
        }
    }

    public function test_a_print_stands_where_it_is_put(): void
    {
        $dab = new Dab(0, 0, 100.25, 60.5, new Shape(40, 30, 1), 1, 1, 0);
        $painter = new DabPrinter(Pictures::roundTip(), BrushSettings::read(['settings' => ['size' => ['base' => 40, 'spread' => 0.1]]]));
        $buffer = $painter->buffer(new Rect(0, 0, 200, 200), $dab->colour);
        $painter->paint([$dab], $buffer);
        $sum = $x = $y = 0;
        foreach (self::coverage($buffer) as [$px, $py, $c]) {
            $sum += $c;
            $x += $c * ($px + 0.5);
            $y += $c * ($py + 0.5);
        }
        self::assertEqualsWithDelta(100.25, $x / $sum, 0.03);
        self::assertEqualsWithDelta(60.5, $y / $sum, 0.03);
    }

    public function test_kept_impressions_print_what_turning_each_dab_prints(): void
    {
        $tip = Pictures::roundTip();
        // A spread that is too small to move anything forces the other way of printing.
        foreach ([[32, 16], [100, 8], [300, 4]] as [$size, $grid]) {
            $dabs = array_map(fn (int $i): Dab => new Dab($i, 0, 200 + 7 * $i / $grid, 200 + 11 * $i / $grid, new Shape($size, 20, 1), 1, 1, 0), range(0, 20));
            $strokes = [];
            foreach ([[], ['spread' => 1e-9]] as $spread) {
                $printer = new DabPrinter($tip, BrushSettings::read(['settings' => ['size' => ['base' => $size], 'angle' => ['base' => 20, ...$spread], 'flow' => ['base' => 0.3]]]));
                $printer->paint($dabs, $strokes[] = $printer->buffer(new Rect(0, 0, 512, 512), 0));
            }
            self::assertLessThan(65535 / 255 / 2, self::mostApart(...$strokes), "{$size} px");
            // Off the grid they are put on the nearest place of it, where they would be turned one by one.
            $off = new Dab(0, 0, 200 + 2.49 / $grid, 200 + 2.51 / $grid, new Shape($size, 20, 1), 1, 1, 0);
            $printer = new DabPrinter($tip, BrushSettings::read(['settings' => ['size' => ['base' => $size], 'angle' => ['base' => 20]]]));
            $printer->paint([$off], $placed = $printer->buffer(new Rect(0, 0, 512, 512), 0));
            $printer->paint([$off->at(200 + 2 / $grid, 200 + 3 / $grid)], $there = $printer->buffer(new Rect(0, 0, 512, 512), 0));
            self::assertSame(0, self::mostApart($placed, $there));
        }
    }

    /** Of one tip prints are kept from stroke to stroke: each stroke is what it would be as the first one. */
    public function test_strokes_share_what_is_kept_and_nothing_else(): void
    {
        $ramp = fn (): HalvedMipChain => new HalvedMipChain(new Frame(Pictures::plane(60, 60, fn (int $x, int $y): int => $x * 700 + $y * 300)));
        $coloured = fn (): HalvedMipChain => new HalvedMipChain(Frame::fromPicture(Pictures::bitmap(40, 40, fn (int $x, int $y): int => $x * 6 << 24 | $y * 6 << 16 | 0x80FF), TipKind::TwoInk));
        $trace = Movements::swell(new Rect(20, 20, 200, 100));
        $bounds = new Rect(0, 0, 256, 160);
        $all = array_merge(...array_map(fn (array $more): array => array_map(fn (array $s): array => [...$s, ...$more], [
            ['size' => ['base' => 32]],
            ['size' => ['base' => 24]],
            ['size' => ['base' => 32], 'angle' => ['base' => 20]],
            ['size' => ['base' => 32], 'roundness' => ['base' => 0.5]],
            ['size' => ['base' => 32], 'mirrorAcross' => ['base' => 'always']],
            ['size' => ['base' => 32], 'flow' => ['base' => 0.4]],
            ['size' => ['base' => 32], 'flow' => ['base' => 0.4, 'drives' => [['input' => 'pressure', 'from' => 0.2, 'to' => 1]]]],
        ]), [[], ['opacity' => ['base' => 0.7]]]));
        foreach ([[$ramp, TipKind::InkMask], [$coloured, TipKind::TwoInk]] as [$make, $kind]) {
            $tip = $make();
            foreach ([0, 1] as $round) {
                foreach ($all as $i => $settings) {
                    foreach ($kind === TipKind::TwoInk ? [0xFF0000, 0x0000FF] : [0] as $ink) {
                        $brush = BrushSettings::read(['kind' => $kind->value, 'settings' => $settings])->withInks(Srgb::fromInt($ink), Srgb::fromInt(0x00FF00));
                        self::assertTrue(self::tiles((new StrokePainter($tip, $brush))->stroke($trace, 1, $bounds)) === self::tiles((new StrokePainter($make(), $brush))->stroke($trace, 1, $bounds)), "{$kind->value} {$i}, round {$round}");
                    }
                }
            }
        }
    }

    public function test_opacity_is_a_ceiling_where_it_stays_even_and_not_where_it_adds_up(): void
    {
        $cross = new Trace(array_map(fn (int $i): Sample => new Sample($i * 10, 60 + 30 * sin($i), 60 + 30 * cos($i * 1.3)), range(0, 40)));
        $most = fn (string $overlap): int => max(array_column(self::coverage((new StrokePainter(
            Pictures::roundTip(),
            BrushSettings::read(['settings' => ['size' => ['base' => 30], 'opacity' => ['base' => 0.5], 'overlap' => ['base' => $overlap]]]),
        ))->stroke($cross, 1, new Rect(0, 0, 128, 128))), 2));
        self::assertEqualsWithDelta(32768, $most('stays even'), 1);
        self::assertGreaterThan(60000, $most('adds up'));
    }

    public function test_a_stroke_is_painted_the_same_across_tiles_and_cut_at_the_sheets_edge(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 60], 'driftHue' => ['base' => 50]]]);
        $paint = fn (float $dx, Rect $bounds): array => self::coverage((new StrokePainter(Pictures::roundTip(), $brush))->stroke(new Trace([new Sample(0, 30 + $dx, 50), new Sample(50, 80 + $dx, 70), new Sample(99, 120 + $dx, 40)]), 4, $bounds));
        $here = $paint(0, new Rect(0, 0, 400, 200));
        $there = array_map(fn (array $p): array => [$p[0] - 100, $p[1], $p[2]], $paint(100, new Rect(0, 0, 400, 200)));
        usort($here, fn (array $a, array $b): int => [$a[0], $a[1]] <=> [$b[0], $b[1]]);
        usort($there, fn (array $a, array $b): int => [$a[0], $a[1]] <=> [$b[0], $b[1]]);
        // What lay left of the sheet the first time was cut off.
        self::assertSame($here, array_values(array_filter($there, fn (array $p): bool => $p[0] >= 0)));
        foreach ($paint(0, new Rect(0, 0, 90, 60)) as [$x, $y]) {
            self::assertTrue($x < 90 && $y < 60);
        }
    }

    public function test_own_colours_stay_as_they_are_where_the_tip_is_full(): void
    {
        $picture = Pictures::bitmap(40, 40, fn (int $x, int $y): int => hypot($x - 19.5, $y - 19.5) > 18 ? 0 : ($x < 20 ? 0xC04020FF : 0x2040C0FF));
        $levels = new HalvedMipChain(Frame::fromPicture($picture, TipKind::OwnColours));
        $brush = BrushSettings::read(['kind' => 'own colours', 'settings' => ['size' => ['base' => 40]]]);
        $out = Swatch::paint($levels, $brush, [new Trace([new Sample(0, 32, 32)])], 1, 64, 64);
        self::assertSame(0xC04020FF, $out->at(22, 32));
        self::assertSame(0x2040C0FF, $out->at(42, 32));
        self::assertSame(0, $out->at(2, 2));
    }

    public function test_laying_over_follows_the_compositing_standard(): void
    {
        $buffer = new StrokeBuffer(new Rect(0, 0, 128, 128), 0xFF0000);
        $tile = $buffer->take('0 0');
        $tile[0] = 32900;
        $tile[1] = 65535;
        $tile[2] = 32900;
        $buffer->put('0 0', $tile, [0, 0, 3, 1]);
        $out = Compositor::over(DeepBitmap::of(new Bitmap(4, 1, [0xFFFFFFFF, 0x00FF00FF, 0, 0x123456FF])), new Rect(0, 0, 4, 1), $buffer)->toBitmap();
        self::assertSame([0xFF7F7FFF, 0xFF0000FF, 0xFF000080, 0x123456FF], $out->pixels);
        // Half over half: αo = 0.75, the stroke's share of it two thirds.
        $half = Compositor::over(DeepBitmap::of(new Bitmap(1, 1, [0x00FF0080])), new Rect(0, 0, 1, 1), $buffer)->toBitmap()->at(0, 0);
        self::assertEqualsWithDelta(255 * 2 / 3, $half >> 24, 1);
        self::assertEqualsWithDelta(255 / 3, $half >> 16 & 255, 1);
        self::assertEqualsWithDelta(191, $half & 255, 1);
    }

    public function test_the_same_input_gives_the_same_bytes(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 30, 'spread' => 0.5], 'angle' => ['spread' => 180], 'driftHue' => ['base' => 60], 'flow' => ['base' => 0.6]]]);
        $traces = PracticePen::named(PracticePen::MIXED, 300, 120);
        $paint = fn (): string => Swatch::paint(Pictures::roundTip(), $brush, $traces, 12, 300, 120)->toBytes();
        self::assertSame(hash('xxh128', $paint()), hash('xxh128', $paint()));
    }

    private static function mostApart(PaintedStroke|StrokeBuffer $a, PaintedStroke|StrokeBuffer $b): int
    {
        $most = 0;
        foreach (array_unique([...$a->keys(), ...$b->keys()]) as $key) {
            $there = $b->tile($key) ?? array_fill(0, StrokeBuffer::SIDE ** 2, 0);
            foreach ($a->tile($key) ?? array_fill(0, StrokeBuffer::SIDE ** 2, 0) as $i => $c) {
                $most = max($most, abs($c - $there[$i]));
            }
        }

        return $most;
    }

    /** @return array<string, array<int, int>|null> */
    private static function tiles(PaintedStroke $stroke): array
    {
        return array_combine($stroke->keys(), array_map($stroke->tile(...), $stroke->keys()));
    }

    /** @return list<array{int, int, int}> x, y, coverage of every painted pixel */
    private static function coverage(PaintedStroke|StrokeBuffer $buffer): array
    {
        $out = [];
        foreach ($buffer->keys() as $key) {
            $area = StrokeBuffer::area($key);
            foreach ($buffer->tile($key) ?? [] as $i => $c) {
                if ($c > 0) {
                    $out[] = [$area->x + $i % StrokeBuffer::SIDE, $area->y + intdiv($i, StrokeBuffer::SIDE), $buffer->colour() === null ? $c >> 45 : $c];
                }
            }
        }

        return $out;
    }

    private static function ink(PaintedStroke|StrokeBuffer $buffer): int
    {
        return array_sum(array_column(self::coverage($buffer), 2));
    }
}
