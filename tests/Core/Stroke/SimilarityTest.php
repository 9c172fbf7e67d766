<?php

declare(strict_types=1);

namespace Tests\Core\Stroke;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\MovedStroke;
use Yarrowfog\Core\Paint\Tile\StrokeCoverage;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Similarity;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;

final class SimilarityTest extends TestCase
{
    private const SHEET = 500;

    /** Twice as large, a quarter to the right, and moved: (x, y) → (−2y + 10, 2x − 5), by hand; mirrored first: (x, y) → (−2y + 10, −2x − 5). */
    public function test_places_are_mirrored_scaled_turned_and_moved_in_this_order(): void
    {
        self::assertEqualsWithDelta([-2 * 4 + 10, 2 * 3 - 5], (new Similarity(2, 90, false, 10, -5))->carry(3, 4), 1e-9);
        self::assertEqualsWithDelta([-2 * 4 + 10, -2 * 3 - 5], (new Similarity(2, 90, true, 10, -5))->carry(3, 4), 1e-9);
        self::assertSame([-3.0 + 10, 4.0 - 5], (new Similarity(1, 0, true, 10, -5))->carry(3, 4));
    }

    public function test_a_place_that_it_is_about_stays(): void
    {
        $about = Similarity::about(120, 80, 1.7, 33, true, 0, 0);
        self::assertEqualsWithDelta([120.0, 80.0], $about->carry(120, 80), 1e-4);
        self::assertEqualsWithDelta([127.0, 71.0], Similarity::about(120, 80, 1.7, 33, true, 7, -9)->carry(120, 80), 1e-4);
        // 10 px to the left of it and mirrored, it lies 17 px along 33°.
        self::assertEqualsWithDelta([120 + 17 * cos(deg2rad(33)), 80 + 17 * sin(deg2rad(33))], $about->carry(110, 80), 1e-4);
    }

    public function test_one_after_another_is_one(): void
    {
        $one = new Similarity(0.5, 20, true, 31, 7);
        $next = new Similarity(3, -75, true, -4, 12);
        $both = $one->then($next);
        foreach ([[0, 0], [10, 0], [0, 10], [-7, 3]] as [$x, $y]) {
            self::assertEqualsWithDelta($next->carry(...$one->carry($x, $y)), $both->carry($x, $y), 1e-3);
        }
        self::assertFalse($both->mirrored);
        self::assertEqualsWithDelta(1.5, $both->scale, 1e-12);
        self::assertTrue((new Similarity)->isNothing());
        self::assertFalse($both->isNothing());
        self::assertEquals($both, Similarity::read(json_decode((string) json_encode($both->toArray()), true)));
    }

