<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\CheckList;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\GreyParting;
use Yarrowfog\Core\Cut\MendedList;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\Steps\GreyMix;
use Yarrowfog\Core\Cut\Steps\LocalLevels;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\LocalTones;
use Yarrowfog\Core\Tip\TipKind;

/** From colour to ink so that form reads. */
final class GreysTest extends TestCase
{
    /** A red and a green of one luma: by luma they are one grey. */
    private const RED = 0xDC2828;

    private const GREEN = 0x1E6028;

    private static function halves(int $left, int $right): Bitmap
    {
        return Pictures::bitmap(40, 20, fn (int $x, int $y): int => ($x < 20 ? $left : $right) << 8 | 255);
    }

    private static function mixed(Bitmap $in, GreyParting $by): Bitmap
    {
        return (new GreyMix(array_values($by->weights)))->apply($in, TipKind::InkMask);
    }

    public function test_the_parts_of_a_grey_are_those_the_mix_uses(): void
    {
        $chance = new Chance(5);
        $weights = [0.3, -0.2, 1.1, 0.6, 0.05, 0.9];
        for ($n = 0; $n < 300; $n++) {
            $rgb = array_map(fn (int $k): int => (int) (256 * $chance->unit($n, $k)), [0, 1, 2]);
            [$grey, $parts] = GreyMix::parts(new Srgb(...$rgb));
            foreach ($parts as $i => $part) {
                $grey += $part * $weights[$i];
            }
            $made = (new GreyMix($weights))->apply(new Bitmap(1, 1, [$rgb[0] << 24 | $rgb[1] << 16 | $rgb[2] << 8 | 255]), TipKind::InkMask)->pixels[0] >> 24;
            self::assertEqualsWithDelta(255 * max(0.0, min(1.0, $grey)), $made, 1.01, implode(' ', $rgb));
        }
    }

    public function test_colours_of_one_lightness_are_kept_apart(): void
    {
        $in = self::halves(self::RED, self::GREEN);
        $plain = (new GreyMix(array_values(GreyMix::HUES)))->apply($in, TipKind::InkMask);
        self::assertLessThan(6, abs(($plain->at(5, 5) >> 24) - ($plain->at(35, 5) >> 24)));
        $parting = GreyParting::of($in);
        self::assertNotNull($parting);
        $out = self::mixed($in, $parting);
        self::assertGreaterThan(60, ($out->at(5, 5) >> 24) - ($out->at(35, 5) >> 24), 'the warm one is light');
        self::assertGreaterThan(3 * $parting->before, $parting->after);
    }

    public function test_what_is_lighter_stays_so_and_hues_that_are_not_there_stay_as_they_are(): void
    {
        $in = self::halves(0xF0D840, 0x203890);
        $parting = GreyParting::of($in);
        self::assertNotNull($parting);
        $out = self::mixed($in, $parting);
        self::assertGreaterThan(100, ($out->at(5, 5) >> 24) - ($out->at(35, 5) >> 24));
        foreach (['greens', 'magentas'] as $hue) {
            self::assertEqualsWithDelta(GreyMix::HUES[$hue], $parting->weights[$hue], 0.02, $hue);
        }
    }

    public function test_greys_one_colour_and_nothing_have_nothing_to_gain(): void
    {
        $greys = GreyParting::of(self::halves(0x303030, 0xC0C0C0));
        self::assertNotNull($greys);
        self::assertEqualsWithDelta(array_values(GreyMix::HUES), array_values($greys->weights), 1e-9);
        self::assertEqualsWithDelta($greys->before, $greys->after, 1e-9);
        self::assertNull(GreyParting::of(Bitmap::ofColour(20, 20, 0xAA5500FF)));
        self::assertNull(GreyParting::of(Bitmap::ofColour(20, 20, 0)));
    }

    public function test_the_check_list_offers_it_for_a_thing_in_colour_that_prints_as_one_grey(): void
    {
        $chance = new Chance(2);
        $photo = Pictures::bitmap(240, 160, function (int $x, int $y) use ($chance): int {
            $p = hypot($x - 120, $y - 80) >= 55 ? 0xE8E0D0 : ($x % 30 < 15 ? self::RED : self::GREEN);
            $n = (int) (6 * $chance->signedUnit($y, $x));
            $channel = fn (int $v): int => max(0, min(255, $v + $n));

            return $channel($p >> 16) << 24 | $channel($p >> 8 & 255) << 16 | $channel($p & 255) << 8 | 255;
        });
        $look = function (CutList $list) use ($photo): array {
            $found = [];
            foreach (CheckList::look(CutResult::of(Replay::of($list, $photo), $list, fn (): Bitmap => $photo)) as $finding) {
                $found[$finding->id] = $finding;
            }

            return $found;
        };
        $list = CutList::read(['steps' => [['step' => 'take-thing', 'numbers' => ['area' => [[0.2, 0.05], [0.8, 0.95]]]], ['step' => 'trim']]]);
        $found = $look($list);
        self::assertArrayHasKey('greys-alike', $found);
        self::assertInstanceOf(Finding::class, $found['greys-alike']);
        self::assertTrue($found['greys-alike']->isNote);
        self::assertNotNull($found['greys-alike']->mending);
        $mended = MendedList::mend($list, $found['greys-alike']->mending);
        self::assertArrayNotHasKey('greys-alike', $look($mended));
        $greys = array_map(fn (int $p): int => $p >> 24, array_filter(Replay::of($mended, $photo)->picture->pixels, fn (int $p): bool => ($p & 255) > 250));
        sort($greys);
        self::assertGreaterThan(60, $greys[(int) (0.8 * count($greys))] - $greys[(int) (0.2 * count($greys))]);
    }

