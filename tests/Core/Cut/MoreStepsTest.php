<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Curve;
use Yarrowfog\Core\Cut\Choice\AreaShape;
use Yarrowfog\Core\Cut\Choice\FadeCurve;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Placement;
use Yarrowfog\Core\Cut\Replay;
use Yarrowfog\Core\Cut\StepCatalogue;
use Yarrowfog\Core\Cut\Steps\Cells;
use Yarrowfog\Core\Cut\Steps\ClearColour;
use Yarrowfog\Core\Cut\Steps\Crop;
use Yarrowfog\Core\Cut\Steps\DragBlur;
use Yarrowfog\Core\Cut\Steps\FadeEdge;
use Yarrowfog\Core\Cut\Steps\FillHoles;
use Yarrowfog\Core\Cut\Steps\FlattenLight;
use Yarrowfog\Core\Cut\Steps\Flip;
use Yarrowfog\Core\Cut\Steps\Grain;
use Yarrowfog\Core\Cut\Steps\GreyMix;
use Yarrowfog\Core\Cut\Steps\HandMask;
use Yarrowfog\Core\Cut\Steps\InkGain;
use Yarrowfog\Core\Cut\Steps\KeepArea;
use Yarrowfog\Core\Cut\Steps\LiftBacking;
use Yarrowfog\Core\Cut\Steps\OutlineEdge;
use Yarrowfog\Core\Cut\Steps\RoughEdge;
use Yarrowfog\Core\Cut\Steps\Shadow;
use Yarrowfog\Core\Cut\Steps\Specks;
use Yarrowfog\Core\Cut\Steps\Threshold;
use Yarrowfog\Core\Cut\Steps\Tiles;
use Yarrowfog\Core\Cut\Steps\Turn;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

final class MoreStepsTest extends TestCase
{
    private const INK = 0x000000FF;

    public function test_crop_keeps_what_lies_between_its_edges(): void
    {
        $in = Pictures::bitmap(10, 10, fn (int $x, int $y): int => $x << 24 | $y << 16 | 255);
        $out = (new Crop(0.2, 0.1, 0.3, 0.5))->apply($in, TipKind::InkMask);
        self::assertSame([5, 4], [$out->width, $out->height]);
        self::assertSame(2 << 24 | 1 << 16 | 255, $out->at(0, 0));
    }

