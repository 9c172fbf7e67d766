<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use Closure;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Parting;
use Yarrowfog\Core\Cut\Pieces;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\Steps\OneThing;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Tip\TipKind;

final class PiecesTest extends TestCase
{
    /** Letters as alphas: `#` is full, `+` soft, and each digit that many tenths. */
    private static function drawn(string ...$rows): Bitmap
    {
        $alpha = fn (string $c): int => match ($c) {
            '#' => 255,
            '+' => 40,
            ' ' => 0,
            default => (int) round(25.5 * (int) $c),
        };
        $pixels = [];
        foreach ($rows as $y => $row) {
            foreach (str_split($row) as $x => $c) {
                $pixels[] = $alpha($c) === 0 ? 0 : ($x * 7 & 255) << 24 | ($y * 11 & 255) << 16 | 0x5000 | $alpha($c);
            }
        }

        return new Bitmap(strlen($rows[0]), count($rows), $pixels);
    }

    /** @return list<string> what of a drawing is left */
    private static function left(Bitmap $of): array
    {
        $rows = [];
        for ($y = 0; $y < $of->height; $y++) {
            $row = '';
            for ($x = 0; $x < $of->width; $x++) {
                $a = $of->at($x, $y) & 255;
                $row .= $a === 255 ? '#' : ($a === 0 ? ' ' : '+');
            }
            $rows[] = $row;
        }

        return $rows;
    }

