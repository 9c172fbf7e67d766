<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Advice\Idle;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Dab\CastShadow;
use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Dab\Impression;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

final class CastShadowTest extends TestCase
{
    /** A square of 20 px, turned by any number of right angles, casts its shadow the same way. */
    #[TestWith([0.0])]
    #[TestWith([90.0])]
    #[TestWith([180.0])]
    #[TestWith([-90.0])]
    public function test_the_shadow_falls_one_way_however_the_tip_is_turned(float $angle): void
    {
        $paper = self::tapped(['castShadow' => ['base' => 1], 'shadowDistance' => ['base' => 0.25], 'shadowTowards' => ['base' => 0], 'shadowSoftness' => ['base' => 0], 'angle' => ['base' => $angle]]);
        // Size 40 of a tip that is half filled: 20 px of ink around (50, 50), its shadow 10 px further right.
        self::assertSame('2040A0', self::hex($paper, 50, 50));
        self::assertSame('2040A0', self::hex($paper, 58, 58), 'the print lies over its shadow');
        self::assertSame('000000', self::hex($paper, 66, 50));
        self::assertSame('000000', self::hex($paper, 66, 42));
        self::assertSame('FFFFFF', self::hex($paper, 72, 50));
        self::assertSame('FFFFFF', self::hex($paper, 36, 50));
        self::assertSame('FFFFFF', self::hex($paper, 50, 64), 'nothing falls down');
    }

    public function test_it_falls_where_it_is_told_by_a_part_of_the_size(): void
    {
        $settings = ['castShadow' => ['base' => 0.4], 'shadowDistance' => ['base' => 0.5], 'shadowTowards' => ['base' => 90], 'shadowSoftness' => ['base' => 0]];
        // 20 px down; 40 % black on white is 255 · 0.6.
        self::assertSame('999999', self::hex(self::tapped($settings), 50, 75));
        self::assertSame('FFFFFF', self::hex(self::tapped($settings), 50, 82));
        self::assertSame('FFFFFF', self::hex(self::tapped($settings), 75, 50));
        // At half the size everything is half as far away.
        self::assertSame('999999', self::hex(self::tapped([...$settings, 'size' => ['base' => 20]]), 50, 62));
        self::assertSame('FFFFFF', self::hex(self::tapped([...$settings, 'size' => ['base' => 20]]), 50, 68));
    }

    public function test_the_second_ink_can_be_its_colour(): void
    {
        $brush = BrushSettings::read(['inks' => ['main' => '#2040a0', 'second' => '#ff8000'], 'settings' => ['size' => ['base' => 40], 'castShadow' => ['base' => 1], 'shadowDistance' => ['base' => 0.5], 'shadowTowards' => ['base' => 180], 'shadowSoftness' => ['base' => 0], 'shadowColour' => ['base' => 'second ink']]]);
        self::assertSame('FF8000', self::hex(self::painted($brush, self::square()), 26, 50));
    }

    /** Ink is moved and softened, neither made nor lost; its middle lies at the distance to a hundredth of a px. */
    #[TestWith([0.0, 7.3, 4.0])]
    #[TestWith([37.0, 12.25, 2.0])]
    #[TestWith([-120.0, 3.9, 9.0])]
    public function test_softening_keeps_the_ink_and_its_middle(float $towards, float $distance, float $sigma): void
    {
        $size = 40.0;
        $print = Impression::filling(new Rect(-10, -6, 20, 12), array_fill(0, 240, 40000), array_fill(0, 240, 0xFFFFFF));
        $nothing = Impression::filling(new Rect(-10, -6, 20, 12), array_fill(0, 240, 1), array_fill(0, 240, 0xFFFFFF));
        self::assertSame(240, array_sum($nothing->ink));
        $dab = new Dab(0, 0, 50, 50, new Shape($size, 0, 1), 1, 1, 0, shadow: 1.0, lift: $distance / $size);
        $cast = (new CastShadow($towards, $sigma / $size, 0))->under($print, $dab);
        // What shows of a shadow s under ink k is s·(1 − k): outside the print that is the shadow alone.
        $sum = $x = $y = 0.0;
        foreach ($cast->ink as $i => $ink) {
            $px = $cast->area->x + $i % $cast->area->width;
            $py = $cast->area->y + intdiv($i, $cast->area->width);
            $own = $px >= -10 && $px < 10 && $py >= -6 && $py < 6 ? 40000 : 0;
            $shadow = $own === 0 ? $ink : ($ink - $own) * 65535 / (65535 - $own);
            $sum += $shadow;
            $x += $shadow * ($px + 0.5);
            $y += $shadow * ($py + 0.5);
        }
        self::assertEqualsWithDelta(1.0, $sum / (240 * 40000), 0.005);
        self::assertEqualsWithDelta(cos(deg2rad($towards)) * $distance, $x / $sum, 0.02);
        self::assertEqualsWithDelta(sin(deg2rad($towards)) * $distance, $y / $sum, 0.02);
    }

