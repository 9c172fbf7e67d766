<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Colour\Oklch;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Paint\Composite\PictureBackdrop;
use Yarrowfog\Core\Paint\Dab\Impression;
use Yarrowfog\Core\Paint\Dab\Lender;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\Drift;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

final class InkTest extends TestCase
{
    public function test_erasing_what_was_painted_leaves_nothing(): void
    {
        $paint = ['size' => ['base' => 50], 'spacing' => ['base' => 0.2]];
        $painted = self::swatch($paint, [Strokes::line()]);
        self::assertGreaterThan(5000, count(array_filter($painted->pixels)));
        // A little wider and denser, so that what was soft at the edge goes too.
        $erased = self::swatch(['does' => ['base' => 'erases'], 'size' => ['base' => 70], 'spacing' => ['base' => 0.05]], [Strokes::line(40, 360)], $painted);
        self::assertSame([], array_filter($erased->pixels));
    }

    public function test_half_an_eraser_leaves_half_and_keeps_the_colour(): void
    {
        $under = Bitmap::ofColour(400, 300, 0x3366CCFF);
        $out = self::swatch(['does' => ['base' => 'erases'], 'size' => ['base' => 60], 'opacity' => ['base' => 0.5]], [Strokes::tap()], $under);
        self::assertSame(0x3366CC, $out->at(200, 150) >> 8);
        self::assertEqualsWithDelta(127.5, $out->at(200, 150) & 255, 1);
        self::assertSame(0x3366CCFF, $out->at(20, 20));
    }

    /** Random flat colours, thin and full: a smudge over one leaves every pixel as it was. */
    public function test_a_smudge_conserves_flat_colour(): void
    {
        $chance = new Randomizer(new Mt19937(8));
        for ($n = 0; $n < 6; $n++) {
            $pixel = $chance->getInt(0, 0xFFFFFF) << 8 | $chance->getInt(3, 255);
            $under = Bitmap::ofColour(400, 300, $pixel);
            $out = self::swatch(['does' => ['base' => 'smudges'], 'size' => ['base' => 40, 'spread' => 0.4], 'smudgeStrength' => ['base' => 0.7]], [Strokes::line()], $under);
            self::assertSame([$pixel], array_values(array_unique($out->pixels)));
        }
    }

    /** A tip in its own colours: red turned by a third of the circle is green, and half lent from blue it lies between. */
    public function test_own_colours_are_shifted_and_lend(): void
    {
        $red = new HalvedMipChain(Frame::fromPicture(Pictures::bitmap(40, 40, fn (int $x, int $y): int => hypot($x - 19.5, $y - 19.5) < 18 ? 0xB04030FF : 0), TipKind::OwnColours));
        $under = Pictures::bitmap(400, 300, fn (): int => 0x3050A0FF);
        $at = fn (array $settings): Oklch => Oklch::fromOklab(Oklab::fromSrgb(Srgb::fromInt(Swatch::paint($red, BrushSettings::read(['kind' => TipKind::OwnColours->value, 'settings' => ['size' => ['base' => 40], ...$settings]]), [Strokes::tap()], 1, 400, 300, $under)->at(200, 150) >> 8)));
        $plain = Oklch::fromOklab(Oklab::fromSrgb(Srgb::fromInt(0xB04030)));
        self::assertEqualsWithDelta($plain->hue, $at([])->hue, 1);
        self::assertEqualsWithDelta($plain->hue + 120, $at(['hueShift' => ['base' => 120]])->hue, 2);
        self::assertEqualsWithDelta($plain->lightness + 0.2, $at(['lightnessShift' => ['base' => 0.2]])->lightness, 0.01);
        self::assertEqualsWithDelta($plain->chroma / 2, $at(['chromaShift' => ['base' => -0.5]])->chroma, 0.005);
        self::assertEqualsWithDelta($plain->hue + 60, $at(['hueShift' => ['base' => 120, 'drives' => [['input' => 'pressure', 'from' => -60, 'to' => -60]]]])->hue, 2);
        $between = Oklab::fromSrgb(Srgb::fromInt(0xB04030))->mixedWith(Oklab::fromSrgb(Srgb::fromInt(0x3050A0)), 0.5);
        $lent = $at(['lends' => ['base' => 0.5]])->toOklab();
        self::assertLessThan(0.01, $between->differenceTo($lent));
    }

