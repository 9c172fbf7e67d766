<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;

final class BandTest extends TestCase
{
    #[TestWith(['band, repeated'])]
    #[TestWith(['band, stretched once'])]
    public function test_a_straight_band_conserves_the_ink_of_its_picture(string $way): void
    {
        // 240 × 60 px at a width of 30 is 120 px long: twice on 240 px.
        $picture = Pictures::plane(240, 60, fn (int $x, int $y): int => (int) (65535 * (0.5 + 0.45 * sin($x / 240 * 2 * M_PI)) * ($y > 6 && $y < 54 ? 1 : 0.2)));
        $levels = new HalvedMipChain(new Frame($picture));
        foreach ([0.0, 0.37] as $off) {
            $c = Strokes::coverage(Strokes::paint(['laidAs' => ['base' => $way], 'size' => ['base' => 30]], Strokes::line(80 + $off, 320 + $off, 150 + $off), $levels));
            self::assertEqualsWithDelta(1.0, array_sum($c) / (array_sum($picture->values) / 4 * ($way === 'band, repeated' ? 2 : 2)), 0.03);
        }
    }

    /** A full band on bends of every gentleness: between its long edges all is full, once. */
    #[TestWith([120.0])]
    #[TestWith([60.0])]
    #[TestWith([26.0])]
    public function test_bends_show_neither_gaps_nor_doubled_ink(float $radius): void
    {
        $c = Strokes::coverage(Strokes::paint(['laidAs' => ['base' => 'band, repeated'], 'size' => ['base' => 40], 'opacity' => ['base' => 0.5]], self::arc($radius), self::full()));
        $checked = $apart = 0;
        foreach ($c as $i => $v) {
            $x = $i % 400 + 0.5 - 200;
            $y = intdiv($i, 400) + 0.5 - 150;
            $angle = atan2($y, $x);
            if (abs(hypot($x, $y) - $radius) < 18 && $angle > -2.6 && $angle < -0.5) {
                $apart = max($apart, abs(32768 - $v));
                $checked++;
            }
        }
        self::assertLessThan(700, $apart);
        self::assertLessThanOrEqual(32800, max($c));
        self::assertGreaterThan(700, $checked);
    }

    public function test_a_bend_sharper_than_the_band_is_rounded_and_has_no_hole(): void
    {
        $corner = new Trace([new Sample(0, 100, 100), new Sample(100, 160, 100), new Sample(200, 220, 100), new Sample(300, 220, 160), new Sample(400, 220, 220)]);
        $c = Strokes::coverage(Strokes::paint(['laidAs' => ['base' => 'band, repeated'], 'size' => ['base' => 50], 'opacity' => ['base' => 0.5]], $corner, self::full()));
        foreach ([[140, 100], [200, 110], [215, 105], [225, 115], [220, 150], [220, 200]] as [$x, $y]) {
            self::assertEqualsWithDelta(32768, $c[$y * 400 + $x], 700, "{$x}, {$y}");
        }
        self::assertLessThanOrEqual(32800, max($c));
    }

    /** A sine strip of 200 × 50 px, laid at any size: along the stroke it is the sine, at its seams too. */
    #[TestWith([26.0])]
    #[TestWith([20.0])]
    #[TestWith([33.0])]
    #[TestWith([50.0])]
    public function test_a_pattern_goes_on_through_its_seams(float $size): void
    {
        $levels = new HalvedMipChain(new Frame(Pictures::plane(200, 50, fn (int $x): int => (int) (65535 * (0.5 + 0.49 * sin(($x + 0.5) / 200 * 2 * M_PI))))));
        foreach (['never', 'always'] as $mirror) {
            $c = Strokes::coverage(Strokes::paint(['laidAs' => ['base' => 'band, repeated'], 'size' => ['base' => $size], 'mirrorAcross' => ['base' => $mirror]], Strokes::line(20.3, 380.3), $levels));
            // The body fits in a whole number of times.
            $period = 360 / round(360 / (4 * $size));
            for ($x = 22; $x < 378; $x++) {
                $true = 255 * (0.5 + 0.49 * sin(($x + 0.5 - 20.3) / $period * 2 * M_PI * ($mirror === 'never' ? 1 : -1)));
                self::assertEqualsWithDelta($true, $c[150 * 400 + $x] / 257, 3, "at {$x}");
            }
        }
    }

