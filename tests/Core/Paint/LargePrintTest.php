<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use ReflectionProperty;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Dab\DensePrinting;
use Yarrowfog\Core\Paint\Dab\Smoothness;
use Yarrowfog\Core\Paint\Dab\Stencil;
use Yarrowfog\Core\Paint\Dab\StencilCache;
use Yarrowfog\Core\Paint\Dab\TurnedPrinting;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Tile\Density;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Stroke\Similarity;
use Yarrowfog\Core\Tip\Frame;

/** Prints so large that they are kept on a coarser grid, or cut at half their size. */
final class LargePrintTest extends TestCase
{
    /** A grid of quarters moves no edge by more than an eighth of a px: against dabs that are each turned by next to nothing, which are never kept. */
    #[TestWith([260.0])]
    #[TestWith([600.0])]
    public function test_large_prints_stand_where_they_are_put(float $size): void
    {
        $dabs = $turned = [];
        foreach ([[330.0, 330.0], [391.55, 352.3], [452.81, 370.07]] as $i => [$x, $y]) {
            $dabs[] = new Dab($i, 0, $x, $y, new Shape($size, 0.0, 1.0), 0.5, 1.0, 0);
            $turned[] = new Dab($i, 0, $x, $y, new Shape($size, 1e-7, 1.0), 0.5, 1.0, 0);
        }
        $tip = self::tip(300, fn (float $r): float => max(0.0, min(1.0, (1 - $r) * 12)));
        $kept = self::painted($tip, ['size' => ['base' => $size], 'flow' => ['base' => 0.5]], $dabs);
        $each = self::painted($tip, ['size' => ['base' => $size], 'flow' => ['base' => 0.5], 'angle' => ['spread' => 1]], $turned);
        // The rim rises over 1/12 of the radius: an eighth of a px of that, of half the ink.
        $most = 65535 * (0.125 * M_SQRT2 * 12 / ($size / 2) * 0.5 + 0.004);
        foreach ($each as $i => $c) {
            self::assertEqualsWithDelta($c, $kept[$i], $most, "pixel {$i}");
        }
        self::assertGreaterThan(20000, max($kept));
    }

    /** However many dabs lie at twelve places of a px, a large print is made for each place once, and kept (the time that takes is in the bench). */
    public function test_a_large_print_is_kept(): void
    {
        $tip = self::tip(300, fn (float $r): float => $r < 1 ? 1 - $r * $r : 0.0);
        $dabs = fn (int $count): array => array_map(fn (int $i): Dab => new Dab($i, 0, 250.0 + 20 * ($i % 16) + 0.25 * ($i % 4), 250.0 + 0.25 * ($i % 3), new Shape(380.0, 0.0, 1.0), 0.3, 1.0, 0), range(0, $count - 1));
        $printer = new DabPrinter($tip, BrushSettings::read(['settings' => ['size' => ['base' => 380], 'flow' => ['base' => 0.3]]]));
        $buffer = $printer->buffer(new Rect(0, 0, 700, 700), 0);
        $printer->paint($dabs(144), $buffer);
        $way = (new ReflectionProperty($printer, 'way'))->getValue($printer);
        self::assertInstanceOf(DensePrinting::class, $way);
        $kept = (new ReflectionProperty($way, 'kept'))->getValue($way);
        self::assertIsArray($kept);
        self::assertCount(12, array_filter(array_keys($kept), fn (int|string $name): bool => $name % Density::LANES === 0), 'each place has its print');
    }

    /** Where only a corner of a print of 800 px lies on the sheet, making and keeping all of it would take seconds a stroke. */
    public function test_a_small_brush_that_was_scaled_up_prints_as_a_large_one_does(): void
    {
        $way = function (float $scale): mixed {
            $painter = new StrokePainter(self::tip(64, fn (float $r): float => $r < 1 ? 1.0 : 0.0), BrushSettings::read(['settings' => ['size' => ['base' => 20]]]), moved: new Similarity($scale));
            $printer = (new ReflectionProperty($painter, 'printer'))->getValue($painter);
            self::assertInstanceOf(DabPrinter::class, $printer);

            return (new ReflectionProperty($printer, 'way'))->getValue($printer);
        };
        self::assertInstanceOf(DensePrinting::class, $way(1.0));
        self::assertInstanceOf(DensePrinting::class, $way(21.0));
        self::assertInstanceOf(TurnedPrinting::class, $way(40.0));
    }

