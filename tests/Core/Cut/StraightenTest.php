<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Cut\CheckList;
use Yarrowfog\Core\Cut\Choice\PageShape;
use Yarrowfog\Core\Cut\Corners;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\ListedStep;
use Yarrowfog\Core\Cut\MendedList;
use Yarrowfog\Core\Cut\Placement;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\Steps\Straighten;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Homography;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\Tip;
use Yarrowfog\Core\Tip\TipKind;

final class StraightenTest extends TestCase
{
    /**
     * @param  list<array{float, float}>  $corners  px
     * @return list<array{float, float}> fractions of the photo
     */
    private static function fractions(array $corners): array
    {
        return array_map(fn (array $c): array => [$c[0] / MadePages::WIDTH, $c[1] / MadePages::HEIGHT], $corners);
    }

    /** Corners by a lens whose place is known: the shape of what was photographed comes back, however it was held. */
    #[TestWith([0.7071, 25.0, 8.0, 5.0, 0.8])]
    #[TestWith([0.7071, 35.0, 25.0, 30.0, 0.8])]
    #[TestWith([1.0, 20.0, -30.0, -12.0, 1.5])]
    #[TestWith([1.4142, 40.0, 15.0, 80.0, 0.7])]
    #[TestWith([2.0, 15.0, 15.0, 0.0, 3.0])]
    public function test_the_shape_of_a_sheet_is_measured(float $ratio, float $tilt, float $pan, float $turn, float $focal): void
    {
        $corners = self::fractions(MadePages::corners($ratio, $tilt, $pan, $turn, $focal, 0.2));
        $out = (new Straighten($corners, PageShape::AsItSeems))->apply(Bitmap::ofColour(MadePages::WIDTH, MadePages::HEIGHT, 0x808080FF), TipKind::OwnColours);
        self::assertEqualsWithDelta($ratio, $out->width / $out->height, 0.012 * $ratio);
    }

    public function test_a_sheet_seen_straight_from_above_or_by_an_unknown_lens_keeps_nearly_its_shape(): void
    {
        foreach ([[0.0, 0.0, 20.0], [25.0, 0.0, 0.0], [0.0, 25.0, 0.0]] as [$tilt, $pan, $turn]) {
            $corners = self::fractions(MadePages::corners(0.7071, $tilt, $pan, $turn, 0.8, 0.3));
            $out = (new Straighten($corners, PageShape::AsItSeems))->apply(Bitmap::ofColour(MadePages::WIDTH, MadePages::HEIGHT, 0x808080FF), TipKind::OwnColours);
            self::assertEqualsWithDelta(0.7071, $out->width / $out->height, 0.03);
        }
    }

    public function test_what_stands_on_the_sheet_stands_where_it_was_drawn(): void
    {
        $corners = MadePages::corners(0.7071, 28, 14, 9, 0.9, 0.6);
        $photo = MadePages::photo($corners, 'wood', 4);
        $out = (new Straighten(self::fractions($corners), PageShape::SheetUpright))->apply($photo, TipKind::InkMask);
        self::assertEqualsWithDelta(M_SQRT1_2, $out->width / $out->height, 0.003);
        $sheet = (new Resampler(Filter::Area))->bitmap(MadePages::sheet(420, 594), $out->width, $out->height);
        $wrong = 0;
        foreach ($out->pixels as $i => $p) {
            // Ink or paper, in uneven light.
            $wrong += $p >> 24 < 120 !== $sheet->pixels[$i] >> 24 < 120 ? 1 : 0;
        }
        self::assertLessThan(0.012, $wrong / count($out->pixels));
    }

    #[TestWith(['cloth', 30.0, 15.0, 12.0, 0.6])]
    #[TestWith(['pebbles', 10.0, -25.0, -8.0, 0.5])]
    #[TestWith(['slate', 25.0, 0.0, 0.0, 0.42])]
    #[TestWith(['grass', 20.0, 10.0, 3.0, 0.62])]
    #[TestWith(['tiles', 25.0, 5.0, -15.0, 0.5])]
    public function test_the_corners_of_a_sheet_are_found(string $ground, float $tilt, float $pan, float $turn, float $size): void
    {
        $corners = MadePages::corners(0.9, $tilt, $pan, $turn, 0.9, $size);
        $found = Corners::find(MadePages::photo($corners, $ground, 3));
        self::assertCount(4, $found);
        foreach ($found as $i => [$x, $y]) {
            self::assertLessThan(2.4, hypot($x * MadePages::WIDTH - $corners[$i][0], $y * MadePages::HEIGHT - $corners[$i][1]), "corner {$i} on {$ground}");
        }
    }

    public function test_a_page_that_was_straightened_is_a_page_and_no_scene(): void
    {
        $photo = MadePages::photo(MadePages::corners(0.7071, 28, 14, 9, 0.9, 0.6), 'pebbles', 4);
        $look = function (array $steps) use ($photo): array {
            $list = CutList::read(['steps' => [...$steps, ['step' => 'trim']]]);

            return array_map(fn (Finding $f): string => $f->id, CheckList::look(CutResult::of(Replay::of($list, $photo), $list, fn (): Bitmap => $photo)));
        };
        self::assertContains('scene-around', $look([]));
        $straighten = ['step' => 'straighten', 'numbers' => ['corners' => Corners::find($photo)]];
        self::assertNotContains('scene-around', $look([$straighten]));
        // What the check list adds comes behind it, and leads to a clean mark.
        $mended = MendedList::of($photo, 1.0, CutList::read(['steps' => [$straighten, ['step' => 'trim']]]));
        $steps = array_map(fn (ListedStep $s): string => $s->description()->id, $mended->steps);
        self::assertSame(['straighten', 'flatten-light'], array_slice($steps, 0, 2));
        $clean = Replay::of($mended, $photo)->picture;
        self::assertSame([0, 0], [$clean->at(0, 0) & 255, $clean->at($clean->width - 1, $clean->height - 1) & 255]);
        self::assertGreaterThan(200, max(array_map(fn (int $x): int => $clean->at($x, intdiv($clean->height, 2)) & 255, range(0, $clean->width - 1))));
    }

