<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Oklch;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\LayerBlend;
use Yarrowfog\Core\Paint\Composite\LayerStack;
use Yarrowfog\Core\Paint\Composite\PremultipliedBlend;
use Yarrowfog\Core\Paint\Composite\Recolour;
use Yarrowfog\Core\Paint\Composite\StackedLayer;
use Yarrowfog\Core\Paint\Composite\TileSource;
use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Paint\Tile\StrokeLayer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

final class LayerStackTest extends TestCase
{
    /** Two pixels of every pair of alphas, and colours that no mode leaves alone. */
    private const UNDER = [0x3C78B4FF, 0x3C78B480, 0x00000000, 0xFFF0E010, 0xC86432FF];

    private const OVER = [0xC86432FF, 0xC8643240, 0x20C09080, 0x00000000, 0x3C78B4FF];

    /** @return array<string, array{BlendMode}> */
    public static function modes(): array
    {
        return array_combine(BlendMode::names(), array_map(fn (BlendMode $mode): array => [$mode], BlendMode::cases()));
    }

    /** The standard's formula, in floats, with the standard's own B: co = cs·αs·(1 − αb) + cb·αb·(1 − αs) + αs·αb·B(cb, cs). */
    #[DataProvider('modes')]
    public function test_a_layer_is_laid_over_another_by_the_formula_of_the_standard(BlendMode $mode): void
    {
        foreach ([1.0, 0.4] as $opacity) {
            $pairs = [];
            foreach (self::UNDER as $under) {
                foreach (self::OVER as $over) {
                    $pairs[] = [$under, $over];
                }
            }
            $laid = LayerBlend::over(DeepBitmap::words(array_column($pairs, 0)), DeepBitmap::words(array_column($pairs, 1)), $opacity, $mode);
            foreach ($pairs as $i => [$under, $over]) {
                [$cb, $ab] = self::straight($under);
                [$cs, $as] = self::straight($over);
                $as *= $opacity;
                $mixed = $mode->colour($cb, $cs);
                $exact = array_map(fn (int $k): float => $as * (1 - $ab) * $cs[$k] + $ab * (1 - $as) * $cb[$k] + $as * $ab * $mixed[$k], [0, 1, 2]);
                foreach ([...$exact, $as + $ab - $as * $ab] as $k => $channel) {
                    self::assertEqualsWithDelta($channel * DeepBitmap::FULL, self::channels($laid[$i])[$k], 2.0, sprintf('%08X over %08X, channel %d', $over, $under, $k));
                }
            }
        }
    }

    /**
     * Random words 300 times over, to half a step of 15 bits: a mode that needs no division is laid with what the opacity leaves of the
     * source, in steps; soft-light has the opacity as it is.
     */
    #[DataProvider('modes')]
    public function test_a_mode_is_right_to_half_a_step_however_often(BlendMode $mode): void
    {
        mt_srand(crc32($mode->value));
        $word = function (): int {
            $alpha = mt_rand(0, 3) === 0 ? [0, DeepBitmap::FULL][mt_rand(0, 1)] : mt_rand(0, DeepBitmap::FULL);
            [$r, $g, $b] = [mt_rand(0, $alpha), mt_rand(0, $alpha), mt_rand(0, $alpha)];

            return $r << 45 | $g << 30 | $b << 15 | $alpha;
        };
        $most = 0.0;
        for ($round = 0; $round < 300; $round++) {
            $under = array_map($word, range(1, 24));
            $over = array_map($word, range(1, 24));
            $part = [32768, 26214, 9830][$round % 3];
            foreach (LayerBlend::over($under, $over, $part / 32768, $mode) as $i => $laid) {
                $most = max($most, self::missed($laid, $under[$i], $over[$i], $part, $mode));
            }
        }
        // Without blending what the source leaves of the backdrop is a share in whole 32,768ths.
        self::assertLessThan($mode === BlendMode::Normal ? 1.0 : 0.502, $most);
    }

