<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\PictureBackdrop;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\Frame;

/** A stroke painted in pieces, each by another process, against the same stroke painted whole. */
final class PaintedStrokeTest extends TestCase
{
    private const AREA = [320, 200];

    /** @return array<string, array{array<string, mixed>}> */
    public static function brushes(): array
    {
        return array_map(fn (array $settings): array => [$settings], [
            'even' => ['size' => ['base' => 30]],
            'by pressure' => ['size' => ['base' => 40, 'drives' => [['input' => 'pressure', 'from' => 0.1]]], 'opacity' => ['base' => 0.7]],
            'drifting, scattered, counted' => ['size' => ['base' => 18, 'spread' => 0.5], 'driftHue' => ['base' => 50], 'scatterAcross' => ['base' => 1], 'count' => ['base' => 3, 'spread' => 0.6], 'overlap' => ['base' => 'adds up']],
            'steadied' => ['size' => ['base' => 14], 'steadying' => ['base' => 0.8]],
            'toothed by dab' => ['size' => ['base' => 36], 'tooth' => ['base' => 'weave'], 'toothMode' => ['base' => 'catch'], 'flow' => ['base' => 0.6]],
            'toothed by stroke, broken' => ['size' => ['base' => 36], 'tooth' => ['base' => 'slate'], 'toothPer' => ['base' => 'stroke'], 'noise' => ['base' => 0.6]],
            'bitten' => ['size' => ['base' => 36], 'biteSize' => ['base' => 0.5], 'biteScatter' => ['base' => 0.5], 'biteAngle' => ['base' => 0, 'spread' => 180]],
            'joined' => ['size' => ['base' => 20], 'biteCombine' => ['base' => 'join'], 'biteSize' => ['base' => 2], 'biteSpacing' => ['base' => 2], 'driftLightness' => ['base' => 0.2]],
            'lending' => ['size' => ['base' => 24], 'lends' => ['base' => 0.7]],
            'blended' => ['size' => ['base' => 24], 'blendMode' => ['base' => 'soft-light'], 'driftHue' => ['base' => 30]],
            'erasing' => ['size' => ['base' => 30], 'does' => ['base' => 'erases'], 'opacity' => ['base' => 0.6]],
            'smudging' => ['size' => ['base' => 30], 'does' => ['base' => 'smudges']],
            'smudging by pressure' => ['size' => ['base' => 30, 'drives' => [['input' => 'pressure']]], 'does' => ['base' => 'smudges'], 'smudgeInk' => ['base' => 0.05]],
            'shuffled frames, mirrored' => ['size' => ['base' => 26], 'frameRule' => ['base' => 'shuffled'], 'mirrorAcross' => ['base' => 'by chance'], 'angle' => ['spread' => 40]],
            'postured' => ['size' => ['base' => 22], 'posture' => ['base' => 1], 'angleFollows' => ['base' => 'azimuth']],
            'casting shadows' => ['size' => ['base' => 26, 'spread' => 0.4], 'spacing' => ['base' => 0.7], 'angle' => ['spread' => 180], 'castShadow' => ['base' => 0.6, 'drives' => [['input' => 'pressure']]], 'shadowDistance' => ['base' => 0.3], 'driftHue' => ['base' => 30]],
            'lingering' => ['size' => ['base' => 22], 'linger' => ['base' => 30], 'flow' => ['base' => 0.2]],
        ]);
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('brushes')]
    public function test_pieces_give_what_the_whole_gives(array $settings): void
    {
        $brush = BrushSettings::read(['settings' => $settings]);
        $trace = self::trace();
        $under = self::under();
        $bounds = new Rect(0, 0, ...self::AREA);
        $kit = self::kit(isset($settings['biteSize']), isset($settings['frameRule']));
        $whole = (new StrokePainter($kit, $brush, new PictureBackdrop($under)))->stroke($trace, 9, $bounds);
        $expected = Compositor::over($under, $bounds, $whole);

        $stroke = (new StrokePainter($kit, $brush, new PictureBackdrop($under)))->begin($trace->realPressure, 9, $bounds);
        $shown = $under->words;
        $chance = new Randomizer(new Mt19937(6));
        // The first piece is a single sample, as that of a real pen is: no dab is certain yet.
        for ($samples = $trace->samples, $count = 1; $samples !== []; $count = $chance->getInt(1, 30)) {
            $stroke->feed(array_splice($samples, 0, $count));
            self::assertSame([], $stroke->provisional());
            $shown = self::show($shown, $under, $stroke);
        }
        self::assertLiesAsExpected($expected, $shown, $under, $trace, 60 + 60 * $brush->base('steadying'));
    }