    /** 4,000 colours at once, each drifted by itself: none is off by more than rounding. */
    public function test_own_colours_drift_exactly(): void
    {
        $picture = Pictures::bitmap(64, 64, fn (int $x, int $y): int => $x === 0 ? 0xFFFFFFFF : (($x * 4) << 24 | ($y * 4) << 16 | (255 - $x - $y) << 8 | 255));
        $tip = new Impression(new Rect(0, 0, 64, 64), array_fill(0, 4096, 65535), [], [], array_map(fn (int $p): int => $p >> 8, $picture->pixels));
        foreach ([new Drift(35, 1, 0), new Drift(-8, 0.7, 0.05)] as $drift) {
            foreach ($tip->drift($drift)->colours ?? [] as $i => $colour) {
                $lch = Oklch::fromOklab(Oklab::fromSrgb(Srgb::fromInt($picture->pixels[$i] >> 8)));
                $true = (new Oklch(min(1.0, $lch->lightness + $drift->lightness), $lch->chroma * $drift->chroma, $lch->hue + $drift->hue))->toSrgb()->toInt();
                foreach ([16, 8, 0] as $shift) {
                    self::assertEqualsWithDelta($true >> $shift & 255, $colour >> $shift & 255, 1);
                }
            }
        }
    }

    /** Beyond the sheet there is nothing to carry: an opaque sheet stays opaque, wherever the pen comes from. */
    #[TestWith([5.0, 60.0, 150.0, 60.0])]
    #[TestWith([-30.0, 60.0, 60.0, 60.0])]
    #[TestWith([100.0, 125.0, 100.0, 20.0])]
    #[TestWith([195.0, 115.0, 40.0, 10.0])]
    public function test_a_smudge_carries_nothing_in_from_outside_the_sheet(float $x0, float $y0, float $x1, float $y1): void
    {
        $under = Pictures::bitmap(200, 120, fn (int $x, int $y): int => (intdiv($x, 10) + intdiv($y, 10)) % 2 === 0 ? 0xC08040FF : 0x306090FF);
        $line = new Trace(array_map(fn (int $i): Sample => new Sample($i * 10, $x0 + ($x1 - $x0) * $i / 28, $y0 + ($y1 - $y0) * $i / 28), range(0, 28)));
        foreach ([0.0, 0.1] as $fresh) {
            $out = Swatch::paint(Pictures::roundTip(), BrushSettings::read(['settings' => ['does' => ['base' => 'smudges'], 'size' => ['base' => 40], 'smudgeInk' => ['base' => $fresh]]]), [$line], 1, 200, 120, $under);
            self::assertSame([], array_filter($out->pixels, fn (int $p): bool => ($p & 255) < 255));
            self::assertGreaterThan(500, count(array_filter(array_keys($out->pixels), fn (int $i): bool => $out->pixels[$i] !== $under->pixels[$i])), 'it smudges all the same');
        }
    }

    public function test_a_smudge_carries_colour_along_and_fresh_ink_with_it(): void
    {
        $under = Pictures::bitmap(400, 300, fn (int $x): int => $x < 150 ? 0xCC2222FF : 0x2222CCFF);
        $settings = ['does' => ['base' => 'smudges'], 'size' => ['base' => 40], 'spacing' => ['base' => 0.03], 'smudgeStrength' => ['base' => 0.75]];
        $out = self::swatch($settings, [Strokes::line(100, 300)], $under);
        self::assertGreaterThan(0x40, $out->at(165, 150) >> 24);
        self::assertGreaterThan($out->at(290, 150) >> 24, $out->at(165, 150) >> 24);
        self::assertSame(0x2222CCFF, $out->at(240, 40));
        $inked = Swatch::paint(Pictures::roundTip(), BrushSettings::read(['inks' => ['main' => '#00ff00'], 'settings' => [...$settings, 'smudgeInk' => ['base' => 0.1]]]), [Strokes::line(100, 300)], 1, 400, 300, $under);
        self::assertGreaterThan(0xC0, $inked->at(250, 150) >> 16 & 255);
        $nothing = self::swatch([...$settings, 'smudgeStrength' => ['base' => 0]], [Strokes::line(100, 300)], $under);
        self::assertSame($under->pixels, $nothing->pixels);
    }

