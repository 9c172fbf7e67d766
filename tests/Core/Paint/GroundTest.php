<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Make\Teeth;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Dab\Tooth;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;

final class GroundTest extends TestCase
{
    /** Worked by hand: m = 0.6 on heights 0, ¼, ½, 1, depth 0.8. */
    public function test_each_mode_keeps_to_its_formula(): void
    {
        $heights = [0, 16384, 32768, 65535];
        $press = fn (string $mode): array => array_map(fn (int $v): float => round($v / 65535, 3), self::tooth($mode)->press(array_fill(0, 4, (int) (0.6 * 65535)), 4, 0, 0, 4, 1, $heights, 0, 4, (int) (0.8 * 65536), 65536, 65536, 65536));
        self::assertEqualsWithDelta([0.6 * 0.2, 0.6 * 0.4, 0.6 * 0.6, 0.6], $press('shade'), 0.001);
        self::assertEqualsWithDelta([0.0, 0.0, 0.2, 0.6], $press('carve'), 0.001);
        // m + h − 1 = −0.4, −0.15, 0.1, 0.6: dry, dry, on the step, full; and a fifth of the ink as it came.
        $x = 0.1 * 65535 / 18000;
        self::assertEqualsWithDelta([0.12, 0.12, 0.12 + 0.8 * $x * $x * (3 - 2 * $x), 0.92], $press('catch'), 0.002);
    }

    public function test_no_depth_leaves_the_ink_as_it_is(): void
    {
        $plain = Strokes::coverage(Strokes::paint(['size' => ['base' => 40], 'flow' => ['base' => 0.5]], Strokes::line()));
        foreach (['shade', 'carve', 'catch'] as $mode) {
            foreach (['dab', 'stroke'] as $per) {
                $on = Strokes::coverage(Strokes::paint(['size' => ['base' => 40], 'flow' => ['base' => 0.5], 'tooth' => ['base' => 'slate'], 'toothMode' => ['base' => $mode], 'toothPer' => ['base' => $per], 'toothDepth' => ['base' => 0]], Strokes::line()));
                $most = 0;
                foreach ($plain as $i => $c) {
                    $most = max($most, abs($c - $on[$i]));
                }
                self::assertLessThan(65535 / 255, $most, "{$mode} per {$per}");
            }
        }
    }

    public function test_light_pressure_meets_only_the_peaks(): void
    {
        $share = function (float $pressure): float {
            $c = Strokes::coverage(Strokes::paint(['size' => ['base' => 60], 'spacing' => ['base' => 0.1], 'flow' => ['base' => 1, 'drives' => [['input' => 'pressure']]], 'tooth' => ['base' => 'speckle'], 'toothMode' => ['base' => 'catch'], 'toothDepth' => ['base' => 1]], Strokes::line(pressure: $pressure)));
            $middle = array_slice($c, 150 * 400 + 120, 160);

            return count(array_filter($middle, fn (int $v): bool => $v > 32768)) / 160;
        };
        self::assertLessThan(0.2, $share(0.15));
        self::assertGreaterThan(0.7, $share(0.95));
        self::assertGreaterThan($share(0.4), $share(0.7));
    }

    public function test_a_tooth_lies_still_in_the_sheet_or_travels_with_the_dab(): void
    {
        $print = fn (float $x, string $to): array => array_filter(Strokes::coverage(Strokes::paint(['size' => ['base' => 40], 'tooth' => ['base' => 'speckle'], 'toothDepth' => ['base' => 1], 'toothFixedTo' => ['base' => $to]], new Trace([new Sample(0, $x, 150)]))));
        $moved = fn (array $c): array => array_combine(array_map(fn (int $i): int => $i + 37, array_keys($c)), $c);
        self::assertSame($moved($print(100, 'dab')), $print(137, 'dab'));
        self::assertNotSame($moved($print(100, 'sheet')), $print(137, 'sheet'));
    }

    /** @return array<string, array{string}> */
    public static function teeth(): array
    {
        return array_combine(Teeth::names(), array_map(fn (string $n): array => [$n], Teeth::names()));
    }

    #[DataProvider('teeth')]
    public function test_no_seam_shows_where_a_tooth_repeats(string $name): void
    {
        $plane = Teeth::named($name) ?? self::fail();
        $side = Teeth::SIDE;
        $across = $down = $seamAcross = $seamDown = 0;
        for ($y = 0; $y < $side; $y++) {
            for ($x = 0; $x < $side; $x++) {
                $right = abs($plane->at($x, $y) - $plane->at(($x + 1) % $side, $y));
                $below = abs($plane->at($y, $x) - $plane->at($y, ($x + 1) % $side));
                $across += $x < $side - 1 ? $right : 0;
                $seamAcross += $x === $side - 1 ? $right : 0;
                $down += $x < $side - 1 ? $below : 0;
                $seamDown += $x === $side - 1 ? $below : 0;
            }
        }
        self::assertEqualsWithDelta(1.0, $seamAcross * ($side - 1) / $across, 0.1);
        self::assertEqualsWithDelta(1.0, $seamDown * ($side - 1) / $down, 0.1);
        // Every height comes equally often.
        self::assertEqualsWithDelta(0.3, count(array_filter($plane->values, fn (int $h): bool => $h < 0.3 * 65535)) / $side ** 2, 0.001);
    }