    /** @param  Closure(int, int): int  $pixel */
    private static function picture(int $width, int $height, Closure $pixel): Bitmap
    {
        $pixels = [];
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $pixels[] = $pixel($x, $y);
            }
        }

        return new Bitmap($width, $height, $pixels);
    }

    public function test_the_piece_pointed_at_stays_with_its_soft_edge_and_nothing_else(): void
    {
        $in = self::drawn(
            '                    ',
            ' +++++      +++++   ',
            ' +####+    +#####+  ',
            ' +####++++++#####+  ',
            ' +####+    +#####+  ',
            '  ++++      +++++   ',
            '                    ',
        );
        $left = self::left((new OneThing([4 / 20, 3 / 7]))->apply($in, TipKind::OwnColours));
        // The soft bridge of five is parted where it is as far to the one as to the other.
        self::assertSame([
            '                    ',
            ' +++++              ',
            ' +####+             ',
            ' +####+++           ',
            ' +####+             ',
            '  ++++              ',
            '                    ',
        ], $left);
        $right = (new OneThing([0.99, 0.5]))->apply($in, TipKind::OwnColours);
        self::assertSame('        +++#####+  ', substr(self::left($right)[3], 1));
        // Together they are the whole again, none of it twice, colours and all.
        $one = (new OneThing([4 / 20, 3 / 7]))->apply($in, TipKind::OwnColours)->pixels;
        self::assertSame($in->pixels, array_map(fn (int $a, int $b): int => $a === 0 ? $b : $a, $one, $right->pixels));
        self::assertSame($in, (new OneThing(null))->apply($in, TipKind::OwnColours), 'nothing pointed at');
    }

    public function test_crumbs_stay_with_what_they_lie_beside_and_go_where_they_lie_alone(): void
    {
        $in = self::picture(200, 60, fn (int $x, int $y): int => match (true) {
            $x >= 10 && $x < 40 && $y >= 10 && $y < 40,
            $x >= 120 && $x < 150 && $y >= 10 && $y < 40,
            // Beside the first, beside the second, and far from both.
            $x >= 42 && $x < 45 && $y >= 20 && $y < 23,
            $x >= 114 && $x < 117 && $y >= 20 && $y < 23,
            $x >= 80 && $x < 83 && $y >= 50 && $y < 53 => 255,
            default => 0,
        });
        $there = fn (Bitmap $b): array => array_map(fn (int $x): int => $b->at($x, $x === 81 ? 51 : 21) & 255, [20, 43, 81, 115, 130]);
        self::assertSame([255, 255, 0, 0, 0], $there((new OneThing([0.1, 0.4]))->apply($in, TipKind::InkMask)));
        self::assertSame([0, 0, 0, 255, 255], $there((new OneThing([0.7, 0.4]))->apply($in, TipKind::InkMask)));
        // A crumb that is pointed at is meant.
        self::assertSame([0, 0, 255, 0, 0], $there((new OneThing([81.5 / 200, 51.5 / 60]))->apply($in, TipKind::InkMask)));
        self::assertSame(2, Pieces::of($in, TipKind::InkMask)->count());
    }

    public function test_they_are_told_as_they_are_read_and_each_place_lies_on_its_piece(): void
    {
        $discs = [[30, 34], [90, 28], [150, 36], [40, 110], [120, 104]];
        $in = self::picture(200, 150, function (int $x, int $y) use ($discs): int {
            foreach ($discs as [$cx, $cy]) {
                $far = hypot($x - $cx, $y - $cy);
                if ($far < 20 && $far >= 12) {
                    return 255;
                }
            }

            return 0;
        });
        $all = Pieces::of($in, TipKind::OwnColours)->all(32);
        self::assertSame([[10, 14], [70, 8], [130, 16], [20, 90], [100, 84]], array_map(fn (array $one): array => [$one[1]->x - 1, $one[1]->y - 1], $all));
        foreach ($all as [$place, $box]) {
            self::assertSame(255, $in->at((int) ($place[0] * 200), (int) ($place[1] * 150)) & 255, 'on a ring, not in it');
            self::assertSame([39, 39], [$box->width, $box->height]);
        }
        self::assertCount(3, Pieces::of($in, TipKind::OwnColours)->all(3));
    }

    public function test_marks_on_paper_are_parted_by_what_prints(): void
    {
        $paper = self::picture(120, 60, fn (int $x, int $y): int => hypot($x - 30, $y - 30) < 15 || hypot($x - 90, $y - 30) < 10 ? 0x202020FF : 0xF8F4ECFF);
        self::assertSame(2, Pieces::of($paper, TipKind::InkMask)->count());
        self::assertSame(1, Pieces::of($paper, TipKind::OwnColours)->count(), 'where colours print, paper joins all');
    }

    public function test_parting_gives_one_list_and_a_place_for_each(): void
    {
        $paper = self::picture(400, 200, fn (int $x, int $y): int => hypot($x - 100, $y - 100) < 40 || hypot($x - 300, $y - 90) < 30 ? 0x181818FF : 0xFFFFFFFF);
        $list = CutList::read(['steps' => [['step' => 'crop', 'numbers' => ['left' => 0.1, 'top' => 0.1]], ['step' => 'clear-paper'], ['step' => 'levels'], ['step' => 'trim']]]);
        $parting = Parting::of($list, $paper, 1.0, 32);
        self::assertSame(['crop', 'clear-paper', 'one-thing', 'levels', 'trim'], array_map(fn ($s): string => $s->description()->id, $parting->list->steps));
        self::assertSame(2, $parting->found);
        self::assertEqualsWithDelta([60 / 400, 60 / 200, 140 / 400, 140 / 200], $parting->things[0]['box'], 0.006, 'told on the source, not on what was cropped of it');
        $sizes = array_map(fn (array $thing): Rect => Replay::of(Parting::point($parting->list, $thing['place']), $paper)->picture->bounds(), $parting->things);
        // Trim leaves its margin around each.
        self::assertEqualsWithDelta(20, $sizes[0]->width - $sizes[1]->width, 2);
        self::assertSame($parting->things[0]['place'], Parting::place($parting->list));
        // What is parted already is parted anew, not twice.
        self::assertEquals($parting->list, Parting::of($parting->list, $paper, 1.0, 32)->list);
    }

    public function test_one_thing_or_none_cannot_be_parted(): void
    {
        $one = self::picture(100, 100, fn (int $x, int $y): int => hypot($x - 50, $y - 50) < 30 ? 0x000000FF : 0xFFFFFFFF);
        foreach (['only one thing' => $one, 'nothing here' => Bitmap::ofColour(50, 50, 0xFFFFFFFF)] as $said => $picture) {
            try {
                Parting::of(CutList::read(['steps' => [['step' => 'clear-paper']]]), $picture, 1.0, 32);
                self::fail('It was parted.');
            } catch (InvalidInput $e) {
                self::assertStringContainsString($said, $e->getMessage());
            }
        }
    }
}