    public function test_dabs_lend_colour_from_the_sheet(): void
    {
        $under = Pictures::bitmap(400, 300, fn (int $x): int => $x < 200 ? 0xE0B020FF : 0);
        $at = fn (float $lends, float $x): int => self::swatch(['lends' => ['base' => $lends], 'size' => ['base' => 30]], [new Trace([new Sample(0, $x, 150)])], $under)->at((int) $x, 150) >> 8;
        self::assertSame(0xE0B020, $at(1.0, 100.5));
        self::assertSame(Srgb::fromHex(BrushSettings::MAIN_INK)->toInt(), $at(0.0, 100.5));
        // Nothing lies there, so nothing is lent.
        self::assertSame(Srgb::fromHex(BrushSettings::MAIN_INK)->toInt(), $at(1.0, 300.5));
        $half = Oklab::fromSrgb(Srgb::fromHex(BrushSettings::MAIN_INK))->mixedWith(Oklab::fromSrgb(Srgb::fromInt(0xE0B020)), 0.5)->toSrgb()->toInt();
        self::assertSame($half, $at(0.5, 100.5));
    }

    public function test_chroma_shift_makes_every_dab_duller(): void
    {
        $colour = fn (float $shift): Oklch => Oklch::fromOklab(Oklab::fromSrgb(Srgb::fromInt(Swatch::paint(Pictures::roundTip(), BrushSettings::read(['inks' => ['main' => '#a05030'], 'settings' => ['chromaShift' => ['base' => $shift]]]), [Strokes::tap()], 1, 400, 300)->at(200, 150) >> 8)));
        self::assertEqualsWithDelta(0.5 * $colour(0)->chroma, $colour(-0.5)->chroma, 0.004);
        self::assertEqualsWithDelta($colour(0)->lightness, $colour(-0.5)->lightness, 0.004);
        self::assertEqualsWithDelta(0, $colour(-1)->chroma, 0.004);
    }

    public function test_a_two_ink_tip_prints_darks_in_the_main_ink_and_lights_in_the_second(): void
    {
        $picture = Pictures::bitmap(60, 60, fn (int $x): int => $x < 20 ? 0x000000FF : ($x < 40 ? 0xFFFFFFFF : 0));
        $brush = BrushSettings::read(['kind' => 'two-ink', 'inks' => ['main' => '#802040', 'second' => '#e0d060'], 'settings' => ['size' => ['base' => 60]]]);
        $out = Swatch::paint(new HalvedMipChain(Frame::fromPicture($picture, TipKind::TwoInk)), $brush, [Strokes::tap()], 1, 400, 300);
        self::assertSame(0x802040FF, $out->at(180, 150));
        self::assertSame(0xE0D060FF, $out->at(200, 150));
        self::assertSame(0, $out->at(220, 150));
    }

    public function test_own_colours_drift_too(): void
    {
        $picture = Pictures::bitmap(40, 40, fn (): int => 0xB05030FF);
        $levels = new HalvedMipChain(Frame::fromPicture($picture, TipKind::OwnColours));
        $dab = fn (array $settings): int => Swatch::paint($levels, BrushSettings::read(['kind' => 'own colours', 'settings' => $settings]), [Strokes::tap()], 3, 400, 300)->at(200, 150) >> 8;
        self::assertSame(0xB05030, $dab([]));
        $before = Oklch::fromOklab(Oklab::fromSrgb(Srgb::fromInt(0xB05030)));
        $after = Oklch::fromOklab(Oklab::fromSrgb(Srgb::fromInt($dab(['driftHue' => ['base' => 120]]))));
        self::assertEqualsWithDelta($before->lightness, $after->lightness, 0.02);
        self::assertGreaterThan(5, abs($after->hue - $before->hue));
    }

    public function test_a_blend_mode_meets_what_lies_there(): void
    {
        $under = Bitmap::ofColour(400, 300, 0x80C040FF);
        $out = Swatch::paint(Pictures::roundTip(), BrushSettings::read(['inks' => ['main' => '#808080'], 'settings' => ['blendMode' => ['base' => 'multiply'], 'size' => ['base' => 40]]]), [Strokes::tap()], 1, 400, 300, $under)->at(200, 150);
        self::assertSame([0x40, 0x60, 0x20, 255], [$out >> 24, $out >> 16 & 255, $out >> 8 & 255, $out & 255]);
    }

