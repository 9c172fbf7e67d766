<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Thing\Inside;
use Yarrowfog\Core\Cut\Thing\LabPicture;
use Yarrowfog\Core\Cut\Thing\Marks;
use Yarrowfog\Core\Cut\Thing\PatchGraph;
use Yarrowfog\Core\Cut\Thing\PixelEdges;
use Yarrowfog\Core\Cut\Thing\Ring;
use Yarrowfog\Core\Raster\Bitmap;

/** What marks do not change, against slower ways to find the same. */
final class PatchGraphTest extends TestCase
{
    private static function picture(): Bitmap
    {
        $chance = new Randomizer(new Mt19937(3));

        return Pictures::bitmap(90, 60, fn (int $x, int $y): int => (hypot($x - 40, $y - 30) < 18 ? 0xC0803000 : 0x30507000) + ($chance->getInt(0, 40) << 16) + ($x < 80 ? 255 : 0));
    }

    /** A picture of many megapixels is made smaller by means of whole squares first. */
    public function test_a_large_picture_keeps_its_colours_when_it_is_made_small(): void
    {
        $colours = [0xD8402000, 0x20C05000, 0x3050E000, 0xF0F0F000];
        $large = Pictures::bitmap(3300, 40, fn (int $x, int $y): int => $colours[intdiv($x, 825)] | ($y < 20 ? 255 : 96));
        $small = PatchGraph::of($large)->picture;
        self::assertLessThan(1100, $small->width);
        foreach ($colours as $k => $colour) {
            $lab = Oklab::fromSrgb(Srgb::fromInt($colour >> 8));
            foreach ([0.3, 0.7] as $down) {
                $i = (int) ($small->height * $down) * $small->width + (int) ($small->width * (2 * $k + 1) / 8);
                self::assertEqualsWithDelta([$lab->l, $lab->a, $lab->b], [$small->l[$i] / 1024, $small->a[$i] / 1024, $small->b[$i] / 1024], 0.005, "colour {$k}");
            }
        }
    }

    /** Relaxed again and again until nothing becomes shorter (Bellman, 1958; Ford, 1956). */
    #[TestWith([[0]])]
    #[TestWith([[5, 40, 77]])]
    #[TestWith([[]])]
    public function test_ways_are_the_shortest(array $from): void
    {
        $graph = PatchGraph::of(self::picture());
        $far = array_fill(0, $graph->patches->count, INF);
        foreach ($from as $k) {
            $far[$k] = 0.0;
        }
        do {
            $isShorter = false;
            foreach ($graph->beside as $k => $others) {
                foreach ($others as [$other, $apart]) {
                    if ($far[$other] > $far[$k] + $apart + 4.0) {
                        $far[$other] = $far[$k] + $apart + 4.0;
                        $isShorter = true;
                    }
                }
            }
        } while ($isShorter);
        self::assertSame($far, $graph->ways($from));
    }

    public function test_what_an_area_says_is_found_anew_where_it_changes(): void
    {
        $graph = PatchGraph::of(self::picture());
        foreach ([[[0.2, 0.1], [0.7, 0.9]], [[0.2, 0.1], [0.7, 0.8]], [[0.2, 0.1], [0.7, 0.9]], []] as $area) {
            $marks = new Marks($area, []);
            $said = $graph->around($marks);
            self::assertSame($marks->around($graph->picture->width, $graph->picture->height), $said->pixels);
            $outside = $clear = array_fill(0, $graph->patches->count, 0);
            foreach ($graph->patches->patches as $i => $k) {
                $outside[$k] += $said->pixels[$i] === Marks::NOT_THIS ? 1 : 0;
                $clear[$k] += $i % 90 < 80 ? 0 : 1;
            }
            self::assertSame([$outside, $clear], [$said->outside, $graph->clear]);
            // Far out lies what is outside by more than half and is there.
            foreach ($graph->patches->sizes as $k => $size) {
                self::assertSame(2 * ($outside[$k] - min($outside[$k], $clear[$k])) > $size, $said->ways[$k] === 0.0, "patch {$k}");
            }
        }
    }

