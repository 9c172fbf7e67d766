<?php

declare(strict_types=1);

namespace Tests\Core\Colour;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Colour\InkChart;
use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Oklch;
use Yarrowfog\Core\Colour\Srgb;

final class InkChartTest extends TestCase
{
    public function test_the_chart_of_a_hue_holds_the_colours_of_that_hue(): void
    {
        $chart = InkChart::ofHue(30.0, 66, 50);
        foreach ([[6, 25], [20, 20], [2, 40]] as [$x, $y]) {
            $pixel = $chart->at($x, $y);
            self::assertSame(255, $pixel & 255);
            $ink = Oklch::fromOklab(Oklab::fromSrgb(Srgb::fromInt($pixel >> 8)));
            self::assertEqualsWithDelta(1 - ($y + 0.5) / 50, $ink->lightness, 0.01);
            self::assertEqualsWithDelta(InkChart::MOST_CHROMA * ($x + 0.5) / 66, $ink->chroma, 0.01);
        }
        // Nothing is as light and as strong as that.
        self::assertSame(0, $chart->at(65, 1));
        $hues = InkChart::hues(36, 2);
        self::assertSame($hues->at(7, 0), $hues->at(7, 1));
        self::assertEqualsWithDelta(75.0, Oklch::fromOklab(Oklab::fromSrgb(Srgb::fromInt($hues->at(7, 0) >> 8)))->hue, 1.5);
    }

    public function test_wells_hold_the_ink_itself_and_what_goes_with_it(): void
    {
        $srgb = Srgb::fromHex('#8c3347');
        $ink = Oklch::fromOklab(Oklab::fromSrgb($srgb));
        $wells = InkChart::wells($ink);
        self::assertSame('#8c3347', $wells['darker and lighter'][2]->toHex());
        self::assertSame('#8c3347', $wells['neighbouring hues'][2]->toHex());
        $lightness = array_map(fn (Srgb $s): float => Oklab::fromSrgb($s)->l, $wells['darker and lighter']);
        $sorted = $lightness;
        sort($sorted);
        self::assertSame($sorted, $lightness);
        $across = Oklch::fromOklab(Oklab::fromSrgb($wells['across the circle'][2]));
        self::assertEqualsWithDelta(180.0, abs(fmod($across->hue - $ink->hue + 540, 360) - 180), 4.0);
        $grey = $wells['greyer and stronger'][0];
        self::assertEqualsWithDelta([$grey->red, $grey->red], [$grey->green, $grey->blue], 1);
    }
}