    /** Random strokes: in *stays even* nothing rises above the opacity, whatever crosses. */
    public function test_opacity_is_never_exceeded_where_it_stays_even(): void
    {
        $chance = new Randomizer(new Mt19937(2));
        for ($n = 0; $n < 12; $n++) {
            $opacity = $chance->getInt(5, 95) / 100;
            $samples = array_map(fn (int $i): Sample => new Sample($i * 9, $chance->getInt(60, 340), $chance->getInt(60, 240), $chance->getInt(0, 100) / 100), range(0, 9));
            $settings = ['size' => ['base' => $chance->getInt(4, 60), 'spread' => $n % 2 * 0.5], 'flow' => ['base' => $chance->getInt(10, 100) / 100], 'opacity' => ['base' => $opacity], 'driftHue' => ['base' => $n % 3 * 20], 'spacing' => ['base' => 0.1]];
            self::assertLessThanOrEqual((int) round($opacity * 65535), max(Strokes::coverage(Strokes::paint($settings, new Trace($samples), roll: $n))));
        }
    }

    public function test_mirrored_twice_is_not_mirrored(): void
    {
        $tip = new HalvedMipChain(new Frame(Pictures::plane(40, 30, fn (int $x, int $y): int => $x * 1500 + $y * 100)));
        $flipped = new HalvedMipChain(new Frame(Pictures::plane(40, 30, fn (int $x, int $y): int => (39 - $x) * 1500 + (29 - $y) * 100)));
        $print = fn (HalvedMipChain $levels, string $mirror, float $angle = 0): array => Strokes::coverage(Strokes::paint(['size' => ['base' => 40], 'angle' => ['base' => $angle], 'mirrorAcross' => ['base' => $mirror], 'mirrorDown' => ['base' => $mirror]], Strokes::tap(), $levels));
        $apart = fn (array $a, array $b): int => max(array_map(fn (int $x, int $y): int => abs($x - $y), $a, $b));
        self::assertLessThan(400, $apart($print($tip, 'never'), $print($flipped, 'always')));
        // Both mirrors together are half a turn.
        self::assertLessThan(900, $apart($print($tip, 'always'), $print($tip, 'never', 180)));
        self::assertGreaterThan(9000, $apart($print($tip, 'always'), $print($tip, 'never')));
    }

    /**
     * @param  array<string, mixed>  $settings
     * @param  list<Trace>  $traces
     */
    private static function swatch(array $settings, array $traces, ?Bitmap $on = null): Bitmap
    {
        return Swatch::paint(Pictures::roundTip(), BrushSettings::read(['settings' => $settings]), $traces, 1, 400, 300, $on);
    }

    /** Thin paint lends little: at half its alpha, half of what full paint lends. */
    public function test_lending_counts_the_alpha_of_what_lies_there(): void
    {
        $from = Oklab::fromSrgb(Srgb::fromHex('#c02020'));
        $to = Oklab::fromSrgb(Srgb::fromHex('#2040c0'));
        foreach ([255 => 0.8, 128 => 0.8 * 128 / 255, 0 => 0.0] as $alpha => $share) {
            $lender = new Lender(new PictureBackdrop(DeepBitmap::of(Pictures::bitmap(128, 128, fn (): int => 0x2040C000 | $alpha))));
            $dab = $lender->lend(new Dab(0, 0, 40.5, 60.5, new Shape(10, 0, 1), 1, 1, 0xC02020, lends: 0.8));
            self::assertSame($from->mixedWith($to, $share)->toSrgb()->toHex(), sprintf('#%06x', $dab->colour));
            self::assertSame($alpha === 0 ? 0.0 : $share, $dab->drift->lends);
        }
    }

    /** Opaque paint carried onto nothing: the alpha is the strength, rounded to the nearest. */
    #[TestWith([0.45, 115])]
    #[TestWith([0.55, 140])]
    #[TestWith([0.69, 176])]
    public function test_smudged_alpha_is_rounded(float $strength, int $alpha): void
    {
        $under = Pictures::bitmap(400, 300, fn (int $x): int => $x < 150 ? 0xC08040FF : 0);
        $brush = BrushSettings::read(['settings' => ['does' => ['base' => 'smudges'], 'size' => ['base' => 60], 'spacing' => ['base' => 1.6], 'smudgeStrength' => ['base' => $strength]]]);
        $out = Swatch::paint(Pictures::roundTip(), $brush, [new Trace([new Sample(0, 100.5, 150.5), new Sample(50, 148.5, 150.5), new Sample(100, 196.5, 150.5)])], 1, 400, 300, $under);
        // The second dab stands 96 px on, all of it beyond the edge, and carries what lay under the first.
        self::assertSame($alpha, $out->at(196, 150) & 255);
        self::assertSame(0xC08040, $out->at(196, 150) >> 8);
    }
}
