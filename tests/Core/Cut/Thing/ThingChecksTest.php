<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use Closure;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Cut\CheckList;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\MendedList;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\Thing\Doubts;
use Yarrowfog\Core\Cut\Thing\Focus;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;

/** What the check list says of things that were taken out of a photo. */
final class ThingChecksTest extends TestCase
{
    /** @param  Closure(int, int): int  $colour  0xRRGGBB of a place */
    private static function photo(int $width, int $height, Closure $colour): Bitmap
    {
        $chance = new Chance(7);
        $pixels = [];
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $p = $colour($x, $y);
                $n = (int) (8 * $chance->signedUnit(1, $y * $width + $x));
                $channel = fn (int $v): int => max(0, min(255, $v + $n));
                $pixels[] = $channel($p >> 16) << 24 | $channel($p >> 8 & 255) << 16 | $channel($p & 255) << 8 | 255;
            }
        }

        return new Bitmap($width, $height, $pixels);
    }

    /** @param  Closure(int, int): bool  $stays */
    private static function only(Bitmap $in, Closure $stays): Bitmap
    {
        $pixels = [];
        foreach ($in->pixels as $i => $p) {
            $pixels[] = $stays($i % $in->width, intdiv($i, $in->width)) ? $p : 0;
        }

        return new Bitmap($in->width, $in->height, $pixels);
    }

    private static function disc(): Bitmap
    {
        return self::photo(320, 240, fn (int $x, int $y): int => hypot($x - 160, $y - 120) < 70 ? 0xC08030 : 0x4A6078);
    }

    /**
     * @param  list<array<string, mixed>>  $more  steps behind the taking
     * @param  array<string, mixed>  $numbers  of the taking
     * @return array{CutList, array<string, Finding>}
     */
    private static function look(Bitmap $photo, array $numbers, array $more = []): array
    {
        $list = CutList::read(['kind' => 'own colours', 'steps' => [['step' => 'take-thing', 'numbers' => $numbers], ...$more, ['step' => 'trim']]]);
        $found = [];
        foreach (CheckList::look(CutResult::of(Replay::of($list, $photo), $list, fn (): Bitmap => $photo)) as $finding) {
            $found[$finding->id] = $finding;
        }

        return [$list, $found];
    }

    public function test_what_is_cut_right_is_not_doubted(): void
    {
        $photo = self::disc();
        $doubts = Doubts::of($photo, self::only($photo, fn (int $x, int $y): bool => hypot($x - 160, $y - 120) < 70));
        self::assertSame([0.0, 0.0], [$doubts->left, $doubts->eaten]);
    }

    public function test_a_bite_and_a_patch_of_ground_are_found_where_they_are(): void
    {
        $photo = self::disc();
        $bitten = Doubts::of($photo, self::only($photo, fn (int $x, int $y): bool => hypot($x - 160, $y - 120) < 70 && hypot($x - 225, $y - 120) >= 25));
        self::assertEqualsWithDelta([215 / 320, 0.5], array_slice($bitten->eatenAt, 0, 2), 0.03);
        self::assertGreaterThan(0.03, $bitten->eaten);
        self::assertSame(0.0, $bitten->left);
        $fat = Doubts::of($photo, self::only($photo, fn (int $x, int $y): bool => hypot($x - 160, $y - 120) < 70 || hypot($x - 90, $y - 120) < 25));
        self::assertEqualsWithDelta([78 / 320, 0.5], array_slice($fat->leftAt, 0, 2), 0.03);
        self::assertGreaterThan(0.03, $fat->left);
        self::assertSame(0.0, $fat->eaten);
    }

    public function test_ground_seen_through_a_hole_is_found_and_a_like_thing_beside_is_none_of_it(): void
    {
        $ring = self::photo(320, 240, fn (int $x, int $y): int => abs(hypot($x - 110, $y - 120) - 50) < 20 || hypot($x - 250, $y - 120) < 40 ? 0xC08030 : 0x4A6078);
        $doubts = Doubts::of($ring, self::only($ring, fn (int $x, int $y): bool => hypot($x - 110, $y - 120) < 70));
        self::assertEqualsWithDelta([110 / 320, 0.5], array_slice($doubts->leftAt, 0, 2), 0.03);
        self::assertGreaterThan(0.1, $doubts->left);
        self::assertSame(0.0, $doubts->eaten, 'the other disc lies apart');
    }

    public function test_nothing_and_all_are_not_doubted(): void
    {
        $photo = self::disc();
        foreach ([fn (): bool => false, fn (): bool => true] as $stays) {
            $doubts = Doubts::of($photo, self::only($photo, $stays));
            self::assertSame([0.0, 0.0], [$doubts->left, $doubts->eaten]);
        }
    }

    public function test_the_button_mends_what_the_check_found(): void
    {
        // A mark said that a part of the disc is none of it.
        $area = [[0.2, 0.1], [0.8, 0.9]];
        $wrong = [['shows' => false, 'size' => 0.12, 'softness' => 0, 'pressed' => false, 'samples' => [[0, 0.7, 0.5, 1]]]];
        [$list, $found] = self::look(self::disc(), ['area' => $area, 'marks' => $wrong]);
        self::assertArrayHasKey('thing-eaten', $found);
        self::assertStringContainsString('% of the thing', $found['thing-eaten']->sentence);
        $mending = $found['thing-eaten']->mending;
        self::assertNotNull($mending);
        $mended = MendedList::mend($list, $mending);
        self::assertCount(count($list->steps), $mended->steps, 'a mark is added, no step');
        $marks = $mended->steps[0]->numbers->strokes('marks');
        self::assertCount(2, $marks);
        self::assertTrue($marks[1]->shows);
        self::assertEqualsWithDelta(0.69, $marks[1]->samples[0][1], 0.06);
        [, $found] = self::look(self::disc(), ['area' => $area]);
        self::assertArrayNotHasKey('thing-eaten', $found);
        self::assertArrayNotHasKey('ground-in-thing', $found);
    }

    public function test_where_nothing_can_be_told_apart_it_is_said(): void
    {
        $all = [[0.0, 0.0], [1.0, 1.0]];
        $box = [[0.2, 0.2], [0.8, 0.8]];
        $wall = new Bitmap(160, 120, array_fill(0, 160 * 120, 0x9A8F80FF));
        foreach (['a wall' => [], 'a wall with a margin' => [['step' => 'trim', 'numbers' => ['margin' => 12]]], 'one that was made smaller' => [['step' => 'scale', 'numbers' => ['side' => 64]]]] as $what => $more) {
            [, $found] = self::look($wall, ['area' => $box], $more);
            self::assertArrayHasKey('nothing-apart', $found, $what);
            self::assertNull($found['nothing-apart']->mending, $what);
            self::assertStringContainsString('Nothing is left', $found['nothing-apart']->sentence, $what);
            self::assertArrayNotHasKey('almost-no-ink', $found, 'one cause is said once');
        }
        self::assertStringContainsString('Nothing was taken away', self::look(self::disc(), ['area' => $all, 'marks' => [['shows' => true, 'size' => 1, 'softness' => 0, 'pressed' => false, 'samples' => [[0, 0.5, 0.5, 1], [1, 0, 0, 1], [2, 1, 1, 1], [3, 0, 1, 1], [4, 1, 0, 1]]]]])[1]['nothing-apart']->sentence);
        self::assertArrayHasKey('nothing-apart', self::look(new Bitmap(160, 120, array_fill(0, 160 * 120, 0x40A060FF)), ['area' => $all])[1], 'only thing');
        self::assertArrayNotHasKey('nothing-apart', self::look($wall, ['area' => []])[1], 'nothing was pointed at');
        self::assertArrayNotHasKey('nothing-apart', self::look(self::disc(), ['area' => $box])[1]);
        $tile = self::photo(320, 240, fn (int $x, int $y): int => $x >= 100 && $x < 220 && $y >= 80 && $y < 160 ? 0xC08030 : 0x4A6078);
        self::assertArrayNotHasKey('nothing-apart', self::look($tile, ['area' => [[0.2, 0.2], [0.8, 0.8]]])[1], 'a thing with straight sides');
    }

    public function test_things_that_lie_apart_are_counted_and_parted(): void
    {
        $photo = self::photo(320, 240, fn (int $x, int $y): int => hypot($x - 80, $y - 120) < 45 || hypot($x - 220, $y - 110) < 55 ? 0xC08030 : 0x4A6078);
        [$list, $found] = self::look($photo, ['area' => [[0.05, 0.1], [0.95, 0.9]]]);
        self::assertStringStartsWith('2 things lie apart', $found['several-things']->sentence);
        self::assertTrue($found['several-things']->isNote);
        self::assertTrue($found['several-things']->mending?->toArray()['parts']);
        self::assertEquals($list, MendedList::mend($list, $found['several-things']->mending));
        [, $found] = self::look($photo, ['area' => [[0.05, 0.1], [0.95, 0.9]]], [['step' => 'one-thing', 'numbers' => ['place' => [[0.25, 0.5]]]]]);
        self::assertArrayNotHasKey('several-things', $found);
    }

    public function test_a_thing_that_runs_off_its_photo_is_faded_where_it_does(): void
    {
        $photo = self::photo(320, 240, fn (int $x, int $y): int => hypot($x - 280, $y - 120) < 80 ? 0xC08030 : 0x4A6078);
        [$list, $found] = self::look($photo, ['area' => [[0.5, 0.05], [1.0, 0.95]]]);
        self::assertSame('The thing runs off the right of its photo. A stamp would look cut off there.', $found['thing-cut-off']->sentence);
        self::assertEqualsWithDelta(2 * sqrt(80 ** 2 - 39.5 ** 2) / 240, $found['thing-cut-off']->figures['right'], 0.03);
        $mending = $found['thing-cut-off']->mending;
        self::assertNotNull($mending);
        $mended = MendedList::mend($list, $mending);
        self::assertSame(['take-thing', 'fade-edge', 'trim'], array_map(fn ($s): string => $s->description()->id, $mended->steps));
        $cut = Replay::of($mended, $photo)->picture;
        $most = 0;
        for ($y = 0; $y < $cut->height; $y++) {
            $most = max($most, $cut->at($cut->width - 1, $y) & 255);
        }
        self::assertLessThan(26, $most, 'no straight end');
        [, $found] = self::look(self::disc(), ['area' => [[0.2, 0.1], [0.8, 0.9]]]);
        self::assertArrayNotHasKey('thing-cut-off', $found);
    }

    public function test_the_blur_of_an_edge_is_measured_and_the_size_that_will_do_told(): void
    {
        foreach ([0.5, 1.0, 1.5, 2.5, 4.0] as $sigma) {
            $photo = Blur::picture(self::photo(320, 240, fn (int $x, int $y): int => hypot($x - 160, $y - 120) < 70 ? 0xE0C080 : 0x203040), $sigma);
            $measured = Focus::of($photo, self::only($photo, fn (int $x, int $y): bool => hypot($x - 160, $y - 120) < 76));
            // A px has an extent of its own: the edge was never sharper than that.
            self::assertEqualsWithDelta(hypot($sigma, 0.45), $measured, 0.15 * hypot($sigma, 0.45) + 0.05, "σ {$sigma}");
        }
        $photo = Blur::picture(self::disc(), 3.0);
        [, $found] = self::look($photo, ['area' => [[0.2, 0.1], [0.8, 0.9]]]);
        self::assertEqualsWithDelta(140 * 0.7 / 3, $found['out-of-focus']->figures['print'], 7);
        self::assertStringContainsString('it looks sharp, larger it looks soft', $found['out-of-focus']->sentence);
        [, $found] = self::look(self::disc(), ['area' => [[0.2, 0.1], [0.8, 0.9]]]);
        self::assertArrayNotHasKey('out-of-focus', $found);
        self::assertNull(Focus::of(Bitmap::ofColour(40, 40, 0x808080FF), Bitmap::ofColour(40, 40, 0x808080FF)), 'no edge');
    }
}