    public function test_what_has_no_four_corners_has_none(): void
    {
        $wall = Bitmap::ofColour(200, 150, 0x9A8F80FF);
        self::assertSame([], Corners::find($wall));
        $disc = [];
        for ($i = 0; $i < 320 * 240; $i++) {
            $disc[] = hypot($i % 320 - 160, intdiv($i, 320) - 120) < 80 ? 0xC08030FF : 0x4A6078FF;
        }
        self::assertSame([], Corners::find(new Bitmap(320, 240, $disc)));
        self::assertSame([], Corners::find(new Bitmap(1, 1, [0xFF])));
    }

    public function test_corners_that_make_no_area_leave_the_picture_as_it_is(): void
    {
        $in = Bitmap::ofColour(60, 40, 0x336699FF);
        foreach ([
            [], [[0.1, 0.1]], [[0.1, 0.1], [0.9, 0.1], [0.9, 0.9]],
            'crossed' => [[0.1, 0.1], [0.9, 0.9], [0.9, 0.1], [0.1, 0.9]],
            'the other way round' => [[0.1, 0.1], [0.1, 0.9], [0.9, 0.9], [0.9, 0.1]],
            'in one line' => [[0.1, 0.5], [0.4, 0.5], [0.6, 0.5], [0.9, 0.5]],
            'all in one place' => [[0.5, 0.5], [0.5, 0.5], [0.5, 0.5], [0.5, 0.5]],
            'hollow' => [[0.1, 0.1], [0.9, 0.1], [0.4, 0.4], [0.1, 0.9]],
        ] as $what => $corners) {
            self::assertSame($in, (new Straighten($corners, PageShape::AsItSeems))->apply($in, TipKind::InkMask), (string) $what);
        }
        $thin = (new Straighten([[0.0, 0.0], [1.0, 0.0], [1.0, 0.2], [0.0, 0.2]], PageShape::Square))->apply(Bitmap::ofColour(9000, 40, 0x336699FF), TipKind::InkMask);
        self::assertLessThanOrEqual(Tip::LARGEST, max($thin->width, $thin->height));
        foreach ([[PageShape::SheetLying, M_SQRT2], [PageShape::SheetUpright, M_SQRT1_2]] as [$shape, $ratio]) {
            // Some 5,000 px a side: the longer one becomes the largest there is, and the proportions stay.
            $wide = (new Straighten([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]], $shape))->move(new Placement(new Homography(1.0, 0.0, 0.0, 1.0, 0.0, 0.0), 5200, 5000));
            self::assertEqualsWithDelta(Tip::LARGEST, max($wide->width, $wide->height), 1.0);
            self::assertEqualsWithDelta($ratio, $wide->width / $wide->height, 0.001);
        }
    }

    /** Places are told through a straightened picture there and back, also of a smaller one. */
    public function test_places_are_known_on_both_sides(): void
    {
        $corners = [[0.1, 0.15], [0.8, 0.05], [0.95, 0.9], [0.05, 0.8]];
        $list = CutList::read(['kind' => 'own colours', 'steps' => [['step' => 'turn', 'numbers' => ['angle' => 10]], ['step' => 'straighten', 'numbers' => ['corners' => $corners, 'shape' => 'square']], ['step' => 'crop', 'numbers' => ['left' => 0.1, 'top' => 0.2]]]]);
        $replay = Replay::of($list, Bitmap::ofColour(400, 300, 0x808080FF));
        $input = $replay->inputs[1];
        // The middle of the quadrilateral, where its diagonals meet, is the middle of the square.
        $q = array_map(fn (array $c): array => [$c[0] * $input->width, $c[1] * $input->height], $corners);
        $t = (($q[1][0] - $q[0][0]) * ($q[3][1] - $q[1][1]) - ($q[1][1] - $q[0][1]) * ($q[3][0] - $q[1][0])) / (($q[2][0] - $q[0][0]) * ($q[3][1] - $q[1][1]) - ($q[2][1] - $q[0][1]) * ($q[3][0] - $q[1][0]));
        $side = $replay->inputs[2]->width;
        $on = $input->placeOn($replay->placement, $q[0][0] + $t * ($q[2][0] - $q[0][0]), $q[0][1] + $t * ($q[2][1] - $q[0][1]));
        self::assertEqualsWithDelta([$side / 2 - round(0.1 * $side), $side / 2 - round(0.2 * $side)], $on, 0.6);
        self::assertEqualsWithDelta([37.0, 21.0], $input->placeOn($replay->placement, ...$replay->placement->placeOn($input, 37.0, 21.0)), 1e-6);
        self::assertCount(11, $replay->placement->toArray());
    }
}
