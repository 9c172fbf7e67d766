<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Paint\Effect;
use Yarrowfog\Core\Paint\Lay;
use Yarrowfog\Core\Paint\Printed;
use Yarrowfog\Core\Paint\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\Rect;

final class LayTest extends TestCase
{
    /** @return array<string, array{bool}> */
    public static function buffers(): array
    {
        return ['one colour' => [false], 'each pixel its own' => [true]];
    }

    /** Porter and Duff's source-over on straight colours, in rational numbers and rounded once. */
    #[DataProvider('buffers')]
    public function test_paint_is_source_over_to_the_bit(bool $many): void
    {
        $chance = new Randomizer(new Mt19937(11));
        $side = StrokeBuffer::SIDE;
        $tile = array_fill(0, $side * $side, 0);
        $under = $expected = [];
        for ($i = 0; $i < $side * $side; $i++) {
            // Half of them nearly full, where what lies under is left out.
            $c = $chance->getInt(0, 1) === 0 ? $chance->getInt(0, 65535) : $chance->getInt(65300, 65535);
            $alpha = [0, 255, $chance->getInt(0, 255)][$i % 3];
            $p = $alpha === 0 ? 0 : $chance->getInt(0, 0xFFFFFF) << 8 | $alpha;
            $colour = $many ? $chance->getInt(0, 0xFFFFFF) : 0x3A7F05;
            $tile[$i] = $many ? $c << 45 | ($colour >> 16) << 7 << 30 | ($colour >> 8 & 255) << 7 << 15 | ($colour & 255) << 7 : $c;
            $under[] = $p;
            $expected[] = self::over($p, $colour, $c);
        }
        $laid = Lay::over(new Bitmap($side, $side, $under), new Rect(0, 0, $side, $side), self::printed($tile, $many ? null : 0x3A7F05));
        foreach ($expected as $i => [$pixel, $isTie]) {
            if (! $isTie) {
                self::assertSame(sprintf('%08x', $pixel), sprintf('%08x', $laid->pixels[$i]), sprintf('under %08x, coverage %d', $under[$i], $many ? $tile[$i] >> 45 : $tile[$i]));
            }
        }
    }

    public function test_no_coverage_changes_nothing_and_full_coverage_leaves_nothing(): void
    {
        $side = StrokeBuffer::SIDE;
        $under = array_map(fn (int $i): int => ($i * 2654435761 & 0xFFFFFF00) | 1 + $i % 255, range(0, $side * $side - 1));
        $area = new Rect(0, 0, $side, $side);
        self::assertSame($under, Lay::over(new Bitmap($side, $side, $under), $area, self::printed(array_fill(0, $side * $side, 0), 0x123456))->pixels);
        self::assertSame([0x123456FF], array_values(array_unique(Lay::over(new Bitmap($side, $side, $under), $area, self::printed(array_fill(0, $side * $side, 65535), 0x123456))->pixels)));
    }

    public function test_an_eraser_takes_alpha_and_leaves_colours(): void
    {
        $side = StrokeBuffer::SIDE;
        $tile = array_map(fn (int $i): int => intdiv(65535 * ($i % 256), 255), range(0, $side * $side - 1));
        $laid = Lay::over(Bitmap::filled($side, $side, 0x102030C8), new Rect(0, 0, $side, $side), self::printed($tile, 0, Effect::Erases));
        foreach ($laid->pixels as $i => $p) {
            $alpha = (int) round(200 * (1 - $tile[$i] / 65535));
            self::assertSame($alpha === 0 ? 0 : 0x10203000 | $alpha, $p);
        }
    }

    /**
     * @return array{int, bool} the pixel, and whether a channel of it lies so near to a half that a rounding error of the last bit decides
     */
    private static function over(int $under, int $colour, int $c): array
    {
        $own = $c * 255;
        $rest = ($under & 255) * (65535 - $c);
        $alpha = ($own + $rest) / 65535;
        if ((int) round($alpha) === 0 || $c === 0) {
            return [$c === 0 ? $under : 0, abs($alpha - 0.5) < 1e-4];
        }
        $out = 0;
        $isTie = abs($alpha - floor($alpha) - 0.5) < 1e-4;
        foreach ([16, 8, 0] as $shift) {
            $v = (($colour >> $shift & 255) * $own + ($under >> $shift + 8 & 255) * $rest) / ($own + $rest);
            $isTie = $isTie || abs($v - floor($v) - 0.5) < 1e-4;
            $out = $out << 8 | (int) round($v);
        }

        return [$out << 8 | (int) round($alpha), $isTie];
    }

    /** @param  array<int, int>  $tile */
    private static function printed(array $tile, ?int $colour, Effect $effect = Effect::Paints): Printed
    {
        return new class($tile, $colour, $effect) implements Printed
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