    /** How far a word is from what the standard says, in steps of 15 bits. */
    private static function missed(int $laid, int $under, int $over, int $part, BlendMode $mode): float
    {
        $full = DeepBitmap::FULL;
        $p = self::channels($under);
        $s = self::channels($over);
        if ($mode === BlendMode::Normal || PremultipliedBlend::has($mode)) {
            $s = array_map(fn (int $channel): float => floor($channel * $part / 32768 + 0.5), $s);
        } elseif ($s[3] > 0 && $p[3] > 0) {
            $s = array_map(fn (int $channel): float => $channel * $part / 32768, $s);
        } else {
            $s = array_map(fn (int $channel): float => floor($channel * $part / 32768 + 0.5), $s);
        }
        [$as, $ab] = [$s[3] / $full, $p[3] / $full];
        $straight = fn (array $c): array => array_map(fn (float $channel): float => $channel / max(1e-9, $c[3]), array_slice($c, 0, 3));
        [$cb, $cs] = [$straight($p), $straight($s)];
        $mixed = $as > 0 && $ab > 0 ? $mode->colour([$cb[0], $cb[1], $cb[2]], [$cs[0], $cs[1], $cs[2]]) : [0.0, 0.0, 0.0];
        $miss = [abs(self::channels($laid)[3] - ($as + $ab - $as * $ab) * $full)];
        foreach ([0, 1, 2] as $k) {
            $miss[] = abs(self::channels($laid)[$k] - $s[$k] * (1 - $ab) - $p[$k] * (1 - $as) - $as * $ab * $mixed[$k] * $full);
        }

        return max($miss);
    }

    /** Random words 300 times over: what a compiled loop does it does every time, and the one-word form does the same. */
    public function test_one_word_is_laid_as_many_are_however_often(): void
    {
        $word = fn (int $seed): int => DeepBitmap::word(crc32("word {$seed}"));
        for ($round = 0; $round < 300; $round++) {
            $under = array_map(fn (int $i): int => $word($round * 64 + $i), range(0, 31));
            $over = array_map(fn (int $i): int => $word($round * 64 + 32 + $i), range(0, 31));
            $laid = LayerBlend::over($under, $over, 1.0, BlendMode::Normal);
            foreach ($laid as $i => $w) {
                self::assertSame($w, LayerBlend::word($under[$i], $over[$i]));
                [$r, $g, $b, $a] = self::channels($w);
                self::assertLessThanOrEqual($a + 1, max($r, $g, $b));
                self::assertLessThanOrEqual(DeepBitmap::FULL, $a);
            }
        }
    }

    public function test_opacity_fades_and_nothing_changes_where_nothing_lies(): void
    {
        self::assertSame([0], LayerBlend::over([0], [0], 1.0, BlendMode::Multiply));
        $full = DeepBitmap::word(0x804020FF);
        self::assertSame([$full], LayerBlend::over([$full], [0], 1.0, BlendMode::Difference));
        self::assertSame([$full], LayerBlend::over([$full], [DeepBitmap::word(0xFFFFFFFF)], 0.0, BlendMode::Normal));
        self::assertEqualsWithDelta([0x80 * 32, 0x40 * 32, 0x20 * 32, 0xFF * 32], self::channels(LayerBlend::fade([$full], 0.25)[0]), 1.0);
        self::assertSame([$full], LayerBlend::fade([$full], 1.0));
    }

