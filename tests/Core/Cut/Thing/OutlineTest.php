<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\Thing\Arcs;
use Yarrowfog\Core\Cut\Thing\EdgeList;
use Yarrowfog\Core\Cut\Thing\FoundPatches;
use Yarrowfog\Core\Cut\Thing\Inside;
use Yarrowfog\Core\Cut\Thing\Marks;
use Yarrowfog\Core\Cut\Thing\MinimumCut;
use Yarrowfog\Core\Cut\Thing\Models;
use Yarrowfog\Core\Cut\Thing\Outline;
use Yarrowfog\Core\Cut\Thing\PatchGraph;
use Yarrowfog\Core\Cut\Thing\Ring;
use Yarrowfog\Core\Cut\Thing\SaidPixels;
use Yarrowfog\Core\Cut\Thing\ThingCut;
use Yarrowfog\Core\Cut\Thing\Trimap;
use Yarrowfog\Core\Form\HandStroke;
use Yarrowfog\Core\Raster\Bitmap;

final class OutlineTest extends TestCase
{
    /** A disc whose colours the ground has, too, here and there. */
    private static function picture(Randomizer $chance, int $width, int $height, float $x, float $y, float $radius, int $noise): Bitmap
    {
        return Pictures::bitmap($width, $height, function (int $u, int $v) use ($chance, $x, $y, $radius, $noise): int {
            $of = fn (int $level): int => max(0, min(255, $level + $chance->getInt(-$noise, $noise)));

            return hypot($u - $x, $v - $y) < $radius ? $of(150) << 24 | $of(110) << 16 | $of(60) << 8 | 255 : $of(90) << 24 | $of(110) << 16 | $of(120) << 8 | 255;
        });
    }

    /** A thing may lie anywhere: the first pixel of all is one like the others. */
    #[TestWith([-9, -8])]
    #[TestWith([60, -8])]
    #[TestWith([128, -8])]
    #[TestWith([-9, 45])]
    #[TestWith([128, 98])]
    #[TestWith([-9, 98])]
    public function test_a_thing_at_the_edge_of_its_picture_is_cut(int $x, int $y): void
    {
        foreach ([10, 25, 40] as $seed => $noise) {
            $cut = ThingCut::of(self::picture(new Randomizer(new Mt19937($seed)), 120, 90, $x, $y, 45, $noise), new Marks([[max(0, $x / 120 - 0.45), max(0, $y / 90 - 0.55)], [min(1, $x / 120 + 0.45), min(1, $y / 90 + 0.55)]], []));
            self::assertNotNull($cut);
            $wrong = 0;
            foreach ($cut->pixels as $i => $p) {
                $wrong += (hypot($i % 120 - $x, intdiv($i, 120) - $y) < 45) === (($p & 255) > 127) ? 0 : 1;
            }
            self::assertLessThan(100, $wrong, "noise {$noise}");
        }
    }

    /** Pixel by pixel over the whole picture, with every edge told. */
    #[TestWith([21, 30])]
    #[TestWith([40, 30])]
    #[TestWith([70, 30])]
    public function test_an_outline_is_what_the_cheapest_cut_around_it_gives(int $noise, int $times): void
    {
        $chance = new Randomizer(new Mt19937($noise));
        [$width, $height] = [41, 33];
        $moved = 0;
        for ($n = 0; $n < $times; $n++) {
            $graph = PatchGraph::of(self::picture($chance, $width, $height, $chance->getInt(0, 40), $chance->getInt(0, 32), $chance->getInt(6, 14), $noise));
            // Now and then all but a strip at the left is taken for the thing at first.
            $isAll = $n % 3 === 0;
            $strokes = array_map(fn (int $k): HandStroke => new HandStroke($k === 0, 0.06, 0, false, [[0, $chance->getInt(0, 100) / 100, $chance->getInt(0, 100) / 100, 1]]), range(0, $n % 3));
            $marks = new Marks($n % 2 === 0 ? [[0.05, 0.1], [0.9, 0.95]] : [], $strokes);
            $said = new SaidPixels($graph->around($marks), $marks->drawn($width, $height));
            $found = new FoundPatches(
                array_map(fn (float $x, float $y): int => hypot($x - 20, $y - 16) < 10 + $chance->getInt(-5, 5) ? 1 : 0, $graph->patches->x, $graph->patches->y),
                array_map(fn (float $l, float $a, float $b): float => $isAll ? 8.0 : ($b - 10) / 10 + $chance->getInt(-20, 20) / 10, $graph->palette->l, $graph->palette->a, $graph->palette->b),
                array_map(fn (float $x): float => $isAll ? ($x < 14 ? -10.0 : 0.0) : $chance->getInt(-40, 40) / 10, $graph->patches->x),
            );
            [$inside, $rather] = Outline::of($graph, $found, $marks, $said);
            [$expected, $learned, $rounds] = $this->slowly($graph, $found, $said);
            $moved += $rounds;
            self::assertSame(implode('', self::meant($expected, $width, $marks, $said)), $inside->text);
            self::assertSame($learned, $rather);
            self::assertSame([implode('', $inside->pixels), array_sum($inside->pixels)], [$inside->text, $inside->area]);
        }
        self::assertGreaterThan($times, $moved, 'colours are learned anew');
    }