    /** Random coverages: each way of biting against its formula, read off a painted stroke. */
    public function test_bites_combine_as_they_say(): void
    {
        $chance = new Randomizer(new Mt19937(4));
        $frame = fn (): HalvedMipChain => new HalvedMipChain(new Frame(Pictures::plane(20, 20, fn (): int => $chance->getInt(0, 65535))));
        $kit = new BrushTextures([$frame()], $frame());
        $base = ['size' => ['base' => 20], 'biteSpacing' => ['base' => 1], 'opacity' => ['base' => 0.8]];
        // A bite as large as the tip, printed once, on the very same pixels.
        $a = Strokes::coverage(Strokes::paint($base, Strokes::tap(), $kit->frames[0]));
        $b = Strokes::coverage(Strokes::paint(['size' => ['base' => 20]], Strokes::tap(), $kit->bite));
        $formulas = [
            'cut' => fn (float $a, float $b): float => $a * (1 - $b),
            'keep' => fn (float $a, float $b): float => $a * $b,
            'join' => fn (float $a, float $b): float => $a + 0.8 * $b - $a * 0.8 * $b,
            'darken' => fn (float $a, float $b): float => max($a, 0.8 * $b),
            'lighten' => fn (float $a, float $b): float => min($a, $b),
        ];
        foreach ($formulas as $way => $formula) {
            $out = Strokes::coverage(Strokes::paint([...$base, 'biteCombine' => ['base' => $way]], Strokes::tap(), $kit));
            $apart = 0.0;
            foreach ($a as $i => $c) {
                if ($c > 0 || $b[$i] > 0) {
                    $apart = max($apart, abs($formula($c / 65535, $b[$i] / 65535) - $out[$i] / 65535));
                }
            }
            self::assertLessThan(0.001, $apart, $way);
        }
    }

    public function test_a_rim_moves_ink_from_the_inside_to_the_edge(): void
    {
        $settings = ['size' => ['base' => 60], 'spacing' => ['base' => 0.05], 'opacity' => ['base' => 0.5]];
        $plain = Strokes::coverage(Strokes::paint($settings, Strokes::line()));
        $rimmed = Strokes::coverage(Strokes::paint([...$settings, 'rim' => ['base' => 0.8], 'rimWidth' => ['base' => 6]], Strokes::line()));
        $at = fn (array $c, int $y): int => $c[$y * 400 + 200];
        self::assertLessThan(0.85 * $at($plain, 150), $at($rimmed, 150));
        self::assertGreaterThan($at($plain, 122), $at($rimmed, 122));
        self::assertGreaterThan(1.8 * $at($rimmed, 150), $at($rimmed, 122));
        self::assertSame(0, $at($rimmed, 100));
    }

    /** It is ink moved, neither made nor lost, as long as there is room for it at the edge. */
    #[TestWith([0.2, 1.0, 6.0, 60.0, 0.02])]
    #[TestWith([0.5, 1.0, 6.0, 60.0, 0.03])]
    #[TestWith([0.5, 0.5, 12.0, 90.0, 0.03])]
    #[TestWith([0.7, 0.6, 4.0, 40.0, 0.05])]
    #[TestWith([1.0, 1.0, 6.0, 60.0, 0.2])]
    public function test_a_rim_keeps_the_ink(float $opacity, float $rim, float $width, float $size, float $loss): void
    {
        foreach ([[], ['driftHue' => ['base' => 40]]] as $more) {
            $settings = ['size' => ['base' => $size], 'spacing' => ['base' => 0.05], 'opacity' => ['base' => $opacity], ...$more];
            $plain = Strokes::coverage(Strokes::paint($settings, Strokes::line()));
            $rimmed = Strokes::coverage(Strokes::paint([...$settings, 'rim' => ['base' => $rim], 'rimWidth' => ['base' => $width]], Strokes::line()));
            self::assertEqualsWithDelta(1.0, array_sum($rimmed) / array_sum($plain), $loss);
            // Even a full stroke shows it: it is lighter inside than at its edge.
            $inside = $rimmed[150 * 400 + 200];
            self::assertLessThan(0.9 * $plain[150 * 400 + 200], $inside);
            self::assertGreaterThan(1.2 * $inside, $rimmed[(int) (150 - $size / 2 + 3) * 400 + 200]);
        }
    }

