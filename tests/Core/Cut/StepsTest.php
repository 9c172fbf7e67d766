<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\Steps\Centre;
use Yarrowfog\Core\Cut\Steps\ClearColour;
use Yarrowfog\Core\Cut\Steps\ClearPaper;
use Yarrowfog\Core\Cut\Steps\InvertInk;
use Yarrowfog\Core\Cut\Steps\Levels;
use Yarrowfog\Core\Cut\Steps\Scale;
use Yarrowfog\Core\Cut\Steps\Square;
use Yarrowfog\Core\Cut\Steps\TrimToInk;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

final class StepsTest extends TestCase
{
    public function test_the_rule_of_ink(): void
    {
        self::assertSame(65535, InkRule::of(0x000000FF, TipKind::InkMask));
        self::assertSame(0, InkRule::of(0xFFFFFFFF, TipKind::InkMask));
        self::assertSame(0, InkRule::of(0x00000000, TipKind::InkMask));
        self::assertEqualsWithDelta(65535 / 2, InkRule::of(Pictures::grey(127), TipKind::InkMask), 200);
        self::assertSame(128 * 257, InkRule::of(Pictures::grey(255, 128), TipKind::OwnColours));
    }

    public function test_clear_paper_takes_the_paper_and_counts_grey_ink_once(): void
    {
        $in = new Bitmap(4, 1, [Pictures::grey(240), Pictures::grey(200), Pictures::grey(110), Pictures::grey(10)]);
        $out = (new ClearPaper(200, 20))->apply($in, TipKind::InkMask);
        $ink = InkRule::plane($out, TipKind::InkMask)->values;
        self::assertSame(0, $ink[0]);
        self::assertSame(0, $ink[1]);
        self::assertEqualsWithDelta(65535 * 90 / 180, $ink[2], 300);
        self::assertSame(65535, $ink[3]);
    }

    public function test_clear_paper_keeps_the_colour_of_a_coloured_mark(): void
    {
        // Half-covering red over white: (255, 128, 128).
        $out = (new ClearPaper(255, 0))->apply(new Bitmap(1, 1, [0xFF8080FF]), TipKind::OwnColours);
        self::assertSame(0xFF0000, $out->at(0, 0) >> 8);
        self::assertEqualsWithDelta(127, $out->at(0, 0) & 255, 1);
    }

    public function test_invert_ink_twice_is_nothing(): void
    {
        $in = new Bitmap(2, 1, [0x102030FF, 0xFFEEDD80]);
        $once = (new InvertInk)->apply($in, TipKind::InkMask);
        self::assertSame([0xEFDFCFFF, 0x00112280], $once->pixels);
        self::assertSame($in->pixels, (new InvertInk)->apply($once, TipKind::InkMask)->pixels);
    }

    public function test_levels_stretch_and_lean(): void
    {
        $in = new Bitmap(3, 1, [Pictures::grey(50), Pictures::grey(125), Pictures::grey(200)]);
        self::assertSame([0, 128, 255], array_map(fn (int $p): int => $p >> 24, (new Levels(50, 200, 1))->apply($in, TipKind::InkMask)->pixels));
        // 255 · 0.5^(1/2)
        self::assertSame(180, (new Levels(50, 200, 2))->apply($in, TipKind::InkMask)->at(1, 0) >> 24);
    }

    public function test_trim_leaves_the_same_margin_all_round_even_where_the_picture_ends(): void
    {
        $in = Pictures::bitmap(20, 10, fn (int $x, int $y): int => $x < 6 && $y === 4 ? 0x000000FF : 0xFFFFFFFF);
        $out = (new TrimToInk(3, 0.04))->apply($in, TipKind::InkMask);
        self::assertSame([12, 7], [$out->width, $out->height]);
        self::assertSame(0x000000FF, $out->at(3, 3));
        self::assertSame(0, $out->at(2, 3));
    }

    public function test_an_empty_picture_is_left_alone(): void
    {
        $in = Bitmap::ofColour(5, 4);
        self::assertSame($in, (new TrimToInk(3, 0.04))->apply($in, TipKind::InkMask));
        self::assertSame($in, (new Centre(false))->apply($in, TipKind::InkMask));
    }

