<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use Closure;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Cut\MadeScans;
use Tests\Core\Cut\MadeScenes;
use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Checks\SceneAround;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\MendedList;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\Steps\TakeThing;
use Yarrowfog\Core\Cut\Thing\EdgeSoftness;
use Yarrowfog\Core\Cut\Thing\Inside;
use Yarrowfog\Core\Cut\Thing\LabPicture;
use Yarrowfog\Core\Cut\Thing\Marks;
use Yarrowfog\Core\Cut\Thing\Ring;
use Yarrowfog\Core\Cut\Thing\StandsOut;
use Yarrowfog\Core\Cut\Thing\Superpixels;
use Yarrowfog\Core\Cut\Thing\Surroundings;
use Yarrowfog\Core\Form\HandStroke;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\TipKind;

final class TakeThingTest extends TestCase
{
    /** @var array<int, array{picture: Bitmap, alpha: array<int, int>, colour: array<int, int>, name: string}> */
    private static array $scenes = [];

    /** @return array{picture: Bitmap, alpha: array<int, int>, colour: array<int, int>, name: string} */
    private static function scene(int $number): array
    {
        return self::$scenes[$number] ??= MadeScenes::number($number);
    }

    /** @param  Closure(int, int): int  $colour  0xRRGGBB of a place */
    private static function picture(int $width, int $height, Closure $colour, int $noise = 3): Bitmap
    {
        $pixels = [];
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $n = ((($x * 73856093) ^ ($y * 19349663)) >> 5) % (2 * $noise + 1) - $noise;
                $p = $colour($x, $y);
                $channel = fn (int $v): int => max(0, min(255, $v + $n));
                $pixels[] = $channel($p >> 16) << 24 | $channel($p >> 8 & 255) << 16 | $channel($p & 255) << 8 | 255;
            }
        }

        return new Bitmap($width, $height, $pixels);
    }

    /** @param  list<HandStroke>  $strokes */
    private static function take(Bitmap $in, array $area, array $strokes = [], int $wider = 0): Bitmap
    {
        return (new TakeThing(new Marks($area, $strokes), $wider))->apply($in, TipKind::OwnColours);
    }

    /** @param  array<int, int>  $alpha */
    private static function overlap(Bitmap $cut, array $alpha): float
    {
        $both = $either = 0;
        foreach ($alpha as $i => $a) {
            $is = ($cut->pixels[$i] & 255) > 127;
            $both += $is && $a > 127 ? 1 : 0;
            $either += $is || $a > 127 ? 1 : 0;
        }

        return $both / max(1, $either);
    }

    /** Scenes by their numbers, and how much of both the cut and the truth both have, at least. */
    #[TestWith([8, 0.98])]
    #[TestWith([12, 0.96])]
    #[TestWith([19, 0.98])]
    #[TestWith([23, 0.98])]
    #[TestWith([50, 0.98])]
    #[TestWith([4, 0.9])]
    public function test_a_thing_in_a_box_is_taken_out_of_its_scene(int $number, float $least): void
    {
        $scene = self::scene($number);
        $cut = self::take($scene['picture'], MadeScenes::box($scene['alpha']));
        self::assertGreaterThan($least, self::overlap($cut, $scene['alpha']), $scene['name']);
        // Laid on black and on white no rim shows.
        $off = $edge = 0;
        foreach ($scene['alpha'] as $i => $a) {
            if ($a > 5 && $a < 250) {
                $edge++;
                foreach ([24, 16, 8] as $shift) {
                    $off += abs(($cut->pixels[$i] >> $shift & 255) * ($cut->pixels[$i] & 255) - ($scene['colour'][$i] >> $shift - 8 & 255) * $a) / 255 / 3;
                }
            }
        }
        self::assertLessThan(26, $off / max(1, $edge), 'premultiplied colour along the edge');
    }

    public function test_what_goes_on_beyond_the_box_is_none_of_it(): void
    {
        // Two discs of one colour; the box holds one and ends in the middle of the other.
        $in = self::picture(320, 240, fn (int $x, int $y): int => hypot($x - 120, $y - 120) < 55 || hypot($x - 240, $y - 120) < 30 ? 0xB08030 : 0x506070, 5);
        $cut = self::take($in, [[0.12, 0.15], [240 / 320, 0.85]]);
        self::assertSame([255, 0, 0], [$cut->at(120, 120) & 255, $cut->at(232, 120) & 255, $cut->at(222, 112) & 255]);
    }

    /** Blur in px of a straight edge, and how far off may be what is measured; the slope of pixels themselves comes to it: between 0.6 and 0.7 px. */
    #[TestWith([0.0, 0.08])]
    #[TestWith([0.6, 0.1])]
    #[TestWith([1.2, 0.15])]
    #[TestWith([2.4, 0.5])]
    public function test_the_softness_of_an_edge_is_measured(float $sigma, float $off): void
    {
        // Slanted, so that it passes pixels at every place; in steps of OKLab’s L, which grey values nearly are.
        $part = fn (float $away): float => $sigma === 0.0 ? max(0.0, min(1.0, $away + 0.5)) : 0.5 + 0.5 * tanh(0.7978845608 * ($away / $sigma + 0.044715 * ($away / $sigma) ** 3));
        $away = fn (int $x, int $y): float => ($x - 60 + 0.3 * ($y - 40)) / sqrt(1.09);
        $in = self::picture(120, 80, fn (int $x, int $y): int => 0x010101 * (int) round(90 + 60 * $part($away($x, $y))), 0);
        $inside = array_map(fn (int $i): int => $away($i % 120, intdiv($i, 120)) > 0 ? 1 : 0, range(0, 120 * 80 - 1));
        self::assertEqualsWithDelta(sqrt($sigma ** 2 + 0.65 ** 2), EdgeSoftness::along(LabPicture::of($in), Ring::around(Inside::of($inside, 120, 80), 3, 3)), $off);
        self::assertNull(EdgeSoftness::along(LabPicture::of($in), Ring::around(Inside::of(array_fill(0, 120 * 80, 1), 120, 80), 3, 3)));
    }

    public function test_a_sharp_edge_stays_sharp(): void
    {
        // Colours that are hardly apart: what cannot be told by them is no reason for a soft edge.
        $in = self::picture(640, 480, fn (int $x, int $y): int => hypot($x - 320, $y - 240) < 150 ? 0x9A8468 : 0x7A7468, 4);
        $cut = self::take($in, [[0.2, 0.1], [0.8, 0.9]]);
        $partly = 0;
        foreach ($cut->pixels as $i => $p) {
            $away = hypot($i % 640 - 320, intdiv($i, 640) - 240) - 150;
            $partly += abs($away) > 1 && abs($away) < 8 && ($p & 255) > 25 && ($p & 255) < 230 ? 1 : 0;
        }
        // Of some 13,000 px beside the edge; with a band as wide as for soft edges 72.
        self::assertLessThan(20, $partly);
    }

    public function test_one_click_is_enough_to_begin(): void
    {
        $scene = self::scene(19);
        $cut = self::take($scene['picture'], [], [MadeScenes::mark(400, 300, true)]);
        self::assertGreaterThan(0.95, self::overlap($cut, $scene['alpha']));
    }

    public function test_marks_say_what_colours_do_not(): void
    {
        // Two discs of one colour on cloth of another: a box takes both, a mark takes one of them away.
        $in = self::picture(320, 240, fn (int $x, int $y): int => hypot($x - 90, $y - 120) < 50 || hypot($x - 230, $y - 120) < 50 ? 0xB08030 : 0x506070);
        $there = fn (Bitmap $cut, int $x): int => $cut->at($x, 120) & 255;
        $both = self::take($in, [[0.05, 0.1], [0.95, 0.9]]);
        self::assertSame([255, 0, 255], [$there($both, 90), $there($both, 160), $there($both, 230)]);
        $one = self::take($in, [[0.05, 0.1], [0.95, 0.9]], [new HandStroke(false, 0.05, 0, false, [[0.0, 0.68, 0.5, 1.0], [9.0, 0.76, 0.5, 1.0]])]);
        self::assertSame([255, 0], [$there($one, 90), $there($one, 230)]);
        $clicked = self::take($in, [], [new HandStroke(true, 0.03, 0, false, [[0.0, 230 / 320, 0.5, 1.0]])]);
        self::assertSame([0, 255], [$there($clicked, 90), $there($clicked, 230)]);
    }

    public function test_a_blurred_edge_is_parted_into_what_it_is_mixed_of(): void
    {
        // A ramp of 12 px from the thing to the ground.
        $part = fn (int $x): float => max(0.0, min(1.0, (206 - $x - 0.5) / 12));
        $mix = fn (float $a, int $one, int $other): int => (int) round($a * $one + (1 - $a) * $other);
        $in = self::picture(400, 300, fn (int $x, int $y): int => $y < 40 || $y >= 260 || $x < 60 ? 0x3060A0 : $mix($part($x), 220, 48) << 16 | $mix($part($x), 60, 96) << 8 | $mix($part($x), 40, 160), 0);
        $cut = self::take($in, [[0.1, 0.08], [0.6, 0.92]], wider: 8);
        foreach ([196, 198, 200, 202, 204] as $x) {
            self::assertEqualsWithDelta(255 * $part($x), $cut->at($x, 150) & 255, 16, "alpha at {$x}");
        }
        // What is left in part has the colour of the thing, not that of the ground.
        $pixel = $cut->at(201, 150);
        self::assertEqualsWithDelta(220, $pixel >> 24, 25);
        self::assertEqualsWithDelta(40, $pixel >> 8 & 255, 25);
    }

    public function test_a_large_picture_is_cut_as_its_preview_is(): void
    {
        $scene = self::scene(19);
        $large = (new Resampler(Filter::Lanczos))->bitmap($scene['picture'], 1600, 1200);
        $area = MadeScenes::box($scene['alpha']);
        $one = self::take($scene['picture'], $area);
        $other = (new Resampler(Filter::Area))->bitmap(self::take($large, $area), 800, 600);
        self::assertGreaterThan(0.99, self::overlap($other, array_map(fn (int $p): int => $p & 255, $one->pixels)));
    }

    public function test_the_same_marks_give_the_same_cut(): void
    {
        $scene = self::scene(8);
        $area = MadeScenes::box($scene['alpha']);
        $once = self::take($scene['picture'], $area);
        self::take($scene['picture'], $area, [MadeScenes::mark(300, 250, false)]);
        self::assertSame($once->pixels, self::take(new Bitmap(800, 600, $scene['picture']->pixels), $area)->pixels, 'whatever was asked before');
    }

    /** @return array<string, array{Closure(int, int): int, list<array{float, float}>, list<HandStroke>}> */
    public static function oddities(): array
    {
        $dot = fn (bool $shows, float $x, float $y): HandStroke => new HandStroke($shows, 0.05, 0, false, [[0.0, $x, $y, 1.0]]);
        $disc = fn (int $x, int $y): int => hypot($x - 80, $y - 60) < 40 ? 0x202020 : 0xD0D0D0;

        return [
            'no thing, a wall' => [fn (int $x, int $y): int => 0x9A8F80, [[0.2, 0.2], [0.8, 0.8]], []],
            'only thing' => [fn (int $x, int $y): int => 0x40A060, [[0.0, 0.0], [1.0, 1.0]], []],
            'marks that contradict' => [$disc, [], [$dot(true, 0.5, 0.5), $dot(false, 0.5, 0.5)]],
            'this all over' => [$disc, [], [new HandStroke(true, 1, 0, false, [[0.0, 0.5, 0.5, 1.0], [1.0, 0.0, 0.0, 1.0], [2.0, 1.0, 1.0, 1.0], [3.0, 0.0, 1.0, 1.0], [4.0, 1.0, 0.0, 1.0]])]],
            'not this all over' => [$disc, [], [new HandStroke(false, 1, 0, false, [[0.0, 0.5, 0.5, 1.0], [1.0, 0.0, 0.0, 1.0], [2.0, 1.0, 1.0, 1.0]])]],
            'a mark outside' => [$disc, [], [$dot(true, 4.0, 4.0)]],
            'an area of nothing' => [$disc, [[0.4, 0.4], [0.4, 0.9]], []],
        ];
    }

    /**
     * @param  Closure(int, int): int  $colour
     * @param  list<array{float, float}>  $area
     * @param  list<HandStroke>  $strokes
     */
    #[DataProvider('oddities')]
    public function test_oddities_give_a_picture_of_the_same_size(Closure $colour, array $area, array $strokes): void
    {
        foreach ([[160, 120], [1, 1], [3, 200]] as [$width, $height]) {
            $cut = self::take(self::picture($width, $height, $colour), $area, $strokes);
            self::assertSame([$width, $height, $width * $height], [$cut->width, $cut->height, count($cut->pixels)]);
        }
    }

    public function test_two_colours_and_what_is_clear_already(): void
    {
        $in = self::picture(200, 160, fn (int $x, int $y): int => hypot($x - 100, $y - 80) < 50 ? 0x000000 : 0xFFFFFF, 0);
        $cut = self::take($in, [[0.1, 0.1], [0.9, 0.9]]);
        self::assertSame([255, 0], [$cut->at(100, 80) & 255, $cut->at(40, 40) & 255]);
        $pixels = $in->pixels;
        foreach ($pixels as $i => $p) {
            $pixels[$i] = $i % 200 < 100 ? $p & 0xFFFFFF00 : $p;
        }
        $half = self::take(new Bitmap(200, 160, $pixels), [[0.1, 0.1], [0.9, 0.9]]);
        self::assertSame([0, 255, 0], [$half->at(70, 80) & 255, $half->at(130, 80) & 255, $half->at(20, 80) & 255], 'what is clear stays so');
    }

    public function test_nothing_said_changes_nothing(): void
    {
        $in = self::picture(20, 10, fn (int $x, int $y): int => $x * 12 << 16 | $y * 20);
        self::assertSame($in, self::take($in, []));
        self::assertSame($in, self::take($in, [[0.5, 0.5]]));
    }

    public function test_what_stands_out_is_found_and_a_wall_has_nothing(): void
    {
        foreach ([8, 19, 23, 50] as $number) {
            $scene = self::scene($number);
            $box = StandsOut::box($scene['picture']);
            $true = MadeScenes::box($scene['alpha']);
            self::assertCount(2, $box);
            foreach ([0, 1] as $corner) {
                foreach ([0, 1] as $axis) {
                    self::assertEqualsWithDelta($true[$corner][$axis], $box[$corner][$axis], 0.06, $scene['name']);
                }
            }
        }
        self::assertSame([], StandsOut::box(self::picture(300, 200, fn (): int => 0x888888, 0)));
    }

    public function test_pages_and_scenes_are_told_apart(): void
    {
        foreach ([8, 12, 19, 23] as $number) {
            self::assertSame(Surroundings::SCENE, Surroundings::of(self::scene($number)['picture'])->kind);
        }
        foreach (['hatching', 'wash', 'thin pen', 'text 12 px high'] as $name) {
            $page = Surroundings::of(MadeScans::named($name)['picture']);
            self::assertSame(Surroundings::PAPER, $page->kind, $name);
            self::assertGreaterThan(0.9, $page->sure);
        }
        self::assertSame(Surroundings::PLAIN, Surroundings::of(self::picture(200, 100, fn (): int => 0x404858))->kind);
        // Ink that runs off the paper over nearly half of its edge, and as much of it on something dark.
        self::assertSame(Surroundings::PAPER, Surroundings::of(self::picture(200, 200, fn (int $x): int => $x < 90 ? 0x101010 : 0xFFFFFF))->kind);
        self::assertSame(Surroundings::PLAIN, Surroundings::of(self::picture(200, 200, fn (int $x): int => $x < 90 ? 0x101010 : 0x707070))->kind);
        self::assertSame(Surroundings::CLEAR, Surroundings::of(new Bitmap(40, 40, array_fill(0, 1600, 0)))->kind);
    }

    public function test_a_scene_is_never_called_clean_and_nothing_is_taken_out_of_it_unasked(): void
    {
        $scene = self::scene(23)['picture'];
        $list = CutList::read(['steps' => [['step' => 'trim']]]);
        $look = fn (CutList $list) => (new SceneAround)->look(CutResult::of(Replay::of($list, $scene), $list, fn (): Bitmap => $scene));
        $finding = $look($list);
        self::assertNotNull($finding);
        self::assertStringContainsString('no mark on paper but a scene', $finding->sentence);
        self::assertStringContainsString('can be taken out', $finding->sentence);
        self::assertFalse($finding->isNote);
        self::assertNotNull($finding->mending);
        self::assertNull($look(MendedList::mend($list, $finding->mending)), 'taken out, there is nothing to ask');
        foreach (MendedList::of($scene)->steps as $listed) {
            self::assertNotSame(TakeThing::class, $listed->step);
        }
        $page = MadeScans::named('hatching')['picture'];
        self::assertNull((new SceneAround)->look(CutResult::of(Replay::of($list, $page), $list, fn (): Bitmap => $page)));
    }

    public function test_colours_come_from_tables_within_a_thousandth(): void
    {
        $colours = array_map(fn (int $k): int => ($k * 2654435761) & 0xFFFFFF, range(1, 400));
        $lab = LabPicture::of(new Bitmap(400, 1, array_map(fn (int $c): int => $c << 8 | 255, $colours)));
        foreach ($colours as $i => $c) {
            $exact = Oklab::fromSrgb(Srgb::fromInt($c));
            self::assertEqualsWithDelta(1024 * $exact->l, $lab->l[$i], 1.5);
            self::assertEqualsWithDelta(1024 * $exact->a, $lab->a[$i], 2.5);
            self::assertEqualsWithDelta(1024 * $exact->b, $lab->b[$i], 2.5);
        }
    }

    public function test_patches_are_whole_and_follow_edges(): void
    {
        $in = LabPicture::of(self::picture(120, 90, fn (int $x, int $y): int => $x + $y < 100 ? 0xC04040 : 0x4040C0, 6));
        $patches = Superpixels::of($in, 8);
        self::assertSame(120 * 90, array_sum($patches->sizes));
        // No patch has pixels of both colours but for some along the edge.
        $mixed = 0;
        $counts = array_fill(0, $patches->count, [0, 0]);
        foreach ($patches->patches as $i => $k) {
            $counts[$k][$i % 120 + intdiv($i, 120) < 100 ? 0 : 1]++;
        }
        foreach ($counts as [$one, $other]) {
            $mixed += min($one, $other);
        }
        self::assertLessThan(40, $mixed);
        $pieces = 0;
        $seen = [];
        foreach ($patches->patches as $start => $k) {
            if (isset($seen[$start])) {
                continue;
            }
            $pieces++;
            $queue = [$start];
            $seen[$start] = true;
            while ($queue !== []) {
                $i = array_pop($queue);
                foreach ([$i % 120 > 0 ? $i - 1 : -1, $i % 120 < 119 ? $i + 1 : -1, $i - 120, $i + 120] as $j) {
                    if (($patches->patches[$j] ?? -1) === $k && ! isset($seen[$j])) {
                        $seen[$j] = true;
                        $queue[] = $j;
                    }
                }
            }
        }
        self::assertSame($patches->count, $pieces, 'each patch is in one piece');
    }

    public function test_a_ring_is_as_wide_as_it_is_told(): void
    {
        $inside = array_map(fn (int $i): int => hypot($i % 60 - 29.5, intdiv($i, 60) - 29.5) < 15 ? 1 : 0, range(0, 3599));
        $ring = Ring::around(Inside::of($inside, 60, 60), 3, 6);
        foreach ($inside as $i => $in) {
            $away = hypot($i % 60 - 29.5, intdiv($i, 60) - 29.5) - 15;
            if ($away > -2 && $away < 4.5) {
                self::assertGreaterThan(0, $ring->steps[$i]);
            } elseif ($away < -4.5 || $away > 8) {
                self::assertSame(0, $ring->steps[$i]);
            }
        }
        self::assertEqualsCanonicalizing(array_keys(array_filter($ring->steps)), $ring->pixels);
        self::assertSame([], Ring::around(Inside::of(array_fill(0, 100, 1), 10, 10), 3, 3)->pixels);
    }
}
