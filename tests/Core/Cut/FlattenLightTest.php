<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use Closure;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Cut\Steps\FlattenLight;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Paper of one tone, marks of known ink, and light over both. */
final class FlattenLightTest extends TestCase
{
    private const WIDTH = 400;

    private const HEIGHT = 300;

    private const PAPER = 240;

    /** @return iterable<string, array{Closure(float, float): float, Closure(float, float): float}> light and ink by place, 0–1 */
    public static function sheets(): iterable
    {
        $lights = [
            'even light' => fn (float $x, float $y): float => 1.0,
            'a shadow with a soft edge' => self::shadow(0.35, 20, 10),
            'the same, aslant' => self::shadow(0.35, 20, 50),
            'a shadow with a hard edge' => self::shadow(0.35, 8, 20),
            'a deep shadow' => self::shadow(0.5, 40, 0),
            'a window' => fn (float $x, float $y): float => 0.5 + 0.5 * $x / self::WIDTH,
            'a lens' => fn (float $x, float $y): float => 1 - 0.4 * (hypot($x - 200, $y - 150) / 250) ** 2,
        ];
        $off = fn (float $x, float $y): float => hypot($x - 200, $y - 150);
        $marks = [
            'bare paper' => fn (float $x, float $y): float => 0.0,
            'a dot' => fn (float $x, float $y): float => $off($x - 10, $y) < 20 ? 0.8 : 0.0,
            'a third of the sheet' => fn (float $x, float $y): float => $off($x, $y) < 113 ? 0.8 : 0.0,
            'hatching' => fn (float $x, float $y): float => abs($x - 200) < 120 && abs($y - 150) < 100 && fmod($x + $y, 12) < 3 ? 0.85 : 0.0,
            'writing' => fn (float $x, float $y): float => abs($x - 200) < 150 && abs($y - 150) < 110 && fmod($y, 20) < 11 && fmod($x * 0.7 + $y * 0.2, 9) < 3 ? 0.8 : 0.0,
            'a bar' => fn (float $x, float $y): float => abs($y - 150) < 30 && abs($x - 200) < 190 ? 0.8 : 0.0,
        ];
        $faint = [
            'a grey disc' => fn (float $x, float $y): float => $off($x, $y) < 60 ? 0.4 : 0.0,
            'a third of the sheet, grey' => fn (float $x, float $y): float => $off($x, $y) < 113 ? 0.3 : 0.0,
            'a wash' => fn (float $x, float $y): float => $off($x, $y) < 113 ? 0.25 + 0.65 * ($off($x, $y) / 113) ** 6 : 0.0,
        ];
        foreach ($lights as $lit => $light) {
            // Nobody can tell grey from shade where the edge of a shadow runs under it.
            foreach (str_contains($lit, 'edge') || str_contains($lit, 'aslant') || str_contains($lit, 'deep') ? $marks : $marks + $faint as $drawn => $ink) {
                yield "{$drawn}, {$lit}" => [$light, $ink];
            }
        }
    }

    /**
     * @param  Closure(float, float): float  $light
     * @param  Closure(float, float): float  $ink
     */
    #[DataProvider('sheets')]
    public function test_paper_gets_even_and_ink_stays(Closure $light, Closure $ink): void
    {
        self::assertFlat($light, $ink);
    }

    /**
     * The same on a dark ground, inverted.
     */
    public function test_light_marks_on_a_dark_ground_stay(): void
    {
        $out = (new FlattenLight(140, true))->apply(Pictures::bitmap(self::WIDTH, self::HEIGHT, fn (int $x, int $y): int => Pictures::grey((int) ((0.6 + 0.4 * $x / self::WIDTH) * (hypot($x - 200, $y - 150) < 60 ? 200 : 60)))), TipKind::InkMask);
        $grounds = [];
        foreach ([[10, 10], [120, 20], [200, 280], [390, 150], [300, 40]] as [$x, $y]) {
            $grounds[] = $out->at($x, $y) >> 24;
        }
        self::assertLessThanOrEqual(6, max($grounds) - min($grounds));
        self::assertEqualsWithDelta(200 / 60, ($out->at(200, 150) >> 24) / $grounds[0], 0.2);
    }

    /**
     * @param  Closure(float, float): float  $light
     * @param  Closure(float, float): float  $ink
     */
    private static function assertFlat(Closure $light, Closure $ink): void
    {
        $in = Pictures::bitmap(self::WIDTH, self::HEIGHT, fn (int $x, int $y): int => Pictures::grey((int) round(self::PAPER * $light($x + 0.5, $y + 0.5) * (1 - $ink($x + 0.5, $y + 0.5)) + ($x * 7919 + $y * 104729) % 5 - 2)));
        $out = (new FlattenLight(140, false))->apply($in, TipKind::InkMask);
        $paper = self::paper($out, $ink);
        sort($paper);
        $middle = $paper[intdiv(count($paper), 2)];
        // Grain of ±2 is lit up with the paper: one pixel in a thousand may be off by more.
        $most = max($middle - $paper[intdiv(count($paper), 1000)], $paper[count($paper) - 1 - intdiv(count($paper), 1000)] - $middle);
        self::assertLessThanOrEqual(12, $most, 'paper');
        $there = $kept = 0.0;
        foreach ($out->pixels as $i => $pixel) {
            $wanted = $ink($i % self::WIDTH + 0.5, intdiv($i, self::WIDTH) + 0.5);
            $there += $wanted;
            $kept += $wanted > 0 ? 1 - ($pixel >> 24) / $middle : 0.0;
        }
        if ($there > 0) {
            self::assertEqualsWithDelta(1.0, $kept / $there, 0.05, 'ink');
        }
    }

    /**
     * Greys that lie farther than three px from any ink.
     *
     * @param  Closure(float, float): float  $ink
     * @return non-empty-list<int>
     */
    private static function paper(Bitmap $out, Closure $ink): array
    {
        $paper = [];
        foreach ($out->pixels as $i => $pixel) {
            $x = $i % self::WIDTH + 0.5;
            $y = intdiv($i, self::WIDTH) + 0.5;
            if ($ink($x, $y) + $ink($x - 3, $y) + $ink($x + 3, $y) + $ink($x, $y - 3) + $ink($x, $y + 3) === 0.0) {
                $paper[] = $pixel >> 24;
            }
        }
        self::assertNotSame([], $paper);

        return $paper;
    }

    /** @return Closure(float, float): float a shadow beyond a line through the middle, its edge blurred by σ px */
    private static function shadow(float $depth, float $sigma, float $degrees): Closure
    {
        return fn (float $x, float $y): float => 1 - $depth * self::normal((($x - 200) * cos(deg2rad($degrees)) + ($y - 150) * sin(deg2rad($degrees))) / $sigma);
    }

    /** The normal distribution: Abramowitz and Stegun, "Handbook of Mathematical Functions" (1964), 26.2.17. */
    private static function normal(float $x): float
    {
        $t = 1 / (1 + 0.2316419 * abs($x));
        $tail = exp(-$x * $x / 2) / sqrt(2 * M_PI) * $t * (0.319381530 + $t * (-0.356563782 + $t * (1.781477937 + $t * (-1.821255978 + $t * 1.330274429))));

        return $x < 0 ? $tail : 1 - $tail;
    }
}
