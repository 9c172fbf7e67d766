<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\CheckList;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\ListedStep;
use Yarrowfog\Core\Cut\MendedList;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\Steps\Centre;
use Yarrowfog\Core\Cut\Steps\ClearPaper;
use Yarrowfog\Core\Cut\Steps\InvertInk;
use Yarrowfog\Core\Cut\Steps\Square;
use Yarrowfog\Core\Cut\Steps\TrimToInk;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

final class MendedListTest extends TestCase
{
    private static function blot(int $paper, int $ink, int $dx = 0): Bitmap
    {
        return Pictures::bitmap(160, 120, fn (int $x, int $y): int => Pictures::grey(hypot($x - 70 - $dx, $y - 60) < 30 ? $ink : $paper + ($x * 7 + $y * 13) % 5));
    }

    /** @return list<Finding> what is left to mend, but for colours */
    private static function left(Bitmap $picture, CutList $list): array
    {
        return array_values(array_filter(CheckList::look(CutResult::of(Replay::of($list, $picture), $list, fn (): Bitmap => $picture)), fn (Finding $f): bool => ! $f->isNote && $f->mending !== null));
    }

    public function test_a_scan_on_grey_paper_and_a_light_mark_on_a_dark_ground_need_no_hand(): void
    {
        foreach (['grey paper' => self::blot(205, 25), 'light on dark' => self::blot(18, 235), 'off to one side' => self::blot(215, 30, -30)] as $what => $picture) {
            $list = MendedList::of($picture);
            self::assertSame([], self::left($picture, $list), $what);
            $cut = Replay::of($list, $picture)->picture;
            self::assertSame($cut->width, $cut->height, $what);
            self::assertSame(0, $cut->at(0, 0) & 255, "{$what}: the corner is empty");
            self::assertGreaterThan(200, $cut->at(intdiv($cut->width, 2), intdiv($cut->height, 2)) & 255, "{$what}: the middle prints");
        }
    }

    public function test_a_cut_out_in_colour_keeps_its_colours_and_a_scan_in_colour_its_darkness(): void
    {
        $sticker = Pictures::bitmap(80, 80, fn (int $x, int $y): int => hypot($x - 40, $y - 40) < 30 ? 0xC03020FF : 0);
        self::assertSame(TipKind::OwnColours, MendedList::of($sticker)->kind);
        $scan = Pictures::bitmap(80, 80, fn (int $x, int $y): int => hypot($x - 40, $y - 40) < 30 ? 0x902010FF : 0xE8E6E0FF);
        self::assertSame(TipKind::InkMask, MendedList::of($scan)->kind);
    }

    public function test_a_mending_adds_changes_or_moves_its_step(): void
    {
        $ids = fn (CutList $list): array => array_map(fn (ListedStep $s): string => $s->description()->id.($s->on ? '' : ' off'), $list->steps);
        $list = CutList::read(['steps' => [['step' => 'clear-paper'], ['step' => 'trim'], ['step' => 'square', 'on' => false]]]);
        self::assertSame(['clear-paper', 'centre', 'trim', 'square off'], $ids(MendedList::mend($list, Mending::with('', 1, Centre::class))), 'added at its place');
        self::assertSame(['clear-paper', 'trim', 'square'], $ids(MendedList::mend($list, Mending::with('', 0, Square::class))), 'switched on where it is');
        self::assertSame(['clear-paper', 'square off', 'trim'], $ids(MendedList::mend($list, Mending::with('', 3, TrimToInk::class, $list->steps[1]->numbers->toArray()))), 'moved behind what needs it');
        $changed = MendedList::mend($list, Mending::with('', 3, ClearPaper::class, ['whitePoint' => 170]));
        self::assertSame(['clear-paper', 'trim', 'square off'], $ids($changed), 'changed where it is');
        self::assertSame(170.0, $changed->steps[0]->numbers->toArray()['whitePoint']);
        $twice = MendedList::mend(MendedList::mend($list, Mending::with('', 0, InvertInk::class)), Mending::with('', 1, InvertInk::class));
        self::assertSame(['invert-ink', 'invert-ink', 'clear-paper', 'trim', 'square off'], $ids($twice), 'to turn round twice is not once');
        $both = MendedList::mend($list, Mending::with('', 1, Centre::class)->followedBy(Mending::with('', 0, InvertInk::class), ''));
        self::assertSame(['clear-paper', 'centre', 'invert-ink', 'trim', 'square off'], $ids($both), 'what it brings up is put right behind it');
        $kind = MendedList::mend($list, Mending::asKind('', TipKind::OwnColours, ClearPaper::class));
        self::assertSame([TipKind::OwnColours, ['clear-paper off', 'trim', 'square off']], [$kind->kind, $ids($kind)]);
    }
}