    public function test_centre_pads_until_the_middle_of_the_ink_is_the_middle(): void
    {
        $in = Pictures::bitmap(10, 10, fn (int $x, int $y): int => $x === 2 && $y === 6 ? 0x000000FF : 0);
        $out = (new Centre(false))->apply($in, TipKind::InkMask);
        self::assertSame([15, 13], [$out->width, $out->height]);
        self::assertSame(0x000000FF, $out->at(7, 6));
        $byWeight = (new Centre(true))->apply($in, TipKind::InkMask);
        self::assertSame([15, 13], [$byWeight->width, $byWeight->height]);
    }

    public function test_square_pads_with_nothing(): void
    {
        $out = (new Square)->apply(Bitmap::ofColour(4, 2, 0x000000FF), TipKind::InkMask);
        self::assertSame([4, 4], [$out->width, $out->height]);
        self::assertSame([0, 255, 255, 0], [$out->at(0, 0), $out->at(0, 1), $out->at(0, 2), $out->at(0, 3)]);
    }

    public function test_scale_keeps_the_proportions(): void
    {
        // To a part of itself, so that two frames keep their sizes to one another.
        foreach ([[60, 20], [30, 50]] as [$width, $height]) {
            $half = (new Scale(null, Filter::Area, 0.5))->apply(Bitmap::ofColour($width, $height, 0x102030FF), TipKind::InkMask);
            self::assertSame([intdiv($width, 2), intdiv($height, 2)], [$half->width, $half->height]);
        }
        $out = (new Scale(30, Filter::Area))->apply(Bitmap::ofColour(60, 20, 0x102030FF), TipKind::InkMask);
        self::assertSame([30, 10], [$out->width, $out->height]);
        self::assertSame([0x102030FF], array_values(array_unique($out->pixels)));
    }

    public function test_clear_colour_touching_spares_an_enclosed_hole_and_everywhere_does_not(): void
    {
        // A black ring on grey: inside and outside have the same colour.
        $in = Pictures::bitmap(11, 11, fn (int $x, int $y): int => max(abs($x - 5), abs($y - 5)) === 3 ? 0x000000FF : Pictures::grey(200));
        $touching = (new ClearColour([[0.01, 0.01]], 0.1, false, 0, 0))->apply($in, TipKind::InkMask);
        self::assertSame(0, $touching->at(0, 0) & 255);
        self::assertSame(Pictures::grey(200), $touching->at(5, 5));
        $everywhere = (new ClearColour([[0.01, 0.01]], 0.1, true, 0, 0))->apply($in, TipKind::InkMask);
        self::assertSame(0, $everywhere->at(5, 5) & 255);
        self::assertSame(0x000000FF, $everywhere->at(2, 5));
    }

    public function test_clear_colour_tolerance_is_a_difference_in_oklab(): void
    {
        $in = new Bitmap(9, 1, [...array_fill(0, 3, Pictures::grey(200)), ...array_fill(0, 3, Pictures::grey(180)), ...array_fill(0, 3, Pictures::grey(100))]);
        $clear = fn (float $tolerance): array => array_map(fn (int $p): int => $p & 255, (new ClearColour([[0.1, 0.5]], $tolerance, true, 0, 0))->apply($in, TipKind::InkMask)->pixels);
        self::assertSame([0, 0, 0, 255, 255, 255, 255, 255, 255], $clear(0.03));
        self::assertSame([0, 0, 0, 0, 0, 0, 255, 255, 255], $clear(0.1));
    }

    public function test_clear_colour_grows_and_feathers(): void
    {
        $in = Pictures::bitmap(40, 5, fn (int $x): int => $x < 20 ? 0xFFFFFFFF : 0x000000FF);
        $grown = (new ClearColour([[0.1, 0.5]], 0.1, true, 4, 0))->apply($in, TipKind::InkMask);
        self::assertSame([0, 255], [$grown->at(23, 2) & 255, $grown->at(24, 2) & 255]);
        $soft = (new ClearColour([[0.1, 0.5]], 0.1, true, 0, 8))->apply($in, TipKind::InkMask);
        self::assertGreaterThan($soft->at(20, 2) & 255, $soft->at(23, 2) & 255);
        self::assertSame(255, $soft->at(35, 2) & 255);
    }
}
