<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\CheckList;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Make\Finds;
use Yarrowfog\Core\Make\SampleCamera;
use Yarrowfog\Core\Make\SampleScanner;
use Yarrowfog\Core\Raster\Bitmap;

/** A painter who presses the mending buttons, the first one each time. */
final class MendingTest extends TestCase
{
    /** More nobody wants to press. */
    private const PRESSES = 3;

    private const KEEP = 'Keep its colours';

    /** @return iterable<string, array{string, string}> the way it was taken, and what it is */
    public static function finds(): iterable
    {
        foreach (array_keys(Finds::ALL) as $find) {
            yield "{$find}, scanned" => ['scan', $find];
            yield "{$find}, photographed" => ['photo', $find];
        }
    }

    #[DataProvider('finds')]
    public function test_buttons_lead_to_a_clean_tip_in_its_own_colours(string $way, string $find): void
    {
        if ($find === 'pencil rubbing') {
            // Grey that fades into its paper has no colours of its own to keep, and no edge to clear up to.
            $this->expectNotToPerformAssertions();

            return;
        }
        $source = self::taken($way, $find);
        [$list, $cut] = self::mended($source, CutList::read(['kind' => 'own colours', 'steps' => []]));
        self::assertClear($cut);
        // What was in the middle is there still, as it was: nothing is see-through that was not at the edge.
        self::assertGreaterThan(0.002, self::part($cut->picture, fn (int $alpha): bool => $alpha > 250));
        self::assertNotContains('clear-paper', array_column($list->toArray()['steps'], 'step'));
    }

    #[DataProvider('finds')]
    public function test_buttons_lead_to_a_clean_ink_mask(string $way, string $find): void
    {
        [, $cut] = self::mended(self::taken($way, $find), CutList::read(['steps' => []]), but: self::KEEP, most: self::PRESSES);
        self::assertClear($cut);
    }

    /** A colour cleared in the middle stays cleared when that around it is cleared too. */
    public function test_a_colour_to_be_cleared_is_added_to_those_that_are(): void
    {
        $source = Pictures::bitmap(120, 120, fn (int $x, int $y): int => hypot($x - 59.5, $y - 59.5) < 15 ? 0xF0F0F0FF : (hypot($x - 59.5, $y - 59.5) < 40 ? 0x203080FF : 0xE0D040FF));
        $clear = ['step' => 'clear-colour', 'numbers' => ['places' => [[0.5, 0.5]], 'tolerance' => 0.05, 'grow' => 1]];
        $list = CutList::read(['kind' => 'own colours', 'steps' => [$clear]]);
        $mending = self::found($source, $list)['background-left']->mending;
        self::assertNotNull($mending?->step);
        self::assertSame(0, $mending->at);
        $places = $mending->step->numbers->places('places');
        self::assertSame([0.5, 0.5], $places[0]);
        self::assertCount(2, $places);
        self::assertSame(1.0, $mending->step->numbers->number('grow'));
        $cut = Replay::of(CutList::read(['kind' => 'own colours', 'steps' => [$mending->step->toArray()]]), $source)->picture;
        self::assertSame([0, 0, 255], [$cut->at(60, 60) & 255, $cut->at(4, 4) & 255, $cut->at(60, 30) & 255]);
    }

    /** First the paper, and only then the colours: what was cleared by its light comes back, and is cleared by its colour. */
    public function test_colours_are_kept_after_the_paper_was_cleared(): void
    {
        $source = self::taken('scan', 'shell');
        $list = CutList::read(['steps' => []]);
        $list = self::pressed($list, self::found($source, $list)['tinted-paper']);
        $list = self::pressed($list, self::found($source, $list)['colour-lost']);
        self::assertSame([['clear-paper', false]], array_values(array_filter(array_map(fn (array $s): array => [$s['step'], $s['on']], $list->toArray()['steps']), fn (array $s): bool => $s[0] === 'clear-paper')));
        self::assertSame('The background is still there: it would print as a block.', self::found($source, $list)['background-left']->sentence);
        [, $cut] = self::mended($source, $list);
        self::assertClear($cut);
        $middle = $cut->picture->at(intdiv($cut->picture->width, 2), intdiv($cut->picture->height, 2));
        self::assertSame(255, $middle & 255);
    }

    public function test_what_fills_its_frame_has_no_background(): void
    {
        $sand = Pictures::bitmap(160, 160, fn (int $x, int $y): int => Pictures::grey(150 + ($x * 37 + $y * 91) % 60));
        $stripes = Pictures::bitmap(160, 160, fn (int $x, int $y): int => $x % 20 < 10 ? 0x204060FF : 0xE0C080FF);
        foreach (['own colours', 'two-ink'] as $kind) {
            self::assertArrayNotHasKey('background-left', self::found($sand, CutList::read(['kind' => $kind])));
            self::assertArrayNotHasKey('background-left', self::found($stripes, CutList::read(['kind' => $kind])));
        }
    }

