<?php

declare(strict_types=1);

namespace Tests\Core\Colour;

use PHPUnit\Framework\TestCase;
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

    public function test_every_colour_comes_back(): void
    {
        for ($i = 0; $i < 400; $i++) {
            $colour = Srgb::fromInt($i * 41957 % 0x1000000);
            self::assertSame($colour->toHex(), Oklch::fromOklab(Oklab::fromSrgb($colour))->toSrgb()->toHex());
        }
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
