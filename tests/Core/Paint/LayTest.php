<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Paint\Tile\StrokeLayer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

final class LayTest extends TestCase
{
    /** @return array<string, array{bool}> */
    public static function buffers(): array
    {
        return ['one colour' => [false], 'each pixel its own' => [true]];
    }

    /** Porter and Duff's source-over, premultiplied, in rational numbers: within one of 15 bits. */
    #[DataProvider('buffers')]
    public function test_paint_is_source_over(bool $many): void
    {
        $chance = new Randomizer(new Mt19937(11));
        $side = StrokeBuffer::SIDE;
        $tile = array_fill(0, $side * $side, 0);
        $under = $expected = [];
        for ($i = 0; $i < $side * $side; $i++) {
            // Half of them nearly full or nearly nothing, where rounding shows.
            $c = $chance->getInt(0, 1) === 0 ? $chance->getInt(0, 65535) : [$chance->getInt(65300, 65535), $chance->getInt(0, 200)][$i % 2];
            $alpha = [0, 32640, $chance->getInt(0, 32640)][$i % 3];
            $p = [$chance->getInt(0, $alpha), $chance->getInt(0, $alpha), $chance->getInt(0, $alpha), $alpha];
            $colour = $many ? [$chance->getInt(0, 32640), $chance->getInt(0, 32640), $chance->getInt(0, 32640)] : [0x3A << 7, 0x7F << 7, 5 << 7];
            $tile[$i] = $many ? $c << 45 | $colour[0] << 30 | $colour[1] << 15 | $colour[2] : $c;
            $under[] = $p[0] << 45 | $p[1] << 30 | $p[2] << 15 | $p[3];
            $expected[] = array_map(fn (int $b, int $s): float => ($s * $c + $b * (65535 - $c)) / 65535, $p, [...$colour, 32640]);
        }
        $laid = Compositor::over(new DeepBitmap($side, $side, $under), new Rect(0, 0, $side, $side), self::printed($tile, $many ? null : 0x3A7F05));
        foreach ($laid->words as $i => $word) {
            foreach (self::channels($word) as $k => $channel) {
                self::assertEqualsWithDelta($expected[$i][$k], $channel, 1.0, "pixel {$i}, channel {$k}");
            }
            self::assertLessThanOrEqual($word & 32767, max(self::channels($word)), 'no colour is above its alpha');
        }
    }

    public function test_no_coverage_changes_nothing_and_full_coverage_leaves_nothing(): void
    {
        $side = StrokeBuffer::SIDE;
        $under = DeepBitmap::of(Pictures::bitmap($side, $side, fn (int $x, int $y): int => (($y * $side + $x) * 2654435761 & 0xFFFFFF00) | 1 + ($y + $x) % 255));
        $area = new Rect(0, 0, $side, $side);
        self::assertSame($under->words, Compositor::over($under, $area, self::printed(array_fill(0, $side * $side, 0), 0x123456))->words);
        self::assertSame([DeepBitmap::word(0x123456FF)], array_values(array_unique(Compositor::over($under, $area, self::printed(array_fill(0, $side * $side, 65535), 0x123456))->words)));
    }

    public function test_a_colour_over_itself_stays_as_it_is(): void
    {
        $side = StrokeBuffer::SIDE;
        $tile = array_map(fn (int $i): int => 4 * $i, range(0, $side * $side - 1));
        $laid = Compositor::over(DeepBitmap::of(Bitmap::ofColour($side, $side, 0x3A7F05FF)), new Rect(0, 0, $side, $side), self::printed($tile, 0x3A7F05));
        self::assertSame([DeepBitmap::word(0x3A7F05FF)], array_values(array_unique($laid->words)));
    }

    public function test_an_eraser_takes_colour_and_alpha_alike(): void
    {
        $side = StrokeBuffer::SIDE;
        $tile = array_map(fn (int $i): int => 4 * $i, range(0, $side * $side - 1));
        $under = DeepBitmap::word(0x10A0F0C8);
        foreach ([[$tile, 0], [array_map(fn (int $c): int => $c << 45 | 12345, $tile), null]] as [$erasing, $colour]) {
            $laid = Compositor::over(new DeepBitmap($side, $side, array_fill(0, $side * $side, $under)), new Rect(0, 0, $side, $side), self::printed($erasing, $colour, Effect::Erases));
            foreach ($laid->words as $i => $word) {
                foreach (self::channels($under) as $k => $channel) {
                    self::assertEqualsWithDelta($channel * (1 - $tile[$i] / 65535), self::channels($word)[$k], 1.0);
                }
            }
        }
    }

    /** 600 glazes of one part in a hundred: b · 0.99ⁿ + s · (1 − 0.99ⁿ), where 8 bits stop at 205 of 254. */
    #[TestWith([0xF4ECD8FF, 0x1F4E79])]
    #[TestWith([0x000000FF, 0xFEFEFE])]
    #[TestWith([0, 0xB03A2E])]
    #[TestWith([0x2040C080, 0xC8B27A])]
    public function test_thin_glazes_go_on_to_the_end(int $sheet, int $ink): void
    {
        $area = new Rect(0, 0, 1, 1);
        $tile = array_fill(0, StrokeBuffer::SIDE ** 2, 655);
        $deep = new DeepBitmap(1, 1, [DeepBitmap::word($sheet)]);
        for ($n = 1; $n <= 600; $n++) {
            $deep = Compositor::over($deep, $area, self::printed($tile, $ink));
            $left = (1 - 655 / 65535) ** $n;
            $alpha = ($sheet & 255) / 255;
            $exact = [];
            foreach ([16, 8, 0] as $shift) {
                $exact[] = ($sheet >> $shift + 8 & 255) * $alpha * $left + ($ink >> $shift & 255) * (1 - $left);
            }
            foreach ([...$exact, 255 * ($alpha * $left + 1 - $left)] as $k => $channel) {
                self::assertEqualsWithDelta($channel, self::channels($deep->words[0])[$k] / 128, 1.0, "after {$n}");
            }
        }
        $shown = DeepBitmap::pixel($deep->words[0]);
        $hue = fn (float ...$c): float => rad2deg(atan2(sqrt(3) * ($c[1] - $c[2]), 2 * $c[0] - $c[1] - $c[2]));
        if ($ink !== 0xFEFEFE) {
            self::assertEqualsWithDelta($hue(...$exact), $hue($shown >> 24, $shown >> 16 & 255, $shown >> 8 & 255), 1.0);
        }
    }

    /** @return array{int, int, int, int} */
    private static function channels(int $word): array
    {
        return [$word >> 45, $word >> 30 & 32767, $word >> 15 & 32767, $word & 32767];
    }

    /** @param  array<int, int>  $tile */
    private static function printed(array $tile, ?int $colour, Effect $effect = Effect::Paints): StrokeLayer
    {
        return new class($tile, $colour, $effect) implements StrokeLayer
        {
            /** @param  array<int, int>  $tile */
            public function __construct(private readonly array $tile, private readonly ?int $colour, private readonly Effect $effect)
            {
            }

            public function bounds(): Rect
            {
                return StrokeBuffer::area('0 0');
            }

            public function colour(): ?int
            {
                return $this->colour;
            }

            public function effect(): Effect
            {
                return $this->effect;
            }

            public function blendMode(): BlendMode
            {
                return BlendMode::Normal;
            }

            public function tile(string $key): array
            {
                return $this->tile;
            }
        };
    }
}