    /** Head, two bodies and tail, each with an end of its own: nothing is mixed with what does not lie beside it. */
    public function test_each_part_of_a_strip_meets_its_neighbour(): void
    {
        // Columns 0–39 head, 40–119 body, 120–199 tail; grey steps within the body.
        $value = fn (int $x): int => $x < 40 ? 60000 : ($x < 120 ? ($x < 80 ? 10000 : 30000) : 45000);
        $levels = new HalvedMipChain(new Frame(Pictures::plane(200, 40, fn (int $x): int => $value($x))));
        $c = Strokes::coverage(Strokes::paint(['laidAs' => ['base' => 'band, repeated'], 'size' => ['base' => 40], 'bandHead' => ['base' => 0.2], 'bandTail' => ['base' => 0.4]], Strokes::line(40, 320), $levels));
        foreach (range(0, 279) as $x) {
            $at = $x < 40 ? $x : ($x < 200 ? 40 + ($x - 40) % 80 : $x - 80);
            self::assertEqualsWithDelta($value($at) / 257, $c[150 * 400 + 40 + $x] / 257, 1, "at {$x}");
        }
    }

    public function test_head_and_tail_print_once_at_their_ends(): void
    {
        // Full at the first and last fifth, a third of that between.
        $levels = new HalvedMipChain(new Frame(Pictures::plane(200, 40, fn (int $x): int => $x < 40 || $x >= 160 ? 65535 : 21845)));
        $c = Strokes::coverage(Strokes::paint(['laidAs' => ['base' => 'band, repeated'], 'size' => ['base' => 40], 'bandHead' => ['base' => 0.2], 'bandTail' => ['base' => 0.2]], Strokes::line(40, 360), $levels));
        $row = fn (int $x): int => $c[150 * 400 + $x];
        self::assertEqualsWithDelta(65535, $row(50), 600);
        self::assertEqualsWithDelta(65535, $row(350), 600);
        for ($x = 100; $x < 300; $x += 5) {
            self::assertEqualsWithDelta(21845, $row($x), 400, "at {$x}");
        }
    }

    private static function full(): MipChain
    {
        return new HalvedMipChain(new Frame(Pictures::plane(80, 40, fn (): int => 65535)));
    }

    private static function arc(float $radius): Trace
    {
        return new Trace(array_map(fn (int $i): Sample => new Sample($i * 8, 200 + $radius * cos(-3.0 + $i / 48 * 2.9), 150 + $radius * sin(-3.0 + $i / 48 * 2.9)), range(0, 48)));
    }

    #[TestWith(['band, repeated'])]
    #[TestWith(['band, stretched once'])]
    public function test_a_band_tapers_out_over_its_length(string $way): void
    {
        $paint = fn (float $taper): array => Strokes::coverage(Strokes::paint(['laidAs' => ['base' => $way], 'size' => ['base' => 40], 'taperOut' => ['base' => $taper]], Strokes::line(), self::full()));
        $width = fn (array $c, int $x): int => count(array_filter(range(0, 299), fn (int $y): bool => $c[$y * 400 + $x] > 32767));
        self::assertEqualsWithDelta(40, $width($paint(0), 290), 1);

        // Half way along a taper of 100 px the band is half as wide.
        $tapered = $paint(100);
        self::assertEqualsWithDelta(20, $width($tapered, 290), 2);
        // A smoothstep: 3/32 + … at 338 of 340 nothing is left but a thread.
        self::assertLessThan(2, $width($tapered, 338));
    }
}