    /**
     * The pieces that were pointed at, or, in an area, that are no crumbs.
     *
     * @param  array<int, int>  $inside
     * @return array<int, int>
     */
    private static function meant(array $inside, int $width, Marks $marks, SaidPixels $said): array
    {
        $pieces = [];
        $left = array_filter($inside);
        while ($left !== []) {
            $piece = [];
            $queue = [array_key_first($left)];
            while ($queue !== []) {
                $i = array_pop($queue);
                if (isset($left[$i])) {
                    unset($left[$i]);
                    $piece[] = $i;
                    array_push($queue, $i - $width, $i + $width, ...$i % $width > 0 ? [$i - 1] : [], ...($i + 1) % $width > 0 ? [$i + 1] : []);
                }
            }
            $pieces[] = $piece;
        }
        $largest = max([0, ...array_map(count(...), $pieces)]);
        foreach ($pieces as $piece) {
            $isPointedAt = array_any($piece, fn (int $i): bool => $said->pixels[$i] === Marks::THIS);
            if (! $isPointedAt && (count($piece) < 0.05 * $largest || $marks->hasThis() && ! $marks->hasArea())) {
                $inside = array_replace($inside, array_fill_keys($piece, 0));
            }
        }

        return $inside;
    }

    /** @return array{array<int, int>, array<int, float>, int} */
    private function slowly(PatchGraph $graph, FoundPatches $found, SaidPixels $said): array
    {
        [$width, $height] = [$graph->picture->width, $graph->picture->height];
        $all = $width * $height;
        $owners = $graph->patches->patches;
        $inside = array_map(fn (int $patch): int => $found->is[$patch], $owners);
        $rather = $found->rather;
        for ($round = 0; $round < 4; $round++) {
            $more = fn (int $i): float => $rather[$graph->palette->colours[$i]] + $found->lean[$owners[$i]] / $graph->unlike[$i];
            $near = array_map(fn (int $steps): bool => $steps > 0, Ring::around(Inside::of($inside, $width, $height), 5, 5)->steps);
            foreach (array_keys($said->pixels, Marks::FREE, true) as $i) {
                if ($inside[$i] === 1 ? $more($i) < -0.5 : $more($i) > 2.0) {
                    foreach ([$i, ...$i % $width > 0 ? [$i - 1] : [], ...($i + 1) % $width > 0 ? [$i + 1] : [], $i - $width, $i + $width] as $j) {
                        if ($j >= 0 && $j < $all) {
                            $near[$j] = true;
                        }
                    }
                }
            }
            $edges = new EdgeList;
            $ties = [];
            foreach ($inside as $i => $in) {
                $ties[] = match (true) {
                    ! $near[$i] => $in === 1 ? 1 << 50 : -(1 << 50),
                    $said->pixels[$i] === Marks::THIS => 1 << 40,
                    $said->pixels[$i] === Marks::NOT_THIS => -(1 << 40),
                    default => (int) (64 * $more($i)),
                };
                foreach ($graph->pixelEdges()->steps as $k => $step) {
                    if ($i + $step < $all) {
                        $edges->add($i, $i + $step, $graph->pixelEdges()->costs[4 * $i + $k]);
                    }
                }
            }
            $next = MinimumCut::part($edges->arcs($all), $ties);
            $changed = count(array_diff_assoc($next, $inside));
            $inside = $next;
            if ($changed <= 0.04 * array_sum($inside)) {
                break;
            }
            $this_ = $not = $graph->palette->none();
            foreach ($inside as $i => $in) {
                $in === 1 ? $this_[$graph->palette->colours[$i]]++ : $not[$graph->palette->colours[$i]]++;
            }
            $rather = Models::compare($graph->palette, $this_, $not, $graph->marked($said->pixels), 0.05, 0.5);
        }

        return [$inside, $rather, $round + 1];
    }

