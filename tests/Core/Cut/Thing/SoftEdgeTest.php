<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use Closure;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use WeakReference;
use Yarrowfog\Core\Cut\Thing\EarlierEdge;
use Yarrowfog\Core\Cut\Thing\EdgeBand;
use Yarrowfog\Core\Cut\Thing\EdgeSamples;
use Yarrowfog\Core\Cut\Thing\Inside;
use Yarrowfog\Core\Cut\Thing\Marks;
use Yarrowfog\Core\Cut\Thing\PatchGraph;
use Yarrowfog\Core\Cut\Thing\SaidPixels;
use Yarrowfog\Core\Cut\Thing\SoftEdge;
use Yarrowfog\Core\Cut\Thing\ThingCut;
use Yarrowfog\Core\Cut\Thing\Trimap;
use Yarrowfog\Core\Form\HandStroke;
use Yarrowfog\Core\Raster\Bitmap;

/** What is taken over from the edge before is what would be found anew. */
final class SoftEdgeTest extends TestCase
{
    /** @param  float  $soft  px from the ground to the thing */
    private static function scene(int $width, int $height, float $soft = 5.0): Bitmap
    {
        $chance = new Randomizer(new Mt19937(11));

        return Pictures::bitmap($width, $height, function (int $x, int $y) use ($chance, $width, $height, $soft): int {
            $part = max(0.0, min(1.0, (0.32 * $height - hypot($x - 0.45 * $width, $y - 0.5 * $height) - 6 * sin(atan2($y - 0.5 * $height, $x - 0.45 * $width) * 9)) / $soft));
            $tone = fn (int $thing, int $ground): int => max(0, min(255, (int) ($part * $thing + (1 - $part) * $ground) + $chance->getInt(-9, 9)));

            return $tone(196, 70) << 24 | $tone(120, 96) << 16 | $tone(60, 110) << 8 | 255;
        });
    }

    private static function anew(Bitmap $picture): Bitmap
    {
        return new Bitmap($picture->width, $picture->height, $picture->pixels);
    }

    /** The small picture is as large as the picture, or smaller. */
    #[TestWith([150, 110])]
    #[TestWith([520, 360])]
    public function test_marks_one_after_another_cut_as_each_would_alone(int $width, int $height): void
    {
        $picture = self::scene($width, $height);
        $strokes = [];
        foreach ([[0.3, 0.3, true], [0.8, 0.2, false], [0.45, 0.85, true], [0.2, 0.75, false], [0.6, 0.5, false], [0.9, 0.6, true]] as $n => [$x, $y, $shows]) {
            $strokes[] = new HandStroke($shows, 0.04, 0.0, false, [[0.0, $x, $y, 1.0]]);
            foreach ([[[[0.1, 0.1], [0.9, 0.9]], $strokes], [[[0.1, 0.1], [0.8, 0.9]], array_slice($strokes, 0, -1)]] as [$area, $said]) {
                $marks = new Marks($area, $said);
                self::assertTrue(ThingCut::of(self::anew($picture), $marks, $n % 3)?->pixels === ThingCut::of($picture, $marks, $n % 3)?->pixels, "stroke {$n}");
            }
        }
    }

    /** A disc that now and then has a dent, or a dot beside it. */
    private static function map(PatchGraph $graph, Randomizer $chance, int $wider): Trimap
    {
        [$width, $height] = [$graph->picture->width, $graph->picture->height];
        [$x0, $y0] = [$chance->getInt(0, $width - 1), $chance->getInt(0, $height - 1)];
        $isThere = $chance->getInt(0, 1) === 1;
        $inside = [];
        for ($i = 0; $i < $width * $height; $i++) {
            [$x, $y] = [$i % $width, intdiv($i, $width)];
            $inside[] = (hypot($x - 0.45 * $width, $y - 0.5 * $height) < 0.3 * $height) !== ($isThere && hypot($x - $x0, $y - $y0) < 7) ? 1 : 0;
        }
        // Now and then a colour is taken for what it is not: hairs, and gaps between them.
        $middle = (max($graph->palette->l) + min($graph->palette->l)) / 2;
        $rather = array_map(fn (float $l): float => ($l > $middle) === ($chance->getInt(0, 60) > 0) ? 2.5 : -2.5, $graph->palette->l);

        return Trimap::of($graph, Inside::of($inside, $width, $height), $rather, new SaidPixels($graph->around(new Marks([], [])), []), $wider);
    }

