<?php

declare(strict_types=1);

namespace Tests\Core\Raster;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Resampler;

final class ResamplerTest extends TestCase
{
    public function test_area_scaling_takes_the_mean_of_what_a_pixel_covers(): void
    {
        $out = (new Resampler(Filter::Area))->plane(new Plane(4, 1, [0, 1000, 2000, 4000]), 2, 1);
        self::assertSame([500, 3000], $out->values);
        // 3 → 2: each new pixel covers one and a half.
        $out = (new Resampler(Filter::Area))->plane(new Plane(3, 1, [3000, 6000, 9000]), 2, 1);
        self::assertSame([4000, 8000], $out->values);
    }

    #[TestWith([64, 64, 17, 23])]
    #[TestWith([50, 31, 49, 30])]
    #[TestWith([20, 20, 7, 3])]
    public function test_area_scaling_conserves_ink(int $w, int $h, int $newW, int $newH): void
    {
        $in = Pictures::plane($w, $h, fn (int $x, int $y): int => ($x * 7919 + $y * 104729) % 65536);
        $out = (new Resampler(Filter::Area))->plane($in, $newW, $newH);
        self::assertEqualsWithDelta($in->total() / ($w * $h), $out->total() / ($newW * $newH), 60);
    }

    public function test_scaling_to_a_size_between_pixels_conserves_ink(): void
    {
        $in = Pictures::plane(64, 64, fn (int $x, int $y): int => $x === 31 ? 65535 : 0);
        foreach ([10.3, 20.7, 33.1, 7.5] as $size) {
            $side = (int) ceil($size);
            $out = Resampler::aboutCentre($in, $size, $size, $side, $side);
            self::assertEqualsWithDelta(1.0, $out->total() / ($in->total() * ($size / 64) ** 2), 0.005, "at {$size} px");
        }
    }

    public function test_lanczos_keeps_a_flat_area_flat_and_does_not_bleed_out_of_nothing(): void
    {
        $flat = (new Resampler(Filter::Lanczos))->plane(new Plane(3, 3, array_fill(0, 9, 30000)), 11, 7);
        self::assertSame([30000], array_values(array_unique($flat->values)));

        // Transparent white beside opaque black: the edge must stay black.
        $in = Pictures::bitmap(8, 1, fn (int $x): int => $x < 4 ? 0x000000FF : 0xFFFFFF00);
        foreach ((new Resampler(Filter::Area))->bitmap($in, 3, 1)->pixels as $pixel) {
            self::assertSame(0, $pixel >> 8);
        }
    }

    /** Six px to three and to twelve: each against the windowed sinc itself, stretched where there are fewer px and cut off at the picture's edge. */
    #[TestWith([3])]
    #[TestWith([12])]
    #[TestWith([5])]
    public function test_lanczos_is_a_windowed_sinc(int $to): void
    {
        $in = [1000, 9000, 4000, 60000, 30000, 20000];
        $out = (new Resampler(Filter::Lanczos))->plane(new Plane(6, 1, $in), $to, 1)->values;
        $sinc = fn (float $x): float => abs($x) < 1e-9 ? 1.0 : sin(M_PI * $x) / (M_PI * $x);
        $stretch = max(1.0, 6 / $to);
        foreach ($out as $i => $value) {
            $sum = $weights = 0.0;
            foreach ($in as $k => $v) {
                $x = ($k + 0.5 - ($i + 0.5) * 6 / $to) / $stretch;
                $weight = abs($x) < 3 ? $sinc($x) * $sinc($x / 3) : 0.0;
                $sum += $weight * $v;
                $weights += $weight;
            }
            self::assertEqualsWithDelta(max(0, min(65535, $sum / $weights)), $value, 8, "{$to} px, {$i}");
        }
    }

    /** Colours are weighted by their alpha, each channel by itself: Porter and Duff (1984); a px without ink says nothing of colour. */
    #[TestWith([Filter::Area])]
    #[TestWith([Filter::Lanczos])]
    public function test_colours_are_scaled_by_what_there_is_of_them(Filter $filter): void
    {
        $from = [0xC8146480, 0x3CDC0AFF, 0xFFFFFF00, 0x10F02840];
        $in = Pictures::bitmap(24, 16, fn (int $x, int $y): int => $from[intdiv($x, 6)]);
        $out = (new Resampler($filter))->bitmap($in, 12, 8);
        $lanes = [];
        foreach ([24, 16, 8] as $shift) {
            $lanes[$shift] = (new Resampler($filter))->plane(new Plane(24, 16, array_map(fn (int $p): int => ($p >> $shift & 255) * ($p & 255), $in->pixels)), 12, 8)->values;
        }
        $alphas = (new Resampler($filter))->plane(new Plane(24, 16, array_map(fn (int $p): int => ($p & 255) * 257, $in->pixels)), 12, 8)->values;
        foreach ($out->pixels as $i => $p) {
            self::assertEqualsWithDelta($alphas[$i] / 257, $p & 255, 1.0, "alpha of {$i}");
            foreach (($p & 255) > 20 ? $lanes : [] as $shift => $lane) {
                self::assertEqualsWithDelta(max(0.0, min(255.0, $lane[$i] * 257 / $alphas[$i])), $p >> $shift & 255, 2.5, "{$i}, {$shift}");
            }
        }
        if ($filter === Filter::Area) {
            // In the middle of each colour it is what it was.
            self::assertSame([0xC8146480, 0x3CDC0AFF, 0, 0x10F02840], [$out->at(1, 4), $out->at(4, 4), $out->at(7, 4), $out->at(10, 4)]);
        }
    }
}
