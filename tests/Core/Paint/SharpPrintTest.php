<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Dab\DabFootprint;
use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Dab\DabShapes;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\Shape;
use Yarrowfog\Core\Tip\Frame;

/** Small prints of tips that are hard to print, turned and off the grid, against each pixel sampled 16 × 16 times. */
final class SharpPrintTest extends TestCase
{
    private const SIDE = 128;

    private const FINE = 16;

    /** @return array<string, array{callable(float, float): bool}> where a tip of side 1 has ink */
    public static function tips(): array
    {
        $inside = fn (float $x, float $y): bool => hypot($x - 0.5, $y - 0.5) < 0.47;
        $toLine = function (float $x, float $y, float $ax, float $ay, float $bx, float $by): float {
            $t = max(0.0, min(1.0, (($x - $ax) * ($bx - $ax) + ($y - $ay) * ($by - $ay)) / (($bx - $ax) ** 2 + ($by - $ay) ** 2)));

            return hypot($x - $ax - $t * ($bx - $ax), $y - $ay - $t * ($by - $ay));
        };
        $letters = [[0.2, 0.85, 0.4, 0.15], [0.4, 0.15, 0.6, 0.85], [0.28, 0.6, 0.52, 0.6], [0.7, 0.2, 0.7, 0.8], [0.7, 0.2, 0.88, 0.35], [0.88, 0.35, 0.7, 0.5]];

        return array_map(fn (callable $tip): array => [$tip], [
            'hatching' => fn (float $x, float $y): bool => $inside($x, $y) && fmod($x * 16, 1) < 0.4,
            'net' => fn (float $x, float $y): bool => $inside($x, $y) && (fmod(($x + $y) * 7 + 7, 1) < 0.2 || fmod(($x - $y) * 7 + 7, 1) < 0.2),
            'lettering' => fn (float $x, float $y): bool => min(array_map(fn (array $l): float => $toLine($x, $y, ...$l), $letters)) < 0.018,
            'dotted' => fn (float $x, float $y): bool => $inside($x, $y) && hypot(fmod($x * 12, 1) - 0.5, fmod($y * 12, 1) - 0.5) < 0.3,
            'star' => fn (float $x, float $y): bool => hypot($x - 0.5, $y - 0.5) < 0.08 + 0.4 * abs(fmod(atan2($y - 0.5, $x - 0.5) * 7 / M_PI + 14, 2) - 1) ** 3,
            'hair' => fn (float $x, float $y): bool => min(array_map(fn (int $i): float => $toLine($x, $y, 0.1 + 0.06 * $i, 0.95, 0.05 + 0.065 * $i + 0.03 * sin($i * 5), 0.05 + 0.1 * ($i * 7 % 3)), range(0, 13))) < 0.0045,
        ]);
    }

    /** @param  callable(float, float): bool  $tip */
    #[DataProvider('tips')]
    public function test_small_turned_prints_are_as_sharp_as_pixels_allow(callable $tip): void
    {
        $plane = Pictures::plane(self::SIDE, self::SIDE, function (int $x, int $y) use ($tip): int {
            $hits = 0;
            foreach ([0.125, 0.375, 0.625, 0.875] as $dy) {
                foreach ([0.125, 0.375, 0.625, 0.875] as $dx) {
                    $hits += $tip(($x + $dx) / self::SIDE, ($y + $dy) / self::SIDE) ? 1 : 0;
                }
            }

            return intdiv(65535 * $hits, 16);
        });
        $tip = new HalvedMipChain(new Frame($plane));
        foreach ([16.0, 24.0, 32.0, 45.0] as $size) {
            $means = ['kept' => 0.0, 'turned each time' => 0.0];
            for ($i = 0; $i < 4; $i++) {
                // Evenly over a quarter turn, a quarter further each time.
                $shape = new Shape($size, fmod(112.5 * $i, 360) - 168.75, 1.0);
                $dab = new Dab(0, 0, 100 + fmod(0.3 + 0.618 * $i, 1), 100 + fmod(0.8 + 0.414 * $i, 1), $shape, 1, 1, 0);
                $true = self::sampled($plane, $dab);
                foreach (['kept' => [], 'turned each time' => ['spread' => 1e-9]] as $way => $spread) {
                    $apart = self::apart($true, $tip, BrushSettings::read(['settings' => ['size' => ['base' => $size], 'angle' => ['base' => $shape->angle, ...$spread]]]), $dab);
                    self::assertLessThanOrEqual(40, max($apart), "{$size} px at {$shape->angle}°, {$way}");
                    $means[$way] += array_sum($apart) / count($apart) / 4;
                }
            }
            self::assertLessThanOrEqual(6, max($means), "the mean of {$size} px");
        }
    }

    /**
     * @param  array<string, float>  $true  as `sampled` gave it
     * @return non-empty-list<float> levels of 255 by which each pixel with ink is off
     */
    private static function apart(array $true, HalvedMipChain $levels, BrushSettings $brush, Dab $dab): array
    {
        $placed = (new DabShapes($levels, $brush))->place($dab);
        $print = (new DabPrinter($levels, $brush))->impression($placed);
        $left = DabFootprint::pixel($placed->x) + $print->area->x;
        $top = DabFootprint::pixel($placed->y) + $print->area->y;
        $inks = [];
        foreach ($print->ink as $i => $ink) {
            $inks[($left + $i % $print->area->width).' '.($top + intdiv($i, $print->area->width))] = $ink;
        }
        $out = [0.0];
        foreach ($inks + $true as $place => $unused) {
            $is = $inks[$place] ?? 0;
            $should = $true[$place] ?? 0.0;
            if ($should > 257 || $is > 257) {
                $out[] = abs($should - $is) / 257;
            }
        }

        return $out;
    }

    /** @return array<string, float> by place, the mean over a pixel of the sheet of what the tip has there, bilinearly */
    private static function sampled(Plane $tip, Dab $dab): array
    {
        $cos = cos(deg2rad($dab->shape->angle)) * self::SIDE / $dab->shape->size;
        $sin = sin(deg2rad($dab->shape->angle)) * self::SIDE / $dab->shape->size;
        $values = $tip->values;
        $side = self::SIDE;
        $reach = (int) ceil($dab->shape->size * M_SQRT1_2) + 2;
        $true = [];
        for ($y = 100 - $reach; $y < 100 + $reach; $y++) {
            for ($x = 100 - $reach; $x < 100 + $reach; $x++) {
                $sum = 0.0;
                for ($k = 0; $k < self::FINE * self::FINE; $k++) {
                    $px = $x + ($k % self::FINE + 0.5) / self::FINE - $dab->x;
                    $py = $y + (intdiv($k, self::FINE) + 0.5) / self::FINE - $dab->y;
                    $u = $cos * $px + $sin * $py + self::SIDE / 2 - 0.5;
                    $v = $cos * $py - $sin * $px + self::SIDE / 2 - 0.5;
                    $column = (int) floor($u);
                    $row = (int) floor($v);
                    if ($column < 0 || $row < 0 || $column >= $side - 1 || $row >= $side - 1) {
                        continue;
                    }
                    $u -= $column;
                    $v -= $row;
                    $i = $row * $side + $column;
                    $sum += ($values[$i] * (1 - $u) + $values[$i + 1] * $u) * (1 - $v) + ($values[$i + $side] * (1 - $u) + $values[$i + $side + 1] * $u) * $v;
                }
                if ($sum > 0) {
                    $true["{$x} {$y}"] = $sum / (self::FINE * self::FINE);
                }
            }
        }

        return $true;
    }
}
