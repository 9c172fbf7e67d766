<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use Closure;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Underlay;
use Yarrowfog\Core\Raster\Bitmap;

/** Laying under and over, against the formulas in floating point. */
final class UnderTest extends TestCase
{
    private const SIDE = 48;

    /** Source-over of Porter and Duff (1984): the picture over the colour. */
    #[TestWith(['#000000', 1, 1.0])]
    #[TestWith(['#ffffff', 1, 0.5])]
    #[TestWith(['#2f5664', 2, 0.6])]
    #[TestWith(['#ff8000', 3, 1.0])]
    public function test_a_colour_under_a_picture(string $hex, int $times, float $strength): void
    {
        $colour = Srgb::fromHex($hex);
        [$in, $alphas] = self::pictures();
        $out = Underlay::picture($in, $colour, self::rows($alphas), $times, $strength);
        foreach ($out->pixels as $i => $p) {
            $q = $in->pixels[$i];
            $own = ($q & 255) / 255;
            $under = min(1.0, $alphas[$i] * $times / 65535) * $strength;
            $all = $own + $under * (1 - $own);
            // Of the colour's own alpha the fraction is left off, and what is added to the picture's is rounded.
            self::assertEqualsWithDelta(255 * $all, $p & 255, 1.5, "alpha of {$i}");
            foreach ([[24, $colour->red], [16, $colour->green], [8, $colour->blue]] as [$shift, $channel]) {
                // A colour can be told as exactly as there is alpha to hold it.
                $expected = $all > 0 ? (($q >> $shift & 255) * $own + $channel * $under * (1 - $own)) / $all : 0.0;
                self::assertEqualsWithDelta($expected, $p >> $shift & 255, 1.0 + 255.0 / max(1, $p & 255), "pixel {$i}: {$hex}");
            }
        }
    }

    public function test_what_is_full_and_what_has_nothing_under_it_stay_as_they_are(): void
    {
        [$in] = self::pictures();
        $out = Underlay::picture($in, new Srgb(9, 9, 9), fn (int $y): array => array_fill(0, self::SIDE, $y % 2 === 0 ? 0 : 65535));
        foreach ($in->pixels as $i => $p) {
            if (($p & 255) === 255 || intdiv($i, self::SIDE) % 2 === 0) {
                self::assertSame($p, $out->pixels[$i]);
            } else {
                self::assertSame(255, $out->pixels[$i] & 255);
            }
        }
    }

    /** Inside the picture's own alpha, by what the given one lacks of full. */
    #[TestWith(['#ffffff', 2, 0.6])]
    #[TestWith(['#102030', 1, 1.0])]
    public function test_a_colour_over_a_picture(string $hex, int $times, float $strength): void
    {
        $colour = Srgb::fromHex($hex);
        [$in, $alphas] = self::pictures();
        $out = Underlay::tint($in, $colour, self::rows($alphas), $times, $strength);
        foreach ($out->pixels as $i => $p) {
            $q = $in->pixels[$i];
            self::assertSame($q & 255, $p & 255);
            $share = ($q & 255) === 0 ? 0.0 : min(1.0, (65535 - $alphas[$i]) * $times / 65535) * $strength;
            foreach ([[24, $colour->red], [16, $colour->green], [8, $colour->blue]] as [$shift, $channel]) {
                $own = $q >> $shift & 255;
                self::assertEqualsWithDelta($own + ($channel - $own) * $share, $p >> $shift & 255, 1.01, "pixel {$i}");
            }
        }
    }

    /** @return array{Bitmap, array<int, int>} pixels of every kind, and alphas of every strength */
    private static function pictures(): array
    {
        $chance = new Randomizer(new Mt19937(8));
        $pixels = $alphas = [];
        for ($i = 0; $i < self::SIDE ** 2; $i++) {
            $alpha = [0, 255, 1, 254, $chance->getInt(0, 255), $chance->getInt(0, 255)][$chance->getInt(0, 5)];
            $pixels[] = $alpha === 0 ? 0 : $chance->getInt(0, 0xFFFFFF) << 8 | $alpha;
            $alphas[] = [0, 65535, $chance->getInt(0, 65535), $chance->getInt(0, 65535)][$chance->getInt(0, 3)];
        }

        return [new Bitmap(self::SIDE, self::SIDE, $pixels), $alphas];
    }

    /**
     * @param  array<int, int>  $alphas
     * @return Closure(int): array<int, int>
     */
    private static function rows(array $alphas): Closure
    {
        return fn (int $y): array => array_slice($alphas, $y * self::SIDE, self::SIDE);
    }
}