    public function test_layers_lie_over_one_another_and_hidden_ones_do_not_count(): void
    {
        $red = new StackedLayer(self::of(['0 0' => 0xFF0000FF]));
        $blue = new StackedLayer(self::of(['0 0' => 0x0000FFFF, '1 0' => 0x0000FFFF]), 0.5);
        $stack = new LayerStack([$red, $blue]);
        self::assertEqualsWithDelta([127.5 * 128, 0, 127.5 * 128, DeepBitmap::FULL], self::channels(($stack->tile('0 0') ?? [])[9]), 1.0);
        self::assertEqualsWithDelta([0, 0, 127.5 * 128, 127.5 * 128], self::channels(($stack->tile('1 0') ?? [])[9]), 1.0);
        self::assertNull($stack->tile('2 0'));
        $hidden = new StackedLayer(self::of(['0 0' => 0x00FF00FF]), isHidden: true);
        self::assertSame($stack->tile('0 0'), (new LayerStack([$red, $hidden, $blue]))->tile('0 0'));
        self::assertSame([DeepBitmap::word(0xFBFBF9FF)], array_values(array_unique((new LayerStack([$hidden], DeepBitmap::word(0xFBFBF9FF)))->tile('0 0') ?? [])));
    }

    /** Half a red, with white only over it: half a pink, and nothing beside it. Multiplied over grey the pink darkens it: 0.5·g + 0.5·g·pink. */
    public function test_what_is_clipped_keeps_the_alpha_of_the_layer_below_and_shares_its_opacity_and_mode(): void
    {
        $base = self::of(['0 0' => 0xFF000080]);
        $white = new StackedLayer(self::of(['0 0' => 0xFFFFFFFF, '1 0' => 0xFFFFFFFF]), 0.5, isClipped: true);
        $stack = new LayerStack([new StackedLayer($base), $white]);
        $alpha = 128 * 128;
        self::assertEqualsWithDelta([$alpha, $alpha / 2, $alpha / 2, $alpha], self::channels(($stack->tile('0 0') ?? [])[0]), 2.0);
        self::assertNull($stack->tile('1 0'));
        $grey = new StackedLayer(self::of(['0 0' => 0x808080FF]));
        $over = new LayerStack([$grey, new StackedLayer($base, 0.5, BlendMode::Multiply), $white]);
        $g = 0x80 / 255;
        $as = 0.5 * 128 / 255;
        $exact = array_map(fn (float $c): float => ($g * (1 - $as) + $as * $g * $c) * DeepBitmap::FULL, [1.0, 0.5, 0.5]);
        self::assertEqualsWithDelta([...$exact, DeepBitmap::FULL], self::channels(($over->tile('0 0') ?? [])[0]), 2.0);
        $hidden = new LayerStack([$grey, new StackedLayer($base, isHidden: true), $white]);
        self::assertSame($grey->tile('0 0'), $hidden->tile('0 0'));
        $lowest = new LayerStack([$white]);
        self::assertNotNull($lowest->tile('1 0'), 'with nothing below it a clipped layer is shown as it is');
    }

    public function test_recolouring_is_a_move_in_oklch_and_keeps_alpha(): void
    {
        $recolour = new Recolour(90, 0.5, 0.1);
        foreach ([0x9C4F2EFF, 0x2E6F9C60] as $pixel) {
            [$word] = $recolour->recolour([DeepBitmap::word($pixel)]);
            $lch = Oklch::fromOklab(Oklab::fromSrgb(Srgb::fromInt($pixel >> 8)));
            $moved = (new Oklch($lch->lightness + 0.1, $lch->chroma * 0.5, $lch->hue + 90))->toSrgb()->toInt();
            $shown = DeepBitmap::pixel($word);
            self::assertSame($pixel & 255, $shown & 255);
            foreach ([16, 8, 0] as $shift) {
                self::assertEqualsWithDelta($moved >> $shift & 255, $shown >> $shift + 8 & 255, 1.0);
            }
        }
        self::assertTrue(Recolour::read([])->isNothing());
        self::assertSame($recolour->toArray(), Recolour::read($recolour->toArray())->toArray());
        $layer = new StackedLayer(self::of(['0 0' => 0x9C4F2EFF]), recolour: $recolour);
        self::assertNotSame([DeepBitmap::word(0x9C4F2EFF)], array_values(array_unique($layer->tile('0 0') ?? [])));
    }