    /** The place to clear is one of the background where the step will stand: before the frame is fitted. */
    public function test_the_place_to_clear_is_found_behind_a_fitted_frame(): void
    {
        $source = Pictures::bitmap(240, 120, fn (int $x, int $y): int => hypot($x - 120, $y - 60) < 40 ? 0x902818FF : 0xE8E0D0FF);
        $list = CutList::read(['kind' => 'own colours', 'steps' => [['step' => 'turn', 'numbers' => ['angle' => 90]], ['step' => 'square'], ['step' => 'scale', 'numbers' => ['side' => 200]]]]);
        $finding = self::found($source, $list)['background-left'];
        self::assertSame(1, $finding->mending?->at);
        [, $cut] = self::mended($source, $list);
        self::assertSame(0, $cut->picture->at(100, 20) & 255);
        self::assertSame(255, $cut->picture->at(intdiv($cut->picture->width, 2), intdiv($cut->picture->height, 2)) & 255);
    }

    private static function assertClear(CutResult $cut): void
    {
        self::assertSame([], array_map(fn (Finding $f): string => $f->sentence, array_filter(CheckList::look($cut), fn (Finding $f): bool => $f->mending !== null && $f->mending->label !== self::KEEP)));
        self::assertGreaterThan(0.2, self::part($cut->picture, fn (int $alpha): bool => $alpha === 0));
    }

    /** @param  callable(int): bool  $is */
    private static function part(Bitmap $picture, callable $is): float
    {
        return count(array_filter($picture->pixels, fn (int $p): bool => $is($p & 255))) / count($picture->pixels);
    }

    private static function taken(string $way, string $find): Bitmap
    {
        return $way === 'scan'
            ? SampleScanner::make(FieldValues::read(SampleScanner::params(), JsonReader::of(['find' => $find, 'roll' => 3, 'dpi' => 100])))
            : SampleCamera::make(FieldValues::read(SampleCamera::params(), JsonReader::of(['find' => $find, 'roll' => 3])), 400);
    }

    /** @return array<string, Finding> */
    private static function found(Bitmap $source, CutList $list): array
    {
        return array_column(CheckList::look(self::cut($source, $list)), null, 'id');
    }

    private static function cut(Bitmap $source, CutList $list): CutResult
    {
        return CutResult::of(Replay::of($list, $source), $list, fn (): Bitmap => $source);
    }

    /** @return array{CutList, CutResult} */
    private static function mended(Bitmap $source, CutList $list, ?string $but = null, int $most = 8): array
    {
        for ($presses = 0; $presses <= $most; $presses++) {
            $cut = self::cut($source, $list);
            $next = null;
            foreach (CheckList::look($cut) as $finding) {
                $next ??= $finding->mending !== null && $finding->mending->label !== $but ? $finding : null;
            }
            if ($next === null) {
                return [$list, $cut];
            }
            $list = self::pressed($list, $next);
        }

        return [$list, self::cut($source, $list)];
    }

    /** As resources/js/cutting/list.js does it. */
    public static function pressed(CutList $list, Finding $finding): CutList
    {
        $mending = $finding->mending?->toArray() ?? self::fail('It has no button.');
        ['kind' => $was, 'steps' => $steps] = $list->toArray();
        if ($mending['step'] === null) {
            return CutList::read(['kind' => $mending['kind'] ?? $was, 'steps' => array_map(fn (array $s): array => $s['step'] === $mending['off'] ? [...$s, 'on' => false] : $s, $steps)]);
        }
        for ($at = null; $mending !== null; $mending = $mending['then']) {
            $step = $mending['step'];
            $at = $at === null ? $mending['at'] : $at + 1;
            $same = array_key_last(array_filter($steps, fn (array $s): bool => $s['step'] === $step['step']));
            if ($same === null || $step['step'] === 'invert-ink') {
                array_splice($steps, $at, 0, [$step]);
            } elseif ($steps[$same] == $step) {
                // It is there already, but too early.
                array_splice($steps, $same, 1);
                $at = $at > $same ? $at - 1 : $at;
                array_splice($steps, $at, 0, [$step]);
            } else {
                $steps[$same] = $step;
                $at = $same;
            }
        }

        return CutList::read(['kind' => $was, 'steps' => $steps]);
    }
}