    /** Outlines that change somewhere, at edges and corners of the picture too, and bands that grow and shrink. */
    #[TestWith([90, 70, 5.0, 40])]
    #[TestWith([120, 90, 1.0, 20])]
    #[TestWith([420, 300, 5.0, 10])]
    public function test_whatever_changes_the_rest_is_as_it_would_be_anew(int $width, int $height, float $soft, int $times): void
    {
        $picture = self::scene($width, $height, $soft);
        $chance = new Randomizer(new Mt19937(5));
        $graph = PatchGraph::of($picture);
        for ($n = 0; $n < $times; $n++) {
            $map = self::map($graph, $chance, intdiv($n, 4) % 3);
            self::assertTrue(SoftEdge::of(self::anew($picture), $map)->pixels === SoftEdge::of($picture, $map)->pixels, "outline {$n}");
        }
    }

    public function test_what_did_not_change_is_taken_over_and_what_lies_beside_a_change_is_not(): void
    {
        $picture = self::scene(300, 200);
        $graph = PatchGraph::of($picture);
        [$width, $height] = [$graph->picture->width, $graph->picture->height];
        $free = new SaidPixels($graph->around(new Marks([], [])), []);
        $rather = array_fill(0, max($graph->palette->colours) + 1, 0.0);
        $disc = [];
        for ($i = 0; $i < $width * $height; $i++) {
            $disc[] = hypot($i % $width - 0.45 * $width, intdiv($i, $width) - 0.5 * $height) < 0.3 * $height ? 1 : 0;
        }
        $map = Trimap::of($graph, Inside::of($disc, $width, $height), $rather, $free, 0);
        SoftEdge::of($picture, $map);
        $band = new EdgeBand($picture, $map);
        $same = EdgeSamples::gather($band, EarlierEdge::of($picture));
        self::assertSame(array_keys($band->mixed), $same->kept);
        // What was taken over is what it was.
        self::assertEquals(EdgeSamples::gather($band, null)->parts, $same->parts);

        // One pixel of the middle of the ground becomes the thing: far from the outline nothing is found anew.
        $dot = $disc;
        [$dotX, $dotY] = [(int) (0.95 * $width), (int) (0.5 * $height)];
        $dot[$dotY * $width + $dotX] = 1;
        $band = new EdgeBand($picture, Trimap::of($graph, Inside::of($dot, $width, $height), $rather, $free, 0));
        $kept = EdgeSamples::gather($band, EarlierEdge::of($picture))->kept;
        foreach ($band->mixed as $n => $i) {
            $isNear = hypot($i % 300 - ($dotX + 0.5) * 300 / $width, intdiv($i, 300) - ($dotY + 0.5) * 200 / $height) < 12;
            self::assertSame($isNear, $kept[$n] < 0, "pixel {$i}");
        }
    }

    /** Where samples stay the same, what the outline says may change all the same, and how steep the edge is. */
    public function test_another_outline_between_the_same_samples_counts(): void
    {
        $picture = self::scene(150, 110);
        $map = self::map(PatchGraph::of($picture), new Randomizer(new Mt19937(2)), 1);
        $as = Closure::bind(fn (float $most, bool $isSharp): Trimap => new Trimap($map->width, $map->height, $map->values, array_map(fn (int|float $part): float => $most * $part, $map->part), $isSharp), null, Trimap::class);
        $cuts = [];
        foreach ([[1.0, false], [0.6, false], [0.6, true], [1.0, false]] as [$most, $isSharp]) {
            $cuts[] = SoftEdge::of($picture, $as($most, $isSharp))->pixels;
            self::assertTrue(SoftEdge::of(self::anew($picture), $as($most, $isSharp))->pixels === $cuts[count($cuts) - 1], "{$most}");
        }
        self::assertSame([true, false, false], [$cuts[0] === $cuts[3], $cuts[0] === $cuts[1], $cuts[1] === $cuts[2]]);
    }

    public function test_a_picture_that_nobody_holds_any_more_is_let_go_of(): void
    {
        $picture = self::scene(150, 110);
        ThingCut::of($picture, new Marks([[0.1, 0.1], [0.9, 0.9]], []));
        self::assertNotNull(EarlierEdge::of($picture));
        $held = WeakReference::create($picture);
        unset($picture);
        gc_collect_cycles();
        self::assertNull($held->get());
    }
}