    /** Over paint of half alpha a stroke of half coverage takes half of the colour and adds no alpha; where there is none it lays none. */
    public function test_a_stroke_that_keeps_alpha_paints_only_where_there_is_paint(): void
    {
        $area = new Rect(0, 0, 3, 1);
        $under = new DeepBitmap(3, 1, DeepBitmap::words([0x00FF0080, 0, 0x00FF00FF]));
        $half = self::stroke(32768, 0xFF0000);
        $laid = Compositor::lay($under, $area, $half, null, true)->words;
        self::assertEqualsWithDelta([0x40 * 128, 0x40 * 128, 0, 0x80 * 128], self::channels($laid[0]), 2.0);
        self::assertSame(0, $laid[1]);
        self::assertEqualsWithDelta([127.5 * 128, 127.5 * 128, 0, DeepBitmap::FULL], self::channels($laid[2]), 2.0);
        self::assertSame($under->words, Compositor::lay($under, $area, self::stroke(32768, 0, Effect::Erases), null, true)->words);
        self::assertSame($under->words, Compositor::lay($under, $area, self::stroke(0, 0xFF0000), null, true)->words);
        $replaced = Compositor::lay($under, $area, self::stroke(DeepBitmap::word(0x0000FF40), null, Effect::Replaces), null, true)->words;
        self::assertEqualsWithDelta([0, 0, 0x80 * 128, 0x80 * 128], self::channels($replaced[0]), 2.0);
        self::assertSame(0, $replaced[1]);
    }

    /** What a multiplying stroke lays on an empty layer, laid over a photo, is what it would have made of the photo. */
    public function test_a_stroke_blends_with_what_is_shown_beneath_its_layer(): void
    {
        $area = new Rect(0, 0, 1, 1);
        $photo = new DeepBitmap(1, 1, DeepBitmap::words([0x80C040FF]));
        foreach ([BlendMode::Multiply, BlendMode::Luminosity] as $mode) {
            $stroke = self::stroke(0x6000, 0xC08020, mode: $mode);
            $onPhoto = Compositor::lay($photo, $area, $stroke)->words[0];
            $onLayer = Compositor::lay(DeepBitmap::empty(1, 1), $area, $stroke, $photo)->words[0];
            self::assertEqualsWithDelta(self::channels($onPhoto), self::channels(LayerBlend::word($photo->words[0], $onLayer)), 3.0);
            self::assertEqualsWithDelta(0x6000 / 65535 * DeepBitmap::FULL, self::channels($onLayer)[3], 1.0);
        }
    }

    /** @param  array<string, int>  $colours  of whole tiles, 0xRRGGBBAA */
    private static function of(array $colours): TileSource
    {
        return new class($colours) implements TileSource
        {
            /** @param  array<string, int>  $colours */
            public function __construct(private readonly array $colours)
            {
            }

            public function tile(string $key): ?array
            {
                return isset($this->colours[$key]) ? array_fill(0, StrokeBuffer::SIDE ** 2, DeepBitmap::word($this->colours[$key])) : null;
            }
        };
    }

    private static function stroke(int $value, ?int $colour, Effect $effect = Effect::Paints, BlendMode $mode = BlendMode::Normal): StrokeLayer
    {
        return new class($value, $colour, $effect, $mode) implements StrokeLayer
        {
            public function __construct(private readonly int $value, private readonly ?int $colour, private readonly Effect $effect, private readonly BlendMode $mode)
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
                return $this->mode;
            }

            public function tile(string $key): array
            {
                return array_fill(0, StrokeBuffer::SIDE ** 2, $this->value);
            }
        };
    }

    /** @return array{array{float, float, float}, float} */
    private static function straight(int $pixel): array
    {
        return [[($pixel >> 24) / 255, ($pixel >> 16 & 255) / 255, ($pixel >> 8 & 255) / 255], ($pixel & 255) / 255];
    }

    /** @return array{int, int, int, int} */
    private static function channels(int $word): array
    {
        return [$word >> 45, $word >> 30 & 32767, $word >> 15 & 32767, $word & 32767];
    }
}