    /** Hairs, gaps and the band give way to what was said. */
    public function test_what_was_said_of_a_pixel_counts_whatever_is_found_there(): void
    {
        $chance = new Randomizer(new Mt19937(4));
        [$width, $height] = [80, 60];
        $graph = PatchGraph::of(self::picture($chance, $width, $height, 40, 30, 18, 40));
        $inside = Inside::of(array_map(fn (int $i): int => hypot($i % $width - 40, intdiv($i, $width) - 30) < 18 ? 1 : 0, range(0, $width * $height - 1)), $width, $height);
        $rather = array_map(fn (float $b): float => $b / 10 + $chance->getInt(-20, 20) / 10, $graph->palette->b);
        $free = Trimap::of($graph, $inside, $rather, new SaidPixels($graph->around(new Marks([], [])), []), 1);
        self::assertGreaterThan(300, substr_count($free->values, "\1"));
        $drawn = [];
        for ($n = 0; $n < 400; $n++) {
            $drawn[$chance->getInt(0, $width * $height - 1)] = $chance->getInt(Marks::THIS, Marks::NOT_THIS);
        }
        $marks = new Marks([[0.1, 0.1], [0.9, 0.8]], []);
        $told = Trimap::of($graph, $inside, $rather, new SaidPixels($graph->around($marks), $drawn), 1);
        $mixed = 0;
        foreach (array_replace($marks->around($width, $height), $drawn) as $i => $what) {
            if ($what === Marks::FREE) {
                $mixed += $told->values[$i] === "\1" ? 1 : 0;
            } else {
                self::assertSame($what === Marks::THIS ? "\2" : "\0", $told->values[$i]);
            }
        }
        self::assertGreaterThan(200, $mixed);
    }

    public function test_pixels_that_are_flipped_change_sides(): void
    {
        $inside = Inside::of([0, 1, 1, 0, 0, 1], 3, 2);
        self::assertSame(['011001', 3], [$inside->text, $inside->area]);
        $other = $inside->flip([0, 5]);
        self::assertSame([[1, 1, 1, 0, 0, 0], '111000', 3], [$other->pixels, $other->text, $other->area]);
        self::assertSame([[0, 1, 1, 0, 0, 1], '011001'], [$inside->pixels, $inside->text]);
        self::assertEquals($inside, Inside::only([5, 1, 2], 3, 2));
        self::assertSame(4, $inside->flip([3])->area);
    }

    public function test_pixels_are_grouped_by_patch_and_colour(): void
    {
        $graph = PatchGraph::of(self::picture(new Randomizer(new Mt19937(1)), 60, 40, 30, 20, 12, 20));
        $groups = $graph->colours;
        self::assertEqualsCanonicalizing(range(0, 2399), $groups->pixels);
        $count = array_fill(0, $graph->patches->count, $graph->palette->none());
        foreach ($graph->patches->patches as $i => $k) {
            $count[$k][$graph->palette->colours[$i]]++;
        }
        $values = array_map(fn (float $l): float => $l / 8, $graph->palette->l);
        $sums = $groups->sums($values);
        foreach ($graph->patches->patches as $i => $k) {
            self::assertContains($i, $groups->pixelsOf([$k]));
        }
        foreach ($count as $k => $counts) {
            self::assertSame($counts, $groups->count([$k], $graph->palette->none()));
            self::assertCount($graph->patches->sizes[$k], $groups->pixelsOf([$k]));
            self::assertEqualsWithDelta(array_sum(array_map(fn (float $v, float $n): float => $v * $n, $values, $counts)), $sums[$k], 1e-6);
            for ($c = $groups->first[$k]; $c < $groups->first[$k + 1]; $c++) {
                for ($n = $groups->begins[$c]; $n < $groups->begins[$c + 1]; $n++) {
                    self::assertSame([$k, $groups->colours[$c]], [$graph->patches->patches[$groups->pixels[$n]], $graph->palette->colours[$groups->pixels[$n]]]);
                }
            }
        }
        self::assertSame($graph->palette->counts, $groups->count(range(0, $graph->patches->count - 1), $graph->palette->none()));
    }

    /** An arc that is none hangs on itself, wherever it says that it leads. */
    public function test_arcs_without_room_lead_nowhere(): void
    {
        // Two nodes with three arcs each, of which the first of both is the edge between them.
        $arcs = new Arcs([0, 3, 6], [1, 0, 0, 0, 0, 0], [3, 1, 2, 0, 4, 5], [7, 0, 0, 7, 0, 0]);
        self::assertSame([1, 1], MinimumCut::part($arcs, [20, -5]));
        self::assertSame([1, 0], MinimumCut::part($arcs, [20, -9]));
        self::assertSame([0, 0], MinimumCut::part($arcs, [5, -9]));
    }
}