    public function test_local_tones_draw_apart_what_lies_together_and_keep_order_in_a_part(): void
    {
        // A dark half with faint ramps, and a light one.
        $greys = [];
        for ($i = 0; $i < 200 * 100; $i++) {
            $greys[] = ($i % 200 < 100 ? 40 : 210) + $i % 10;
        }
        $out = LocalTones::spread($greys, 200, 100, 100, 1.0);
        $range = fn (array $of, int $from): int => max(array_slice($of, 50 * 200 + $from, 10)) - min(array_slice($of, 50 * 200 + $from, 10));
        foreach ([20, 180] as $from) {
            self::assertGreaterThan(2 * $range($greys, $from), $range($out, $from));
            // At most four times as steep.
            self::assertLessThanOrEqual(4 * $range($greys, $from) + 2, $range($out, $from));
        }
        foreach ($greys as $i => $v) {
            if ($i % 10 > 0) {
                self::assertGreaterThan($out[$i - 1], $out[$i]);
            }
        }
        self::assertSame($greys, LocalTones::spread($greys, 200, 100, 100, 0.0));
        // Half the strength is half the way.
        $half = LocalTones::spread($greys, 200, 100, 100, 0.5);
        foreach ([0, 7, 150, 9999] as $i) {
            self::assertEqualsWithDelta(($greys[$i] + $out[$i]) / 2, $half[$i], 1);
        }
    }

    public function test_nothing_stays_nothing_and_counts_for_nothing(): void
    {
        $chance = new Chance(1);
        $full = $holed = [];
        for ($i = 0; $i < 80 * 80; $i++) {
            $v = 60 + (int) (30 * $chance->unit(0, $i));
            $full[] = $v;
            $holed[] = $i % 80 < 40 ? -1 : $v;
        }
        $out = LocalTones::spread($holed, 80, 80, 40, 1.0);
        foreach ($holed as $i => $v) {
            self::assertSame($v === -1, $out[$i] === -1);
        }
        self::assertNotSame($full, $out);
        self::assertSame(array_fill(0, 9, -1), LocalTones::spread(array_fill(0, 9, -1), 3, 3, 50, 1.0));
    }

    public function test_colours_keep_their_hue_and_masks_their_alpha(): void
    {
        $in = Pictures::bitmap(120, 60, fn (int $x, int $y): int => $x < 10 ? 0 : (120 + ($x % 20)) << 24 | (80 + ($x % 20)) << 16 | (40 + ($x % 20)) << 8 | 200);
        $coloured = (new LocalLevels(60, 1.0))->apply($in, TipKind::OwnColours);
        $masked = (new LocalLevels(60, 1.0))->apply($in, TipKind::InkMask);
        $changed = 0;
        foreach ($in->pixels as $i => $p) {
            self::assertSame($p & 255, $coloured->pixels[$i] & 255);
            $q = $coloured->pixels[$i];
            if ($q !== $p && ($q >> 8 & 255) > 0 && $q >> 24 < 255) {
                $changed++;
                self::assertSame([($p >> 24) - ($p >> 16 & 255), ($p >> 16 & 255) - ($p >> 8 & 255)], [($q >> 24) - ($q >> 16 & 255), ($q >> 16 & 255) - ($q >> 8 & 255)]);
            }
            self::assertGreaterThanOrEqual($p & 255, $masked->pixels[$i] & 255);
        }
        self::assertGreaterThan(1000, $changed);
        self::assertSame(0, $masked->at(3, 3));
        // A black of half alpha and a grey of full alpha print the same, and do so afterwards.
        $soft = (new LocalLevels(40, 0.8))->apply(Pictures::bitmap(40, 40, fn (int $x, int $y): int => 60 + $x), TipKind::InkMask);
        $grey = (new LocalLevels(40, 0.8))->apply(Pictures::bitmap(40, 40, fn (int $x, int $y): int => Pictures::grey(255 - 60 - $x)), TipKind::InkMask);
        for ($i = 0; $i < 1600; $i++) {
            self::assertEqualsWithDelta((255 - ($soft->pixels[$i] >> 24)) * ($soft->pixels[$i] & 255) / 255, (255 - ($grey->pixels[$i] >> 24)) * ($grey->pixels[$i] & 255) / 255, 1.01);
        }
    }
}