    public function test_a_crop_that_leaves_nothing_is_refused_with_what_to_do(): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage('Move its edges apart');
        CutList::read(['steps' => [['step' => 'crop', 'numbers' => ['left' => 0.6, 'right' => 0.6]]]])->replay(Bitmap::ofColour(10, 10));
    }

    public function test_a_quarter_turn_is_exact_and_four_are_nothing(): void
    {
        $in = Pictures::bitmap(5, 3, fn (int $x, int $y): int => (10 * $x + $y) << 24 | 255);
        $once = (new Turn(90))->apply($in, TipKind::InkMask);
        self::assertSame([3, 5], [$once->width, $once->height]);
        // Clockwise: the bottom left goes to the top left.
        self::assertSame($in->at(0, 2), $once->at(0, 0));
        self::assertSame($in->at(4, 0), $once->at(2, 4));
        $turn = new Turn(90);
        self::assertSame($in->pixels, $turn->apply($turn->apply($turn->apply($once, TipKind::InkMask), TipKind::InkMask), TipKind::InkMask)->pixels);
    }

    public function test_turning_keeps_the_ink_and_loses_no_corner(): void
    {
        $in = Bitmap::ofColour(40, 20, self::INK);
        $out = (new Turn(33))->apply($in, TipKind::InkMask);
        self::assertEqualsWithDelta(1.0, InkRule::plane($out, TipKind::InkMask)->total() / (65535 * 800), 0.005);
    }

    public function test_flipping_twice_is_nothing(): void
    {
        $in = Pictures::bitmap(7, 4, fn (int $x, int $y): int => (20 * $x + $y) << 24 | 255);
        foreach ([[true, false], [false, true], [true, true]] as [$across, $down]) {
            $flip = new Flip($across, $down);
            $once = $flip->apply($in, TipKind::InkMask);
            self::assertSame($in->at($across ? 6 : 0, $down ? 3 : 0), $once->at(0, 0));
            self::assertSame($in->pixels, $flip->apply($once, TipKind::InkMask)->pixels);
        }
    }

    /** A place of the source must be found again after any mixture of crops, turns, flips and scales. */
    public function test_placements_follow_a_mark_through_every_frame_step(): void
    {
        $in = Pictures::bitmap(120, 80, fn (int $x, int $y): int => abs($x - 80) < 3 && abs($y - 30) < 3 ? self::INK : 0);
        $list = CutList::read(['steps' => [
            ['step' => 'crop', 'numbers' => ['left' => 0.25]],
            ['step' => 'turn', 'numbers' => ['angle' => 31]],
            ['step' => 'flip'],
            ['step' => 'shadow', 'numbers' => ['dx' => 30, 'dy' => 10, 'opacity' => 0]],
            ['step' => 'scale', 'numbers' => ['side' => 300]],
        ]]);
        $replay = Replay::of($list, $in);
        $sumX = $sumY = $sum = 0.0;
        foreach (InkRule::plane($replay->picture, TipKind::InkMask)->values as $i => $ink) {
            $sum += $ink;
            $sumX += $ink * ($i % $replay->picture->width + 0.5);
            $sumY += $ink * (intdiv($i, $replay->picture->width) + 0.5);
        }
        $p = $replay->placement;
        $map = $p->map;
        self::assertEqualsWithDelta($map->a * 80.5 + $map->c * 30.5 + $map->e, $sumX / $sum, 0.2);
        self::assertEqualsWithDelta($map->b * 80.5 + $map->d * 30.5 + $map->f, $sumY / $sum, 0.2);
        // From the source, and from what each step was given, to the end and back.
        self::assertCount(5, $replay->inputs);
        $whole = Placement::whole($in);
        foreach ($replay->inputs as $input) {
            [$x, $y] = $whole->placeOn($input, 80.5, 30.5);
            self::assertEqualsWithDelta([$sumX / $sum, $sumY / $sum], $input->placeOn($p, $x, $y), 0.2);
            self::assertEqualsWithDelta([80.5, 30.5], $input->placeOn($whole, $x, $y), 1e-6);
        }
    }

    public function test_flatten_light_makes_paper_even_and_keeps_the_mark(): void
    {
        $in = Pictures::bitmap(200, 150, function (int $x, int $y): int {
            $light = 0.5 + 0.5 * $x / 200;

            return Pictures::grey((int) (240 * $light * (abs($x - 100) < 12 && $y > 40 && $y < 100 ? 0.25 : 1)));
        });
        $out = (new FlattenLight(40, false))->apply($in, TipKind::InkMask);
        $grey = fn (int $x, int $y): int => $out->at($x, $y) >> 24;
        foreach ([[12, 10], [60, 75], [150, 140], [190, 20]] as [$x, $y]) {
            self::assertEqualsWithDelta(240, $grey($x, $y), 10, "paper at {$x}, {$y}");
        }
        self::assertEqualsWithDelta(60, $grey(100, 70), 12, 'the mark');
    }

    public function test_specks_go_and_holes_are_filled_by_their_area(): void
    {
        $in = Pictures::bitmap(40, 30, fn (int $x, int $y): int => ($x >= 10 && $x < 30 && $y >= 10 && $y < 25 && ! ($x >= 15 && $x < 18 && $y >= 15 && $y < 18)) || ($x < 3 && $y < 3) || ($x >= 35 && $x < 39 && $y < 4) ? self::INK : 0);
        $out = (new Specks(10, 10))->apply($in, TipKind::InkMask);
        self::assertSame(0, $out->at(1, 1), 'an island of 9 px² goes');
        self::assertSame(self::INK, $out->at(36, 1), 'one of 16 px² stays');
        self::assertSame(self::INK, $out->at(16, 16), 'a hole of 9 px² is filled');
        self::assertSame(0, $out->at(5, 28), 'the ground is no hole');
        self::assertSame(0, (new Specks(0, 9))->apply($in, TipKind::InkMask)->at(16, 16), 'a hole as large as the limit stays');
    }

    public function test_keep_area_keeps_a_box_an_oval_and_a_free_outline(): void
    {
        $in = Bitmap::ofColour(100, 60, self::INK);
        $ink = fn (KeepArea $step): float => InkRule::plane($step->apply($in, TipKind::InkMask), TipKind::InkMask)->total() / 65535;
        self::assertEqualsWithDelta(60 * 30, $ink(new KeepArea(AreaShape::Box, [[0.2, 0.25], [0.8, 0.75]], 0)), 1);
        self::assertEqualsWithDelta(M_PI * 30 * 15, $ink(new KeepArea(AreaShape::Oval, [[0.2, 0.25], [0.8, 0.75]], 0)), 6);
        self::assertEqualsWithDelta(50 * 60 / 2, $ink(new KeepArea(AreaShape::Free, [[0, 0], [1, 0], [0.5, 0.5]], 0)), 10);
        self::assertEqualsWithDelta(60 * 30, $ink(new KeepArea(AreaShape::Box, [[0.2, 0.25], [0.8, 0.75]], 6)), 20, 'a feather keeps the ink');
    }

    public function test_the_hand_hides_and_shows_again(): void
    {
        $in = Bitmap::ofColour(200, 100, self::INK);
        $stroke = fn (bool $shows, float $to): array => ['shows' => $shows, 'size' => 0.2, 'softness' => 0.1, 'samples' => array_map(fn (int $i): array => [$i * 10, 0.2 + ($to - 0.2) * $i / 20, 0.5, 1], range(0, 20))];
        $cut = fn (array $strokes): Bitmap => CutList::read(['steps' => [['step' => 'hand-mask', 'numbers' => ['strokes' => $strokes]]]])->replay($in);
        $hidden = $cut([$stroke(false, 0.8)]);
        self::assertSame(0, $hidden->at(100, 50));
        self::assertSame(self::INK, $hidden->at(100, 5));
        $shown = $cut([$stroke(false, 0.8), $stroke(true, 0.5)]);
        self::assertSame(self::INK, $shown->at(70, 50));
        self::assertSame(0, $shown->at(150, 50));
        self::assertSame($in, (new HandMask([]))->apply($in, TipKind::InkMask));
    }

    /** The edge colours of a cut-out over a known colour come back within 3/255 on average, and no halo is left on black. */
    public function test_lift_backing_recovers_edge_colours(): void
    {
        foreach ([new Srgb(255, 255, 255), new Srgb(90, 200, 140), new Srgb(20, 20, 20)] as $backing) {
            $true = [180, 60, 30];
            $in = Pictures::bitmap(80, 80, function (int $x, int $y) use ($backing, $true): int {
                $alpha = (int) round(255 * max(0.0, min(1.0, (30 - hypot($x - 40, $y - 40)) / 6)));
                $mix = fn (int $c, int $b): int => (int) round(($c * $alpha + $b * (255 - $alpha)) / 255);

                return $alpha === 0 ? 0 : $mix($true[0], $backing->red) << 24 | $mix($true[1], $backing->green) << 16 | $mix($true[2], $backing->blue) << 8 | $alpha;
            });
            $out = (new LiftBacking($backing))->apply($in, TipKind::OwnColours);
            $off = $count = $halo = 0;
            foreach ($out->pixels as $p) {
                $alpha = $p & 255;
                if ($alpha > 0 && $alpha < 255) {
                    $off += abs(($p >> 24) - $true[0]) + abs(($p >> 16 & 255) - $true[1]) + abs(($p >> 8 & 255) - $true[2]);
                    $count += 3;
                    // Laid on black, an edge pixel must not be brighter than its share of the true colour.
                    $halo = max($halo, (($p >> 24) - $true[0]) * $alpha / 255, (($p >> 16 & 255) - $true[1]) * $alpha / 255, (($p >> 8 & 255) - $true[2]) * $alpha / 255);
                }
            }
            self::assertGreaterThan(300, $count);
            self::assertLessThan(3.0, $off / $count);
            self::assertLessThan(2.0, $halo);
            $measured = LiftBacking::measureBacking($in) ?? new Srgb(0, 0, 0);
            self::assertEqualsWithDelta($backing->green, $measured->green, 3, 'measured at the edge');
        }
        $full = Bitmap::ofColour(3, 3, 0x12345678 | 255);
        self::assertSame($full->pixels, (new LiftBacking(new Srgb(0, 0, 0)))->apply($full, TipKind::OwnColours)->pixels, 'where alpha is full nothing changes');
    }

    public function test_fade_edge_ends_in_nothing_and_leaves_the_rest(): void
    {
        $in = Bitmap::ofColour(50, 20, self::INK);
        $out = (new FadeEdge(0, 0, 20, 0, FadeCurve::Even))->apply($in, TipKind::InkMask);
        self::assertSame(0, $out->at(49, 10));
        self::assertEqualsWithDelta(127, $out->at(39, 10) & 255, 8);
        self::assertSame(self::INK, $out->at(29, 10));
        self::assertSame(self::INK, $out->at(0, 0));
    }

    public function test_grey_mix_weighs_families_and_leaves_greys(): void
    {
        $luma = new GreyMix([0.2126, 0.9278, 0.7152, 0.7874, 0.0722, 0.2848]);
        $in = new Bitmap(4, 1, [0xC08040FF, 0x20A0E0FF, 0x777777FF, 0x10F030FF]);
        foreach ($luma->apply($in, TipKind::InkMask)->pixels as $i => $p) {
            self::assertEqualsWithDelta(InkRule::luma($in->pixels[$i]) / 257, $p >> 24, 1.0);
        }
        // Reds black, blues white.
        $out = (new GreyMix([0, 0.5, 0.5, 0.5, 1, 0.5]))->apply(new Bitmap(3, 1, [0xFF0000FF, 0x0000FFFF, 0x404040FF]), TipKind::InkMask);
        self::assertSame([0, 255, 0x40], array_map(fn (int $p): int => $p >> 24, $out->pixels));
    }

    public function test_otsu_parts_two_heaps_of_greys(): void
    {
        $in = Pictures::bitmap(20, 20, fn (int $x, int $y): int => Pictures::grey($x < 8 ? 40 + ($x + $y) % 20 : 180 + ($x * $y) % 30));
        self::assertThat(Threshold::findLevel($in), self::logicalAnd(self::greaterThan(59), self::lessThan(181)));
        $out = (new Threshold(null, 0))->apply($in, TipKind::InkMask);
        self::assertSame(self::INK, $out->at(3, 3));
        self::assertSame(0, $out->at(15, 3));
    }

    public function test_ink_gain_follows_its_curve(): void
    {
        $out = (new InkGain(new Curve([[0.0, 0.0], [0.5, 1.0], [1.0, 1.0]])))->apply(new Bitmap(2, 1, [Pictures::grey(128), Pictures::grey(255)]), TipKind::InkMask);
        self::assertGreaterThan(250, $out->at(0, 0) & 255);
        self::assertSame(0, $out->at(1, 0) & 255);
    }

    public function test_drag_blur_spreads_ink_along_its_direction_only(): void
    {
        $in = Pictures::bitmap(61, 61, fn (int $x, int $y): int => abs($x - 30) < 2 && abs($y - 30) < 2 ? self::INK : 0);
        foreach ([0, 30, 90, -60] as $angle) {
            $ink = InkRule::plane((new DragBlur($angle, 21))->apply($in, TipKind::InkMask), TipKind::InkMask);
            self::assertEqualsWithDelta(1.0, $ink->total() / (9 * 65535), 0.04, "ink at {$angle}°");
            $along = [cos(deg2rad($angle)), sin(deg2rad($angle))];
            foreach ($ink->values as $i => $v) {
                $across = abs(-$along[1] * ($i % 61 - 30) + $along[0] * (intdiv($i, 61) - 30));
                self::assertTrue($v < 400 || $across < 3.2, "nothing off the line at {$angle}°");
            }
        }
    }

    public function test_tiles_are_even_and_keep_the_ink(): void
    {
        $in = Pictures::bitmap(40, 40, fn (int $x, int $y): int => Pictures::grey(($x * 6 + $y) % 256));
        $out = (new Tiles(8))->apply($in, TipKind::InkMask);
        self::assertSame($out->at(0, 0), $out->at(7, 7));
        self::assertNotSame($out->at(7, 0), $out->at(8, 0));
        self::assertEqualsWithDelta(1.0, InkRule::plane($out, TipKind::InkMask)->total() / InkRule::plane($in, TipKind::InkMask)->total(), 0.01);
    }

    public function test_cells_follow_their_roll_and_part_by_a_gap(): void
    {
        $in = Bitmap::ofColour(120, 90, self::INK);
        $ink = fn (float $gap, int $roll): array => (new Cells(8, $gap, $roll))->apply($in, TipKind::InkMask)->pixels;
        self::assertSame($ink(3, 1), $ink(3, 1));
        self::assertNotSame($ink(3, 1), $ink(3, 2));
        self::assertSame($in->pixels, $ink(0, 1));
        $empty = count(array_filter($ink(3, 1), fn (int $p): bool => ($p & 255) < 128));
        // Cells of 15 px have borders of about 2 / 15 px per px²; a gap of 3 px takes some 35 %.
        self::assertEqualsWithDelta(0.35, $empty / (120 * 90), 0.1);
    }

    public function test_grain_and_rough_edge_take_ink_and_never_add_any(): void
    {
        $in = Pictures::bitmap(80, 80, fn (int $x, int $y): int => hypot($x - 40, $y - 40) < 30 ? self::INK : 0);
        foreach ([new Grain(0.5, 4, 1), new RoughEdge(6, 5, 1)] as $step) {
            $out = $step->apply($in, TipKind::InkMask);
            $share = InkRule::plane($out, TipKind::InkMask)->total() / InkRule::plane($in, TipKind::InkMask)->total();
            self::assertThat($share, self::logicalAnd(self::greaterThan(0.5), self::lessThan(0.97)));
            foreach ($out->pixels as $i => $p) {
                self::assertLessThanOrEqual($in->pixels[$i] & 255, $p & 255);
            }
        }
        self::assertSame(self::INK, (new RoughEdge(6, 5, 1))->apply($in, TipKind::InkMask)->at(40, 40), 'the inside stays');
    }

    public function test_an_outline_has_its_width_and_a_shadow_its_place(): void
    {
        $in = Pictures::bitmap(60, 60, fn (int $x, int $y): int => $x >= 20 && $x < 40 && $y >= 20 && $y < 40 ? 0xFFFFFFFF : 0);
        $line = (new OutlineEdge(5, new Srgb(0, 0, 0)))->apply($in, TipKind::OwnColours);
        self::assertSame(self::INK, $line->at(15, 30));
        self::assertSame(0, $line->at(13, 30) & 255);
        self::assertSame(0xFFFFFFFF, $line->at(20, 30));
        $shadow = (new Shadow(7, 4, 0, 0.5, new Srgb(0, 0, 0)))->apply($in, TipKind::OwnColours);
        self::assertEqualsWithDelta(127, $shadow->at(46, 43) & 255, 1);
        self::assertSame(0, $shadow->at(47, 43) & 255);
        self::assertSame(0xFFFFFFFF, $shadow->at(30, 30));
    }

    public function test_what_spreads_beyond_the_picture_is_given_room(): void
    {
        $replay = Replay::of(CutList::read(['steps' => [['step' => 'outline', 'numbers' => ['width' => 5]]]]), Bitmap::ofColour(20, 10, self::INK));
        self::assertSame([32, 22], [$replay->picture->width, $replay->picture->height]);
        self::assertSame(6.0, $replay->placement->map->e);
    }

    /** A quarter of the size, and a quarter of every length: the preview shows what the full size becomes. */
    #[DataProvider('steps')]
    public function test_preview_and_full_size_agree(string $step): void
    {
        // Soft, so that what differs is the step and not the sampling.
        $draw = fn (int $scale): Bitmap => Pictures::bitmap(240 * $scale, 160 * $scale, function (int $x, int $y) use ($scale): int {
            $d = hypot($x / $scale - 120, ($y / $scale - 80) * 1.4);
            $ink = max(0.0, min(1.0, (60 - $d) / 8 + 0.2 * sin($d / 6)));

            return (int) (235 - 200 * $ink) << 24 | (int) (230 - 170 * $ink) << 16 | (int) (220 - 210 * $ink) << 8 | 255;
        });
        $numbers = ['hand-mask' => ['strokes' => [['size' => 0.2, 'softness' => 0.5, 'samples' => [[0, 0.3, 0.3], [100, 0.6, 0.6]]]]], 'turn' => ['angle' => 20], 'fade-edge' => ['left' => 200], 'grain' => ['size' => 24], 'rough-edge' => ['reach' => 40, 'size' => 40], 'cells' => ['count' => 6, 'border' => 12], 'tiles' => ['side' => 80]];
        $list = CutList::read(['kind' => 'own colours', 'steps' => [...in_array($step, ['rough-edge', 'outline', 'outer-glow', 'inner-glow', 'shadow', 'specks', 'trim', 'centre'], true) ? [['step' => 'clear-paper', 'numbers' => ['whitePoint' => 225]]] : [], ['step' => $step, 'numbers' => $numbers[$step] ?? []]]]);
        $full = $list->replay($draw(4));
        $small = $list->replay($draw(1), 0.25);
        self::assertEqualsWithDelta($full->width / 4, $small->width, 3.2);
        self::assertEqualsWithDelta($full->height / 4, $small->height, 3.2);
        $off = $count = 0;
        for ($y = 4; $y < $small->height - 4; $y += 3) {
            for ($x = 4; $x < $small->width - 4; $x += 3) {
                $a = $small->at($x, $y);
                $b = $full->at((int) min($full->width - 1, ($x + 0.5) * $full->width / $small->width), (int) min($full->height - 1, ($y + 0.5) * $full->height / $small->height));
                $off += abs(($a & 255) - ($b & 255)) + abs(($a >> 16 & 255) * ($a & 255) - ($b >> 16 & 255) * ($b & 255)) / 255;
                $count += 2;
            }
        }
        self::assertLessThan(6.0, $off / $count, 'mean difference, of 255');
    }

    /** @return iterable<string, array{string}> */
    public static function steps(): iterable
    {
        foreach (StepCatalogue::ids() as $id) {
            yield $id => [$id];
        }
    }

    /** A triangle of 3 px lines, 400 px high: 70,000 px of paper inside it become ink; what is open to the edge stays. */
    public function test_an_outline_is_filled_however_large(): void
    {
        $toLine = fn (float $x, float $y, array $a, array $b): float => abs(($b[0] - $a[0]) * ($a[1] - $y) - ($a[0] - $x) * ($b[1] - $a[1])) / hypot($b[0] - $a[0], $b[1] - $a[1]);
        $corners = [[210.0, 30.0], [390.0, 400.0], [30.0, 400.0]];
        $inside = function (float $x, float $y, float $by) use ($corners): bool {
            foreach ([0, 1, 2] as $i) {
                [$a, $b] = [$corners[$i], $corners[($i + 1) % 3]];
                if ((($b[0] - $a[0]) * ($y - $a[1]) - ($b[1] - $a[1]) * ($x - $a[0])) / hypot($b[0] - $a[0], $b[1] - $a[1]) < $by) {
                    return false;
                }
            }

            return true;
        };
        $line = function (int $x, int $y) use ($inside, $toLine, $corners): int {
            $near = min(array_map(fn (int $i): float => $toLine($x + 0.5, $y + 0.5, $corners[$i], $corners[($i + 1) % 3]), [0, 1, 2]));

            return $inside($x + 0.5, $y + 0.5, -2.0) ? Pictures::grey((int) round(255 * max(0.0, min(1.0, $near - 1.0)))) : 0xFFFFFFFF;
        };
        $drawn = Pictures::bitmap(420, 420, $line);
        $filled = (new FillHoles(Srgb::fromHex('#000000')))->apply($drawn, TipKind::InkMask);
        for ($y = 0; $y < 420; $y += 3) {
            for ($x = 0; $x < 420; $x++) {
                if ($inside($x + 0.5, $y + 0.5, 0.0)) {
                    self::assertSame(255, InkRule::of($filled->at($x, $y), TipKind::InkMask) / 257, "inside at {$x}, {$y}");
                } else {
                    self::assertSame($drawn->at($x, $y), $filled->at($x, $y), "the line's own outer edge at {$x}, {$y}");
                }
            }
        }
        // Opened at one corner it is no hole.
        $open = Pictures::bitmap(420, 420, fn (int $x, int $y): int => $y < 80 ? 0xFFFFFFFF : $line($x, $y));
        self::assertSame($open->pixels, (new FillHoles(Srgb::fromHex('#000000')))->apply($open, TipKind::InkMask)->pixels);
        // In its own colours a ring takes the colour that was chosen.
        $ring = Pictures::bitmap(60, 60, fn (int $x, int $y): int => abs(hypot($x - 29.5, $y - 29.5) - 20) < 3 ? 0x306040FF : 0);
        self::assertSame(0xC08040FF, (new FillHoles(Srgb::fromHex('#c08040')))->apply($ring, TipKind::OwnColours)->at(30, 30));
    }

    /** The soft inner edge of a line goes the same way to all sides, and never round the edge of the picture to its other side. */
    public function test_the_fill_follows_a_soft_edge_to_every_side_and_stays_on_its_side_of_the_picture(): void
    {
        $fill = new FillHoles(Srgb::fromHex('#c08040'));
        $ring = Pictures::bitmap(41, 41, fn (int $x, int $y): int => 0x30604000 | (int) round(255 * max(0.0, min(1.0, 1 - (abs(hypot($x - 20, $y - 20) - 12) - 1) / 5))));
        $filled = $fill->apply($ring, TipKind::OwnColours);
        $reach = array_map(fn (int $dx, int $dy): int => array_sum(array_map(fn (int $k): int => $filled->at(20 + $k * $dx, 20 + $k * $dy) === 0xC08040FF ? 1 : 0, range(1, 19))), [1, -1, 0, 0], [0, 0, 1, -1]);
        self::assertSame(1, count(array_unique($reach)), implode(', ', $reach));
        // As far as ink grows, and no px of the line's own middle more.
        self::assertSame(11, $reach[0]);
        // A frame whose left side is grey, and ink at the right edge of the picture.
        $frame = Pictures::bitmap(12, 9, fn (int $x, int $y): int => $x === 11 ? 0x306040FF : ($x === 0 || ($x < 6 && ($y < 2 || $y > 6)) || $x === 5 ? 0x306040A0 : 0));
        $filled = $fill->apply($frame, TipKind::OwnColours);
        self::assertSame(0xC08040FF, $filled->at(3, 4));
        self::assertSame(array_fill(0, 9, 0x306040FF), array_map(fn (int $y): int => $filled->at(11, $y), range(0, 8)));
    }

    /** From 1 % to 99 %, across the edge of a box and of a cleared colour. */
    #[TestWith([4.0])]
    #[TestWith([8.0])]
    #[TestWith([20.0])]
    public function test_an_edge_fades_over_as_many_px_as_it_says(float $px): void
    {
        $picture = Pictures::bitmap(120, 40, fn (int $x): int => $x < 60 ? 0x20C040FF : 0x101010FF);
        $kept = (new KeepArea(AreaShape::Box, [[0.5, -1], [2, 2]], $px))->apply($picture, TipKind::InkMask);
        $cleared = (new ClearColour([[0.1, 0.5]], 0.1, false, 0, $px))->apply($picture, TipKind::InkMask);
        foreach ([$kept, $cleared] as $cut) {
            $alpha = array_map(fn (int $x): float => ($cut->at($x, 20) & 255) / 255, range(0, 119));
            $at = function (float $level) use ($alpha): float {
                for ($x = 1; $x < 120; $x++) {
                    if ($alpha[$x] >= $level) {
                        return $x - ($alpha[$x] - $level) / max(1e-9, $alpha[$x] - $alpha[$x - 1]);
                    }
                }

                return 120.0;
            };
            self::assertEqualsWithDelta($px, $at(0.99) - $at(0.01), 0.8);
        }
    }

    /** Paper that trembles by 3 in every channel: the very pixel pointed at is cleared, even at no tolerance. */
    public function test_the_pixel_pointed_at_is_cleared_at_any_tolerance(): void
    {
        $picture = Pictures::bitmap(40, 40, fn (int $x, int $y): int => (230 + ($x * 7 + $y * 13) % 4) << 24 | (220 + ($x * 5 + $y * 3) % 4) << 16 | (200 + ($x + $y * 11) % 4) << 8 | 255);
        foreach ([0.0, 0.002, 0.01] as $tolerance) {
            foreach ([[3, 5], [20, 20], [39, 0]] as [$x, $y]) {
                $cut = (new ClearColour([[($x + 0.5) / 40, ($y + 0.5) / 40]], $tolerance, false, 0, 0))->apply($picture, TipKind::InkMask);
                self::assertSame(0, $cut->at($x, $y) & 255, "{$x}, {$y} at {$tolerance}");
            }
        }
    }

    /** A glow and a shadow have all the room they need: the outermost pixels are next to nothing. */
    public function test_glow_and_shadow_are_not_cut_off(): void
    {
        $disc = Pictures::bitmap(60, 60, fn (int $x, int $y): int => 0x000000FF);
        foreach ([
            ['outer-glow', ['radius' => 16, 'strength' => 1]],
            ['outer-glow', ['radius' => 40, 'strength' => 1]],
            ['shadow', ['dx' => 0, 'dy' => 0, 'blur' => 12, 'opacity' => 1]],
            ['shadow', ['dx' => 15, 'dy' => -9, 'blur' => 20, 'opacity' => 1]],
        ] as [$step, $numbers]) {
            $cut = Replay::of(CutList::read(['kind' => TipKind::OwnColours->value, 'steps' => [['step' => $step, 'numbers' => $numbers]]]), $disc)->picture;
            for ($i = 0; $i < $cut->width; $i++) {
                self::assertLessThanOrEqual(1, max($cut->at($i, 0) & 255, $cut->at($i, $cut->height - 1) & 255), $step);
            }
            for ($i = 0; $i < $cut->height; $i++) {
                self::assertLessThanOrEqual(1, max($cut->at(0, $i) & 255, $cut->at($cut->width - 1, $i) & 255), $step);
            }
        }
    }

    /** @return array<string, array{array{int, int, int}, array{int, int, int}, float}> ink, backing, spread of the edge in px */
    public static function edges(): array
    {
        $inks = ['black' => [0, 0, 0], 'red' => [180, 40, 30], 'blue' => [40, 60, 160], 'leaf' => [47, 107, 47], 'pale yellow' => [240, 225, 130]];
        $backings = ['white' => [255, 255, 255], 'paper' => [244, 236, 216], 'grey' => [140, 140, 150]];
        $all = [];
        foreach ($inks as $ink => $f) {
            foreach ($backings as $backing => $b) {
                // Pale yellow on paper is no edge that a tolerance could find.
                if ($ink !== 'pale yellow' || $backing === 'grey') {
                    foreach ([0.5, 2.0, 4.0] as $sigma) {
                        $all["{$ink} on {$backing}, {$sigma}"] = [$f, $b, $sigma];
                    }
                }
            }
        }

        return $all;
    }

    /** Large pictures are gone through part by part; an edge comes out as it does in a small one. */
    public function test_edges_are_the_same_wherever_they_lie_in_a_large_picture(): void
    {
        $steps = CutList::read(['kind' => 'own colours', 'steps' => [['step' => 'clear-colour', 'numbers' => ['places' => [[0.01, 0.01]]]], ['step' => 'lift-backing']]]);
        $disc = fn (int $x, int $y): int => self::over([40, 90, 60], [244, 236, 216], max(0.0, min(1.0, (60.0 - hypot($x - 80, $y - 80)) / 4)));
        $alone = Replay::of($steps, Pictures::bitmap(160, 160, $disc))->picture;
        // Across the borders of parts, and inside one.
        $places = [[180, 190], [420, 30], [30, 300]];
        $large = Pictures::bitmap(640, 480, function (int $x, int $y) use ($places, $disc): int {
            foreach ($places as [$left, $top]) {
                if ($x >= $left && $x < $left + 160 && $y >= $top && $y < $top + 160) {
                    return $disc($x - $left, $y - $top);
                }
            }

            return 0xF4ECD8FF;
        });
        $cut = Replay::of($steps, $large)->picture;
        $soft = 0;
        foreach ($places as [$left, $top]) {
            foreach ($alone->pixels as $i => $p) {
                $q = $cut->at($left + $i % 160, $top + intdiv($i, 160));
                $soft += ($p & 255) > 0 && ($p & 255) < 255 ? 1 : 0;
                self::assertEqualsWithDelta($p & 255, $q & 255, 3);
                foreach (($p & 255) > 40 ? [24, 16, 8] : [] as $shift) {
                    self::assertEqualsWithDelta($p >> $shift & 255, $q >> $shift & 255, 8);
                }
            }
        }
        self::assertGreaterThan(3000, $soft);
    }

    /**
     * A leaf in one colour, opaque on its backing, its edge sharp or blurred: cleared and lifted it is what it was before it lay there.
     *
     * @param  array{int, int, int}  $ink
     * @param  array{int, int, int}  $backing
     */
    #[DataProvider('edges')]
    public function test_no_halo_is_left_of_an_opaque_picture(array $ink, array $backing, float $sigma): void
    {
        $leaf = Pictures::plane(160, 160, function (int $x, int $y): int {
            $hits = 0;
            foreach (range(0, 15) as $k) {
                $u = ($x + ($k % 4 + 0.5) / 4 - 80) / 60;
                $hits += abs($u) < 1 && abs($y + (intdiv($k, 4) + 0.5) / 4 - 80) / 28 < 1 - $u * $u ? 1 : 0;
            }

            return intdiv(65535 * $hits, 16);
        });
        $part = array_map(fn (int $v): float => $v / 65535, Blur::gaussian($leaf, $sigma)->values);
        $picture = Pictures::bitmap(160, 160, fn (int $x, int $y): int => self::over($ink, $backing, $part[$y * 160 + $x]));
        $cut = Replay::of(CutList::read(['kind' => 'own colours', 'steps' => [['step' => 'clear-colour', 'numbers' => ['places' => [[0.02, 0.02]]]], ['step' => 'lift-backing']]]), $picture)->picture;
        $sum = $count = 0;
        $worst = 0.0;
        foreach ($part as $i => $a) {
            if ($a < 0.004 || $a > 0.996) {
                continue;
            }
            $p = $cut->pixels[$i];
            foreach ([24, 16, 8] as $c => $shift) {
                $off = abs(($p >> $shift & 255) * ($p & 255) / 255 - $ink[$c] * $a);
                $sum += $off;
                $count++;
                $worst = max($worst, $off);
            }
        }
        self::assertLessThanOrEqual(6, $sum / max(1, $count));
        self::assertLessThanOrEqual(40, $worst);
    }

    /** Lines of one to three px, opaque on paper: their ink stays, within a tenth. */
    #[TestWith([1.0])]
    #[TestWith([1.6])]
    #[TestWith([3.0])]
    public function test_thin_lines_keep_their_ink_when_the_backing_is_lifted(float $width): void
    {
        $part = fn (int $x, int $y): float => max(0.0, min(1.0, $width / 2 + 0.5 - abs(($y - 60.3) * 0.96 - ($x - 60) * 0.28)));
        $picture = Pictures::bitmap(120, 120, fn (int $x, int $y): int => self::over([20, 24, 30], [244, 236, 216], $part($x, $y)));
        $cut = Replay::of(CutList::read(['kind' => 'own colours', 'steps' => [['step' => 'clear-colour', 'numbers' => ['places' => [[0.02, 0.02], [0.02, 0.98]]]], ['step' => 'lift-backing']]]), $picture)->picture;
        $ink = $true = 0.0;
        foreach ($cut->pixels as $i => $p) {
            $ink += (1 - InkRule::luma($p) / 65535) * ($p & 255) / 255;
            $true += $part($i % 120, intdiv($i, 120)) * (1 - InkRule::luma(0x14181EFF) / 65535);
        }
        self::assertEqualsWithDelta(1.0, $ink / $true, 0.1);
    }

    /**
     * @param  array{int, int, int}  $ink
     * @param  array{int, int, int}  $backing
     */
    private static function over(array $ink, array $backing, float $part): int
    {
        $mix = fn (int $c): int => (int) round($ink[$c] * $part + $backing[$c] * (1 - $part));

        return $mix(0) << 24 | $mix(1) << 16 | $mix(2) << 8 | 255;
    }
}