    /**
     * @param  array<int, int>  $shown
     * @param  float  $reach  px round the pen's end within which the last sample and the tail still add something
     */
    private static function assertLiesAsExpected(DeepBitmap $expected, array $shown, DeepBitmap $under, Trace $trace, float $reach): void
    {
        $last = $trace->samples[count($trace->samples) - 1];
        $painted = 0;
        $apart = 0;
        foreach ($expected->words as $i => $word) {
            if (hypot($i % self::AREA[0] - $last->x, intdiv($i, self::AREA[0]) - $last->y) < $reach) {
                continue;
            }
            $painted += $word === $under->words[$i] ? 0 : 1;
            foreach ([45, 30, 15, 0] as $shift) {
                $apart = max($apart, abs(($word >> $shift & 32767) - ($shown[$i] >> $shift & 32767)));
            }
        }
        self::assertLessThanOrEqual(256, $apart, 'two levels of 255');
        self::assertGreaterThan(700, $painted);
    }

    /**
     * What is fed in pieces and ended is the whole stroke, to the last bit.
     *
     * @param  array<string, mixed>  $settings
     */
    #[DataProvider('brushes')]
    public function test_pieces_that_can_end_give_the_whole_to_the_bit(array $settings): void
    {
        $brush = BrushSettings::read(['settings' => $settings]);
        $trace = self::trace();
        $bounds = new Rect(0, 0, ...self::AREA);
        $painter = new StrokePainter(self::kit(isset($settings['biteSize']), isset($settings['frameRule'])), $brush, new PictureBackdrop(self::under()));
        $stroke = $painter->begin($trace->realPressure, 9, $bounds);
        $chance = new Randomizer(new Mt19937(8));
        $stroke->feed([$trace->samples[0]]);
        for ($fed = 1; $fed + 30 < count($trace->samples); $fed += $count) {
            $count = $chance->getInt(1, 30);
            $stroke->feed(array_slice($trace->samples, $fed, $count));
        }
        $taken = array_intersect_key($settings, ['rim' => 1, 'taperOut' => 1, 'lends' => 1]) !== [] || ($settings['does']['base'] ?? '') === 'smudges';
        self::assertSame(! $taken, $stroke->canEnd());
        if ($taken) {
            return;
        }
        $stroke->finish(array_slice($trace->samples, $fed));
        $whole = $painter->stroke($trace, 9, $bounds);
        self::assertSame(Compositor::over(self::under(), $bounds, $whole)->words, Compositor::over(self::under(), $bounds, $stroke)->words);
        $dirty = $whole->takeDirty();
        foreach ($stroke->takeDirty() as $key => $area) {
            self::assertSame($dirty[$key]->toArray(), $area->toArray());
        }
    }

    /** On a larger sheet the same stroke paints the same pixels: an edge takes away what is beyond it and nothing else. */
    public function test_the_edge_of_a_sheet_only_cuts_off(): void
    {
        $kinds = array_diff_key(self::brushes(), array_flip(['smudging', 'smudging by pressure', 'lending', 'blended']));
        $kinds['band'] = [['laidAs' => ['base' => 'band, repeated'], 'size' => ['base' => 60]]];
        $kinds['stretched band'] = [['laidAs' => ['base' => 'band, stretched once'], 'size' => ['base' => 60], 'driftHue' => ['base' => 30]]];
        foreach ($kinds as $name => [$settings]) {
            $painter = new StrokePainter(self::kit(isset($settings['biteSize']), isset($settings['frameRule'])), BrushSettings::read(['settings' => $settings]));
            foreach ([[129, 77], [256, 128], [61, 130]] as [$width, $height]) {
                $trace = Movements::swell(new Rect(-30, -20, $width + 60, $height + 40));
                $small = new Rect(0, 0, $width, $height);
                $cut = Compositor::over(DeepBitmap::empty($width, $height), $small, $painter->stroke($trace, 3, $small));
                $large = new Rect(0, 0, $width + 300, $height + 300);
                $all = Compositor::over(DeepBitmap::empty($width + 300, $height + 300), $large, $painter->stroke($trace, 3, $large));
                self::assertSame($all->crop($small)->words, $cut->words, "{$name} on {$width} × {$height}");
            }
        }
    }