    /** Source-over, worked out pixel by pixel from the print and the shadow beside it. */
    public function test_a_half_covering_print_lets_its_shadow_through(): void
    {
        $print = Impression::filling(new Rect(0, 0, 4, 1), [65535, 32768, 0, 13107], array_fill(0, 4, 0xFF0000));
        $dab = new Dab(0, 0, 0, 0, new Shape(4, 0, 1), 1, 1, 0, shadow: 0.5, lift: 0.25);
        $cast = (new CastShadow(0.0, 0.0, 0x0000FF))->under($print, $dab);
        $at = fn (int $x): array => [$cast->ink[(0 - $cast->area->y) * $cast->area->width + $x - $cast->area->x], ($cast->colours ?? [])[(0 - $cast->area->y) * $cast->area->width + $x - $cast->area->x]];
        self::assertSame([65535, 0xFF0000], $at(0));
        // Shadow of the px to its left at half: 32767 of 65535, seen through the half that is free: 16383; red 32768 of 49151 parts.
        self::assertSame([32768 + 16383, 170 << 16 | 85], $at(1));
        self::assertSame([16384, 0x0000FF], $at(2));
        self::assertSame([13107, 0xFF0000], $at(3));
        self::assertSame([6553, 0x0000FF], $at(4));
    }

    public function test_a_tip_in_its_own_colours_keeps_them(): void
    {
        $picture = Pictures::bitmap(40, 40, fn (int $x, int $y): int => $x >= 10 && $x < 30 && $y >= 10 && $y < 30 ? ($x < 20 ? 0xE03020FF : 0x20B040FF) : 0);
        $brush = BrushSettings::read(['kind' => 'own colours', 'settings' => ['size' => ['base' => 40], 'castShadow' => ['base' => 1], 'shadowDistance' => ['base' => 0.5], 'shadowTowards' => ['base' => 90], 'shadowSoftness' => ['base' => 0]]]);
        $paper = self::painted($brush, new HalvedMipChain(Frame::fromPicture($picture, TipKind::OwnColours)));
        self::assertSame(['E03020', '20B040', '000000'], [self::hex($paper, 44, 50), self::hex($paper, 56, 50), self::hex($paper, 50, 75)]);
    }

    /** The shadow of a dab falls on those that were there before it, and is covered by those that come after. */
    public function test_dabs_lie_over_one_another_with_their_shadows(): void
    {
        $brush = BrushSettings::read(['inks' => ['main' => '#ffffff', 'second' => '#ffffff'], 'settings' => ['size' => ['base' => 40], 'castShadow' => ['base' => 1], 'shadowDistance' => ['base' => 0.5], 'shadowTowards' => ['base' => 180], 'shadowSoftness' => ['base' => 0]]]);
        $printer = new DabPrinter(self::square(), $brush);
        $buffer = $printer->buffer(new Rect(0, 0, 128, 128), null);
        foreach ([50.0, 70.0] as $i => $x) {
            $printer->paint([new Dab($i, 0, $x, 50, new Shape(40, 0, 1), 1, 1, 0xFFFFFF, shadow: 1.0, lift: 0.5)], $buffer);
        }
        // One print from 40 to 60, its shadow 20 px to the left; the next from 60 to 80, its shadow on the first.
        $bounds = new Rect(0, 0, 128, 128);
        $paper = Compositor::over(DeepBitmap::of(Bitmap::ofColour(128, 128, 0x808080FF)), $bounds, $buffer)->toBitmap();
        self::assertSame(['808080', '000000', '000000', 'FFFFFF'], [self::hex($paper, 15, 50), self::hex($paper, 30, 50), self::hex($paper, 50, 50), self::hex($paper, 70, 50)]);
    }

    public function test_without_one_nothing_changes(): void
    {
        $settings = ['size' => ['base' => 30], 'angle' => ['base' => 0, 'spread' => 40], 'driftHue' => ['base' => 40]];
        $plain = self::tapped($settings);
        self::assertSame($plain->pixels, self::tapped([...$settings, 'castShadow' => ['base' => 0], 'shadowDistance' => ['base' => 1]])->pixels);
        self::assertSame($plain->pixels, self::tapped([...$settings, 'castShadow' => ['base' => 1e-9]])->pixels);
    }

    public function test_it_says_why_it_does_nothing(): void
    {
        $trace = Strokes::line();
        $reason = fn (array $settings, string $id): ?string => Idle::reason($id, BrushSettings::read(['settings' => $settings]), $trace);
        $on = ['castShadow' => ['base' => 0.5]];
        self::assertSame('idle: set to zero', $reason([], 'shadowDistance'));
        self::assertNull($reason($on, 'shadowDistance'));
        self::assertNull($reason($on, 'shadowColour'));
        self::assertSame('idle: only what is painted casts a shadow', $reason([...$on, 'does' => ['base' => 'erases']], 'castShadow'));
        self::assertSame('idle: a band lies flat on the sheet', $reason([...$on, 'laidAs' => ['base' => 'band, repeated']], 'castShadow'));
    }

    private static function square(): HalvedMipChain
    {
        return new HalvedMipChain(new Frame(Pictures::plane(40, 40, fn (int $x, int $y): int => $x >= 10 && $x < 30 && $y >= 10 && $y < 30 ? 65535 : 0)));
    }

    /** @param  array<string, mixed>  $settings */
    private static function tapped(array $settings): Bitmap
    {
        return self::painted(BrushSettings::read(['inks' => ['main' => '#2040a0', 'second' => '#ffffff'], 'settings' => ['size' => ['base' => 40], ...$settings]]), self::square());
    }

    /** One tap in the middle of white paper, 100 × 100 px. */
    private static function painted(BrushSettings $brush, HalvedMipChain $tip): Bitmap
    {
        return Swatch::paint($tip, $brush, [new Trace([new Sample(0, 50.0, 50.0, 0.5)])], 1, 100, 100, Bitmap::ofColour(100, 100, 0xFFFFFFFF));
    }

    private static function hex(Bitmap $paper, int $x, int $y): string
    {
        return sprintf('%06X', $paper->at($x, $y) >> 8);
    }
}