    /** A wash that runs off the sheet has no edge where the sheet ends, and so no rim. */
    public function test_a_rim_lies_along_the_edges_of_the_stroke_and_not_of_the_sheet(): void
    {
        $settings = ['size' => ['base' => 80], 'spacing' => ['base' => 0.05], 'opacity' => ['base' => 0.4], 'rim' => ['base' => 1], 'rimWidth' => ['base' => 8]];
        $across = Strokes::coverage(Strokes::paint($settings, Strokes::line(-80, 480)));
        $inside = $across[150 * 400 + 200];
        for ($x = 0; $x < 400; $x++) {
            self::assertEqualsWithDelta($inside, $across[150 * 400 + $x], 0.01 * $inside, "at {$x}");
        }
        self::assertGreaterThan(1.8 * $inside, max(array_map(fn (int $y): int => $across[$y * 400 + 2], range(110, 130))));
        // Along the lower edge of the sheet, which cuts the stroke in half, and into its corner.
        $along = Strokes::coverage(Strokes::paint($settings, Strokes::line(60, 480, 299)));
        foreach ([[200, 299], [399, 299], [399, 290], [300, 285]] as [$x, $y]) {
            self::assertEqualsWithDelta($along[290 * 400 + 200], $along[$y * 400 + $x], 0.01 * $inside, "at {$x}, {$y}");
        }
        self::assertGreaterThan(1.8 * $along[290 * 400 + 200], max(array_map(fn (int $y): int => $along[$y * 400 + 200], range(258, 275))));
    }

    public function test_noise_breaks_soft_edges_only(): void
    {
        $soft = new HalvedMipChain(new Frame(Pictures::plane(64, 64, fn (int $x, int $y): int => (int) (65535 * max(0.0, min(1.0, (30 - hypot($x - 31.5, $y - 31.5)) / 15))))));
        $plain = Strokes::coverage(Strokes::paint(['size' => ['base' => 64]], Strokes::tap(), $soft));
        $broken = Strokes::coverage(Strokes::paint(['size' => ['base' => 64], 'noise' => ['base' => 1]], Strokes::tap(), $soft));
        $changed = 0;
        foreach ($plain as $i => $c) {
            if ($c === 0 || $c === 65535) {
                self::assertSame($c, $broken[$i]);
            } elseif (abs($c - $broken[$i]) > 3000) {
                $changed++;
            }
        }
        self::assertGreaterThan(500, $changed);
        self::assertEqualsWithDelta(1.0, array_sum($broken) / array_sum($plain), 0.05);
    }

    private static function tooth(string $mode): Tooth
    {
        $kit = new BrushTextures([Pictures::roundTip()], null, new Plane(1, 1, [0]));

        return Tooth::of(BrushSettings::read(['settings' => ['tooth' => ['base' => 'own'], 'toothMode' => ['base' => $mode]]]), $kit) ?? self::fail();
    }

    /** A ground that rises from row to row, on the sheet: row by row the ink is what shading by its height leaves. */
    public function test_a_tooth_of_its_own_lies_as_its_picture_does(): void
    {
        $heights = Pictures::plane(64, 64, fn (int $x, int $y): int => $y * 1000 + ($x === 5 ? 2000 : 0));
        $settings = ['size' => ['base' => 200], 'tooth' => ['base' => 'own'], 'toothMode' => ['base' => 'shade'], 'toothDepth' => ['base' => 1], 'toothPer' => ['base' => 'stroke']];
        $c = Strokes::coverage(Strokes::paint($settings, Strokes::tap(), new BrushTextures([Pictures::roundTip()], null, $heights)));
        foreach (range(120, 180) as $y) {
            foreach ([190, 197, 200, 213] as $x) {
                self::assertEqualsWithDelta($y % 64 * 1000 + ($x % 64 === 5 ? 2000 : 0), $c[$y * 400 + $x], 300, "{$x}, {$y}");
            }
        }
    }

    /** The same ground three times as large rises a third as fast, and evenly between its rows. */
    public function test_a_tooth_made_larger_lies_between_its_rows(): void
    {
        $heights = Pictures::plane(128, 128, fn (int $x, int $y): int => $y * 500);
        $settings = ['size' => ['base' => 200], 'tooth' => ['base' => 'own'], 'toothMode' => ['base' => 'shade'], 'toothDepth' => ['base' => 1], 'toothPer' => ['base' => 'stroke'], 'toothScale' => ['base' => 3]];
        $c = Strokes::coverage(Strokes::paint($settings, Strokes::tap(), new BrushTextures([Pictures::roundTip()], null, $heights)));
        foreach (range(121, 180) as $y) {
            self::assertEqualsWithDelta($y / 3 * 500, $c[$y * 400 + 200], 300, "at {$y}");
            self::assertGreaterThanOrEqual($c[($y - 1) * 400 + 200], $c[$y * 400 + 200], "at {$y}");
        }
    }

    /** Half-covered ground over two tiles: noise does not repeat from tile to tile, and is as often above as below. */
    public function test_noise_is_another_one_in_every_tile(): void
    {
        $c = Strokes::coverage(Strokes::paint(['size' => ['base' => 200], 'opacity' => ['base' => 0.5], 'noise' => ['base' => 1]], Strokes::line(100, 300)));
        $same = $above = 0;
        for ($y = 130; $y < 170; $y++) {
            for ($x = 140; $x < 250; $x++) {
                $same += $c[$y * 400 + $x] === $c[$y * 400 + $x + 128] ? 1 : 0;
                $above += $c[$y * 400 + $x] > 32768 ? 1 : 0;
            }
        }
        self::assertLessThan(40 * 110 * 0.05, $same);
        self::assertEqualsWithDelta(0.5, $above / (40 * 110), 0.05);
    }
}