    /** While the pen is down a picture that is stretched once lies over what there is of the stroke, and a fifth of it at most is still to come. */
    public function test_a_stretched_band_shows_the_stretch_so_far(): void
    {
        // Dark at its beginning, light at its end.
        $ramp = new HalvedMipChain(new Frame(Pictures::plane(120, 40, fn (int $x): int => 65535 - $x * 400)));
        $stroke = (new StrokePainter($ramp, BrushSettings::read(['settings' => ['laidAs' => ['base' => 'band, stretched once'], 'size' => ['base' => 30]]])))->begin(true, 1, new Rect(0, 0, 400, 300));
        $samples = Strokes::line()->samples;
        foreach (array_chunk($samples, 5) as $i => $piece) {
            $stroke->feed($piece);
            if ($i < 2) {
                continue;
            }
            $c = Strokes::coverage($stroke);
            $row = array_slice($c, 150 * 400, 400);
            $inked = array_keys(array_filter($row, fn (int $v): bool => $v > 3000));
            self::assertGreaterThan(64000, $row[62]);
            // It falls all the way, never starts again, and has come to its last third.
            $drops = array_map(fn (int $x): int => $row[$x] - $row[$x + 1], range(62, max($inked) - 2));
            self::assertGreaterThanOrEqual(-1, min($drops));
            self::assertLessThan(65535 - 0.75 * 120 * 400, $row[max($inked) - 2]);
        }
    }

    public function test_what_only_the_end_can_tell_is_named(): void
    {
        $names = function (array $settings): array {
            $stroke = (new StrokePainter(Pictures::roundTip(), BrushSettings::read(['settings' => $settings])))->begin(true, 1, new Rect(0, 0, 100, 100));
            $stroke->feed(self::trace()->samples);

            return $stroke->provisional();
        };
        self::assertSame([], $names([]));
        self::assertSame([], $names(['taperIn' => ['base' => 100]]));
        self::assertSame(['taper in'], $names(['taperIn' => ['base' => 2000]]));
        self::assertSame(['taper out', 'rim'], $names(['taperOut' => ['base' => 50], 'rim' => ['base' => 1]]));
        self::assertSame(['stretched band'], $names(['laidAs' => ['base' => 'band, stretched once']]));
        self::assertSame(['length of the band'], $names(['laidAs' => ['base' => 'band, repeated']]));
    }

    /** The same trace, brush and roll give the same bytes; another roll gives others. */
    public function test_it_is_deterministic(): void
    {
        $settings = ['size' => ['base' => 20, 'spread' => 0.6], 'scatterAcross' => ['base' => 1], 'driftHue' => ['base' => 90], 'noise' => ['base' => 0.5], 'tooth' => ['base' => 'slate']];
        $paint = fn (int $roll): string => Compositor::over(DeepBitmap::empty(...self::AREA), new Rect(0, 0, ...self::AREA), (new StrokePainter(Pictures::roundTip(), BrushSettings::read(['settings' => $settings])))->stroke(self::trace(), $roll, new Rect(0, 0, ...self::AREA)))->toBitmap()->toBytes();
        self::assertSame(hash('xxh128', $paint(4)), hash('xxh128', $paint(4)));
        self::assertNotSame(hash('xxh128', $paint(4)), hash('xxh128', $paint(5)));
    }

    private static function trace(): Trace
    {
        return Movements::swell(new Rect(30, 30, 250, 130));
    }

    private static function under(): DeepBitmap
    {
        return DeepBitmap::of(Pictures::bitmap(...[...self::AREA, fn (int $x, int $y): int => $x < 100 ? 0 : (intdiv($y, 20) % 2 === 0 ? 0xC08040FF : 0x3060A080)]));
    }

    private static function kit(bool $bite, bool $frames): BrushTextures
    {
        $bar = fn (int $from, int $to): HalvedMipChain => new HalvedMipChain(new Frame(Pictures::plane(32, 32, fn (int $x, int $y): int => $y >= $from && $y < $to && $x > 3 ? 65535 : 0)));

        return new BrushTextures($frames ? [$bar(4, 12), $bar(12, 20), $bar(20, 30)] : [Pictures::roundTip()], $bite ? $bar(6, 14) : null);
    }

    /**
     * @param  array<int, int>  $shown
     * @return array<int, int> with what changed in this piece
     */
    private static function show(array $shown, DeepBitmap $under, PaintedStroke $stroke): array
    {
        foreach ($stroke->takeDirty() as $area) {
            $part = [];
            for ($y = $area->y; $y < $area->bottom(); $y++) {
                for ($x = $area->x; $x < $area->right(); $x++) {
                    $part[] = $under->words[$y * self::AREA[0] + $x];
                }
            }
            foreach (Compositor::over(new DeepBitmap($area->width, $area->height, $part), $area, $stroke)->words as $i => $pixel) {
                $shown[($area->y + intdiv($i, $area->width)) * self::AREA[0] + $area->x + $i % $area->width] = $pixel;
            }
        }

        return $shown;
    }
}
