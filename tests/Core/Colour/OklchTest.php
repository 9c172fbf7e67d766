<?php

declare(strict_types=1);

namespace Tests\Core\Colour;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Colour\MovedColours;
use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Oklch;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;

final class OklchTest extends TestCase
{
    public function test_known_values_of_the_paper(): void
    {
        $white = Oklab::fromSrgb(new Srgb(255, 255, 255));
        self::assertEqualsWithDelta(1.0, $white->l, 1e-4);
        self::assertEqualsWithDelta(0.0, $white->a, 1e-4);
        $red = Oklch::fromOklab(Oklab::fromSrgb(new Srgb(255, 0, 0)));
        self::assertEqualsWithDelta(0.62796, $red->lightness, 1e-4);
        self::assertEqualsWithDelta(0.25768, $red->chroma, 1e-4);
        self::assertEqualsWithDelta(29.234, $red->hue, 0.01);
    }

    public function test_colours_differ_by_the_straight_way_between_them(): void
    {
        // 0.2, 0.3 and 0.6 to the sides: 0.7 across.
        self::assertEqualsWithDelta(0.7, (new Oklab(0.5, 0.1, -0.4))->differenceTo(new Oklab(0.7, -0.2, 0.2)), 1e-12);
        self::assertEqualsWithDelta(0.7, (new Oklab(0.7, -0.2, 0.2))->differenceTo(new Oklab(0.5, 0.1, -0.4)), 1e-12);
    }

    public function test_every_colour_comes_back(): void
    {
        for ($i = 0; $i < 400; $i++) {
            $colour = Srgb::fromInt($i * 41957 % 0x1000000);
            self::assertSame($colour->toHex(), Oklch::fromOklab(Oklab::fromSrgb($colour))->toSrgb()->toHex());
        }
    }

    /** Against halving an interval sixty times without any tolerance, in darks too. */
    public function test_gamut_mapping_is_that_of_exact_halving(): void
    {
        $chance = new Randomizer(new Mt19937(5));
        for ($i = 0; $i < 1500; $i++) {
            $lightness = $i % 3 === 0 ? $chance->getInt(5, 100) / 1000 : $chance->getInt(5, 995) / 1000;
            $chroma = $chance->getInt(0, 4000) / 10000;
            $hue = $chance->getInt(0, 36000) / 100;
            $isInside = fn (float $c): bool => ($light = (new Oklch($lightness, $c, $hue))->toOklab()->toLinear()) && min($light) >= -1e-9 && max($light) <= 1 + 1e-9;
            $low = 0.0;
            $high = $chroma;
            for ($k = 0; $k < 60 && ! $isInside($high); $k++) {
                $middle = ($low + $high) / 2;
                [$low, $high] = $isInside($middle) ? [$middle, $high] : [$low, $middle];
                $chroma = $low;
            }
            $true = (new Oklch($lightness, $chroma, $hue))->toOklab()->toSrgb();
            $mapped = (new Oklch($lightness, $k === 0 ? $chroma : 0.4, $hue))->toSrgb();
            $apart = max(abs($true->red - $mapped->red), abs($true->green - $mapped->green), abs($true->blue - $mapped->blue));
            self::assertLessThanOrEqual(2, $apart, "L {$lightness}, hue {$hue}: {$mapped->toHex()} for {$true->toHex()}");
        }
    }

    /** One matrix for many colours does what the way through OKLCH does. */
    public function test_moved_colours_are_those_of_the_long_way(): void
    {
        $chance = new Randomizer(new Mt19937(6));
        foreach ([[0.0, 1.0, 0.0], [40.0, 1.0, 0.0], [-100.0, 0.5, 0.1], [12.0, 1.6, -0.2], [180.0, 1.0, 0.02]] as [$hue, $chroma, $lightness]) {
            $moved = new MovedColours($hue, $chroma, $lightness);
            for ($i = 0; $i < 600; $i++) {
                $colour = $i < 2 ? [0xFFFFFF, 0x000000][$i] : $chance->getInt(0, 0xFFFFFF);
                $from = Oklch::fromOklab(Oklab::fromSrgb(Srgb::fromInt($colour)));
                $true = (new Oklch($from->lightness + $lightness, $from->chroma * $chroma, $from->hue + $hue))->toSrgb();
                $there = Srgb::fromInt($moved->move($colour));
                self::assertLessThanOrEqual(1, max(abs($true->red - $there->red), abs($true->green - $there->green), abs($true->blue - $there->blue)), sprintf('#%06x', $colour));
            }
        }
        self::assertSame(0xFFFFFF, (new MovedColours(70, 1, 0))->move(0xFFFFFF));
    }

    public function test_what_the_screen_cannot_show_loses_chroma_and_keeps_its_hue(): void
    {
        $wild = new Oklch(0.6, 0.4, 150);
        $shown = Oklch::fromOklab(Oklab::fromSrgb($wild->toSrgb()));
        self::assertLessThan(0.4, $shown->chroma);
        self::assertEqualsWithDelta(150, $shown->hue, 1.5);
        self::assertEqualsWithDelta(0.6, $shown->lightness, 0.01);
    }

    public function test_a_colour_that_is_none_is_refused_by_its_key(): void
    {
        try {
            Srgb::fromHex('teal', 'inks.main');
            self::fail('It was taken.');
        } catch (InvalidInput $e) {
            self::assertSame('inks.main', $e->key);
        }
    }
}