    public function test_a_border_costs_most_where_there_is_no_edge(): void
    {
        $grey = fn (int $v): int => $v * 0x01010100 + 255;
        $picture = LabPicture::of(new Bitmap(3, 2, [$grey(100), $grey(100), $grey(180), $grey(104), $grey(100), $grey(100)]));
        $weights = array_map(fn (int $k): float => 1 / (1 + $k), range(0, 99));
        $edges = PixelEdges::of($picture, $weights, 700.0);
        $cost = function (int $one, int $other, float $length) use ($picture, $weights): int {
            $square = ($picture->l[$one] - $picture->l[$other]) ** 2 + ($picture->a[$one] - $picture->a[$other]) ** 2 + ($picture->b[$one] - $picture->b[$other]) ** 2;

            return (int) (700 / $length * $weights[min(99, intdiv($square, 64))]);
        };
        $aslant = sqrt(2);
        self::assertSame([1, 3, 4, 2], $edges->steps);
        self::assertSame([
            $cost(0, 1, 1), $cost(0, 3, 1), $cost(0, 4, $aslant), 0,
            $cost(1, 2, 1), $cost(1, 4, 1), $cost(1, 5, $aslant), $cost(1, 3, $aslant),
            0, $cost(2, 5, 1), 0, $cost(2, 4, $aslant),
            $cost(3, 4, 1), 0, 0, 0,
            $cost(4, 5, 1), 0, 0, 0,
            0, 0, 0, 0,
        ], $edges->costs);
        self::assertSame([700, 494, 7], [$edges->costs[0], $edges->costs[6], $edges->costs[4]]);
    }

    /** Step by step over the whole picture: a pixel is reached from one of its own side, straight, and in each second step aslant, too. */
    #[TestWith([1, 1])]
    #[TestWith([3, 6])]
    #[TestWith([5, 0])]
    #[TestWith([0, 4])]
    public function test_a_ring_is_what_steps_from_the_outline_reach(int $in, int $out): void
    {
        $chance = new Randomizer(new Mt19937(5));
        [$width, $height] = [31, 23];
        for ($round = 0; $round < 6; $round++) {
            $blots = array_map(fn (): array => [$chance->getInt(0, $width), $chance->getInt(0, $height), $chance->getInt(1, 9)], range(0, 2));
            $inside = array_map(fn (int $i): int => array_any($blots, fn (array $b): bool => hypot($i % $width - $b[0], intdiv($i, $width) - $b[1]) < $b[2]) ? 1 : 0, range(0, $width * $height - 1));
            $steps = array_fill(0, $width * $height, 0);
            for ($step = 1; $step <= max($in, $out); $step++) {
                $before = $steps;
                foreach ($inside as $i => $here) {
                    [$x, $y] = [$i % $width, intdiv($i, $width)];
                    if ($before[$i] !== 0 || $step > ($here === 1 ? $in : $out)) {
                        continue;
                    }
                    for ($v = max(0, $y - 1); $v <= min($height - 1, $y + 1); $v++) {
                        for ($u = max(0, $x - 1); $u <= min($width - 1, $x + 1); $u++) {
                            $j = $v * $width + $u;
                            $isStraight = $u === $x || $v === $y;
                            $isReached = $step === 1 ? $isStraight && $inside[$j] !== $here : ($isStraight || $step % 2 === 1) && $inside[$j] === $here && $before[$j] === $step - 1;
                            $steps[$i] = $isReached ? $step : $steps[$i];
                        }
                    }
                }
            }
            $ring = Ring::around(Inside::of($inside, $width, $height), $in, $out);
            self::assertSame($steps, $ring->steps);
            self::assertEqualsCanonicalizing(array_keys(array_filter($steps)), $ring->pixels);
        }
    }

    /** Who waits is reached as by a ring that goes as far everywhere, and in the same order. */
    public function test_a_ring_that_goes_farther_for_some_reaches_them_as_a_wide_one_does(): void
    {
        $chance = new Randomizer(new Mt19937(9));
        [$width, $height] = [61, 43];
        $reached = $spared = 0;
        for ($round = 0; $round < 20; $round++) {
            $blots = array_map(fn (): array => [$chance->getInt(0, $width), $chance->getInt(0, $height), $chance->getInt(1, 9)], range(0, 2));
            $inside = array_map(fn (int $i): int => array_any($blots, fn (array $b): bool => hypot($i % $width - $b[0], intdiv($i, $width) - $b[1]) < $b[2]) ? 1 : 0, range(0, $width * $height - 1));
            $waiting = array_values(array_filter(array_map(fn (): int => $chance->getInt(0, $width * $height - 1), range(0, $round % 4)), fn (int $i): bool => $inside[$i] === 0));
            $of = Inside::of($inside, $width, $height);
            $wide = Ring::around($of, 4, 15);
            $ring = Ring::around($of, 4, 3)->towards($waiting, $of, 15);
            $order = fn (Ring $r): array => array_values(array_filter($r->pixels, fn (int $i): bool => $r->steps[$i] <= 3 || in_array($i, $waiting, true)));
            self::assertSame(array_values(array_filter($order($wide), fn (int $i): bool => $inside[$i] === 0)), array_values(array_filter($order($ring), fn (int $i): bool => $inside[$i] === 0)));
            foreach ($waiting as $i) {
                self::assertSame($wide->steps[$i], $ring->steps[$i]);
                $reached += $wide->steps[$i] > 3 ? 1 : 0;
            }
            $spared += count($wide->pixels) - count($ring->pixels);
        }
        self::assertGreaterThan(5, $reached);
        self::assertGreaterThan(1000, $spared);
    }
}