    public function test_what_is_smooth_is_cut_at_half_its_size_and_what_is_fine_is_not(): void
    {
        $smooth = self::tip(420, fn (float $r): float => $r < 1 ? (1 - $r * $r) ** 2 : 0.0);
        $hard = self::tip(420, fn (float $r): float => $r < 0.8 ? 1.0 : 0.0);
        $size = fn (MipChain $tip, float $px, bool $mayHalve): int => (new StencilCache($tip, true, null, $mayHalve))->stencil($px, $px)->width - 2 * Stencil::BORDER;
        self::assertSame(200, $size($smooth, 400, true));
        self::assertSame(400, $size($smooth, 400, false));
        self::assertSame(400, $size($hard, 400, true));
        self::assertSame(120, $size($smooth, 120, true), 'a small one is not worth it');
    }

    /** Turned anyhow, a print from half the size is the same to within a step of 255 or so. */
    public function test_halving_is_not_seen(): void
    {
        $tip = self::tip(420, fn (float $r): float => $r < 1 ? (1 - $r * $r) ** 2 : 0.0);
        $halved = new StencilCache($tip, true, null, true);
        $whole = new StencilCache($tip, true);
        $brush = ['size' => ['base' => 400], 'angle' => ['spread' => 180]];
        foreach ([0.0, 31.0, 118.3] as $angle) {
            $printed = self::painted($tip, $brush, [new Dab(0, 0, 300.3, 301.8, new Shape(400.0, $angle, 1.0), 1.0, 1.0, 0)]);
            // A round tip is the same at every angle.
            foreach ([[0.0, 0.0], [50.0, 20.0], [-120.0, 90.0], [0.0, 170.0], [140.0, -141.0]] as [$dx, $dy]) {
                $x = (int) (300.3 + $dx);
                $y = (int) (301.8 + $dy);
                $r = hypot($x + 0.5 - 300.25, $y + 0.5 - 301.75) / 200;
                self::assertEqualsWithDelta(65535 * max(0.0, 1 - $r * $r) ** 2, $printed[$y * 700 + $x], 400, "{$dx}, {$dy} at {$angle}°");
            }
        }
        self::assertSame(2.0, $whole->stencil(400.0, 400.0)->pxPerX / $halved->stencil(400.0, 400.0)->pxPerX);
    }

    #[TestWith([40, 30])]
    #[TestWith([41, 33])]
    public function test_smoothness_is_measured_at_every_pixel(int $width, int $height): void
    {
        $ramp = Pictures::plane($width, $height, fn (int $x, int $y): int => (int) (6000 * sin(M_PI * ($x + 0.5) / $width) ** 2 * sin(M_PI * ($y + 0.5) / $height) ** 2));
        [$w, $h] = [intdiv($width + 1, 2), intdiv($height + 1, 2)];
        $half = fn (Plane $plane): array => Resampler::aboutCentre($plane, $width / 2, $height / 2, $w, $h)->values;
        self::assertTrue(Smoothness::isTold($ramp->values, $width, $height, $half($ramp), $w, $h));
        foreach ([[20, 15], [3, 25], [38, 2]] as [$x, $y]) {
            $dotted = $ramp->values;
            $dotted[$y * $width + $x] += 900;
            self::assertFalse(Smoothness::isTold($dotted, $width, $height, $half(new Plane($width, $height, $dotted)), $w, $h), "a dot at {$x}, {$y}");
        }
    }

    /** @param  callable(float): float  $ink  0–1, by the distance from the middle, 1 at the rim */
    private static function tip(int $side, callable $ink): MipChain
    {
        return new HalvedMipChain(new Frame(Pictures::plane($side, $side, fn (int $x, int $y): int => (int) (65535 * $ink(hypot($x + 0.5 - $side / 2, $y + 0.5 - $side / 2) / ($side / 2))))));
    }

    /**
     * @param  array<string, mixed>  $settings
     * @param  list<Dab>  $dabs
     * @return array<int, int> coverage of 700 · 700 px
     */
    private static function painted(MipChain $tip, array $settings, array $dabs): array
    {
        $bounds = new Rect(0, 0, 700, 700);
        $printer = new DabPrinter($tip, BrushSettings::read(['settings' => $settings]));
        $buffer = $printer->buffer($bounds, 0);
        $printer->paint($dabs, $buffer);
        $out = array_fill(0, 700 * 700, 0);
        foreach ($buffer->keys() as $key) {
            $area = StrokeBuffer::area($key)->intersect($bounds);
            $tile = $buffer->tile($key) ?? [];
            for ($y = $area->y; $y < $area->bottom(); $y++) {
                for ($x = $area->x; $x < $area->right(); $x++) {
                    $out[$y * 700 + $x] = $tile[$y % StrokeBuffer::SIDE * StrokeBuffer::SIDE + $x % StrokeBuffer::SIDE];
                }
            }
        }

        return $out;
    }
}
