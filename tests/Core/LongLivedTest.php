<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\Thing\Marks;
use Yarrowfog\Core\Cut\Thing\ThingCut;
use Yarrowfog\Core\Form\HandStroke;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Dab\StencilCache;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

/**
 * A worker paints its three hundredth stroke as it painted its first.
 *
 * The tracing JIT compiles anew what becomes hot, and a loop that it compiles wrongly does
 * wrong from then on: one of ours lost most of a tip's outline after 224 calls.
 */
final class LongLivedTest extends TestCase
{
    private const TIMES = 300;

    public function test_stencils_of_one_stroke_keep_their_outline(): void
    {
        $levels = Pictures::roundTip(200);
        $first = null;
        for ($i = 0; $i < self::TIMES; $i++) {
            $corners = (new StencilCache($levels, true))->stencil(140.0, 140.0)->outline->corners;
            $first ??= $corners;
            self::assertSame($first, $corners, "stencil {$i}");
        }
    }

    /** @return array<string, array{string, array<string, mixed>}> */
    public static function brushes(): array
    {
        return [
            'turned' => ['ink mask', ['angle' => ['spread' => 180], 'size' => ['base' => 14, 'spread' => 0.4]]],
            'kept shapes' => ['ink mask', ['size' => ['base' => 14]]],
            'own colours' => ['own colours', ['angle' => ['spread' => 180], 'size' => ['base' => 14], 'driftHue' => ['base' => 20]]],
            'band' => ['ink mask', ['size' => ['base' => 12], 'laidAs' => ['base' => 'band, repeated']]],
        ];
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('brushes')]
    public function test_strokes_stay_the_same(string $kind, array $settings): void
    {
        $picture = Pictures::bitmap(32, 32, fn (int $x, int $y): int => hypot($x - 15.5, $y - 15.5) < 14 ? 0x804020FF + ($x << 16) : 0);
        $tip = $kind === 'own colours' ? new HalvedMipChain(Frame::fromPicture($picture, TipKind::from($kind))) : Pictures::roundTip(32);
        $brush = BrushSettings::read(['kind' => $kind, 'settings' => $settings]);
        $sheet = new Rect(0, 0, 90, 50);
        $trace = Movements::swell(new Rect(15, 15, 60, 20));
        $under = DeepBitmap::of(Pictures::bitmap(90, 50, fn (int $x): int => $x < 40 ? 0xFFFFFFFF : 0xC0B0A080));
        $first = null;
        for ($i = 0; $i < self::TIMES; $i++) {
            $painted = Compositor::over($under, $sheet, (new StrokePainter($tip, $brush))->stroke($trace, 3, $sheet))->words;
            $first ??= $painted;
            self::assertSame($first, $painted, "stroke {$i}");
        }
    }

    public function test_cut_lists_stay_the_same(): void
    {
        $picture = Pictures::bitmap(41, 33, fn (int $x, int $y): int => hypot($x - 20, $y - 16) < 12 ? Pictures::grey(($x * $y) % 90) : 0xF0EEE6FF);
        $list = CutList::read(['steps' => [
            ['step' => 'flatten-light'], ['step' => 'clear-paper'], ['step' => 'specks', 'numbers' => ['islands' => 4, 'holes' => 4]],
            ['step' => 'turn', 'numbers' => ['angle' => 17]], ['step' => 'blur'], ['step' => 'rough-edge'], ['step' => 'outer-glow'], ['step' => 'trim'], ['step' => 'scale', 'numbers' => ['side' => 30]],
        ]]);
        $first = null;
        for ($i = 0; $i < self::TIMES; $i++) {
            $cut = Replay::of($list, $picture)->picture->toBytes();
            $first ??= $cut;
            self::assertSame($first, $cut, "cut {$i}");
        }
    }

    /** A worker cuts a picture again with each mark, and takes over what the mark left as it was. */
    public function test_things_stay_the_same(): void
    {
        $picture = Pictures::bitmap(66, 48, fn (int $x, int $y): int => hypot($x - 30, $y - 24) < 14 ? 0xC08030FF - ($x % 7 << 16) : 0x305070FF + (($x * $y) % 11 << 8));
        $first = [];
        for ($i = 0; $i < self::TIMES; $i++) {
            $strokes = array_slice([new HandStroke(false, 0.1, 0.0, false, [[0.0, 0.35, 0.5, 1.0]]), new HandStroke(true, 0.1, 0.0, false, [[0.0, 0.8, 0.3, 1.0]])], 0, $i % 3);
            $cut = ThingCut::of($picture, new Marks([[0.1, 0.1], [0.9, 0.9]], $strokes))?->toBytes();
            self::assertNotNull($cut);
            $first[$i % 3] ??= $cut;
            self::assertTrue($first[$i % 3] === $cut, "cut {$i}");
        }
        self::assertCount(3, array_unique($first));
    }
}