    public function test_what_is_no_similarity_is_refused_by_name(): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage('scale');
        Similarity::read(['scale' => 0]);
    }

    /** @return array<string, array{array<string, mixed>}> */
    public static function brushes(): array
    {
        return [
            'hard and round' => [['size' => ['base' => 21], 'spacing' => ['base' => 0.17]]],
            'scattered, turned, of many colours' => [['size' => ['base' => 33, 'spread' => 0.5], 'scatterAcross' => ['base' => 1.2], 'angle' => ['spread' => 180], 'driftHue' => ['base' => 60], 'count' => ['base' => 3]]],
            'driven by pressure, heading and travel' => [['size' => ['base' => 30, 'drives' => [['input' => 'pressure', 'from' => 0.2, 'to' => 1]]], 'angleFollows' => ['base' => 'heading'], 'roundness' => ['base' => 0.3], 'flow' => ['base' => 0.5, 'drives' => [['input' => 'heading', 'from' => 0.1, 'to' => 1]]]]],
            'tapered, with a rim' => [['size' => ['base' => 26], 'taperIn' => ['base' => 80], 'taperOut' => ['base' => 120], 'rim' => ['base' => 0.8], 'opacity' => ['base' => 0.6]]],
            'broken by noise' => [['size' => ['base' => 40], 'opacity' => ['base' => 0.5], 'noise' => ['base' => 1]]],
            'a band' => [['size' => ['base' => 24], 'laidAs' => ['base' => 'band, repeated']]],
            'steadied, leaning' => [['size' => ['base' => 24], 'steadying' => ['base' => 0.6], 'posture' => ['base' => 1]]],
        ];
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('brushes')]
    public function test_what_is_moved_by_whole_px_is_the_same_to_the_bit(array $settings): void
    {
        foreach ([[137, 53], [-31, 40], [0, 101]] as [$dx, $dy]) {
            $here = self::printed($settings, new Similarity, new Rect(40, 20, 250, 250));
            $there = self::printed($settings, new Similarity(dx: $dx, dy: $dy), new Rect(40 + $dx, 20 + $dy, 250, 250));
            self::assertGreaterThan(1500, count(array_filter($here)));
            self::assertTrue($here === $there, "moved by {$dx}, {$dy}");
        }
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('brushes')]
    public function test_what_is_turned_or_mirrored_and_turned_back_is_what_it_was(array $settings): void
    {
        $here = self::printed($settings, new Similarity, new Rect(40, 20, 250, 250));
        foreach ([new Similarity(1.6, 47, false, 12.5, 3), new Similarity(1, 200, true, 3, 7)] as $away) {
            $inverse = new Similarity(1 / $away->scale, $away->mirrored ? $away->turn : -$away->turn, $away->mirrored);
            [$x, $y] = $away->then($inverse)->carry(0, 0);
            $back = $away->then($inverse)->then(new Similarity(dx: -$x, dy: -$y));
            $far = 0;
            foreach (self::printed($settings, $back, new Rect(40, 20, 250, 250)) as $i => $coverage) {
                $far += abs($coverage - $here[$i]) > 2000 ? 1 : 0;
            }
            // Places that lie half-way between two eighths of a px may be rounded to the other side.
            self::assertLessThan(0.02 * count(array_filter($here)), $far);
        }
    }

    /** A quarter turn takes each pixel to a pixel, and so does a mirror. */
    public function test_a_quarter_turn_and_a_mirror_carry_every_pixel(): void
    {
        $settings = ['size' => ['base' => 40], 'spacing' => ['base' => 0.6], 'angle' => ['base' => 30], 'angleFollows' => ['base' => 'heading']];
        $side = 300;
        $area = new Rect(0, 0, $side, $side);
        $here = self::printed($settings, new Similarity, $area);
        $turned = self::printed($settings, new Similarity(1, 90, false, $side, 0), $area);
        $mirrored = self::printed($settings, new Similarity(1, 0, true, $side, 0), $area);
        $far = ['turned' => 0.0, 'mirrored' => 0.0];
        for ($y = 0; $y < $side; $y++) {
            for ($x = 0; $x < $side; $x++) {
                $was = $here[$y * $side + $x];
                $far['turned'] += abs($was - $turned[$x * $side + $side - 1 - $y]);
                $far['mirrored'] += abs($was - $mirrored[$y * $side + $side - 1 - $x]);
            }
        }
        foreach ($far as $way => $sum) {
            self::assertLessThan(0.01 * array_sum($here), $sum, $way);
        }
    }

    /** Twice as large: dabs at twice the places, of twice the size, as many of them. */
    public function test_dabs_are_carried_and_not_the_pen(): void
    {
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 20, 'spread' => 0.4], 'spacing' => ['base' => 0.3, 'spread' => 0.5], 'scatterAcross' => ['base' => 1]]]);
        $trace = self::trace();
        $dabs = DabMaker::all($brush, $trace, 5);
        $maker = new DabMaker($brush, true, 5, null, new Similarity(2, 0, false, 30, -10));
        $moved = [...$maker->feed($trace->samples), ...$maker->finish()];
        self::assertSame(count($dabs), count($moved));
        foreach ($dabs as $i => $dab) {
            self::assertEqualsWithDelta([2 * $dab->x + 30, 2 * $dab->y - 10, 2 * $dab->shape->size], [$moved[$i]->x, $moved[$i]->y, $moved[$i]->shape->size], 1e-3);
            self::assertSame([$dab->colour, $dab->flow, $dab->shape->frame], [$moved[$i]->colour, $moved[$i]->flow, $moved[$i]->shape->frame]);
        }
    }

    /**
     * @param  array<string, mixed>  $settings
     * @return array<int, int>
     */
    private static function printed(array $settings, Similarity $moved, Rect $area): array
    {
        return StrokeCoverage::of(MovedStroke::paint(self::tip(), BrushSettings::read(['settings' => $settings]), self::trace(), 3, $moved, new Rect(0, 0, self::SHEET, self::SHEET), null), $area);
    }

    /** A tip that has a left and a right side, a top and a bottom. */
    private static function tip(): BrushTextures
    {
        $side = 64;
        $ink = [];
        for ($y = 0; $y < $side; $y++) {
            for ($x = 0; $x < $side; $x++) {
                $ink[] = $x + 2 * $y < 90 && $x > 4 && $y > 6 ? 65535 : (hypot($x - 45, $y - 40) < 9 ? 40000 : 0);
            }
        }

        return BrushTextures::of(new HalvedMipChain(new Frame(new Plane($side, $side, $ink))));
    }

    private static function trace(): Trace
    {
        return new Trace(array_map(fn (int $i): Sample => new Sample($i * 8, 80 + 2.7 * $i, 140 + 60 * sin($i / 9), 0.3 + 0.5 * sin($i / 20) ** 2, 20, -15), range(0, 60)));
    }
}
