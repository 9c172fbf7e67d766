<?php

declare(strict_types=1);

namespace Tests\Core\Cut;

use Closure;
use Yarrowfog\Core\Raster\Bitmap;

/**
 * Scans made by code: what lies on the paper is known, the paper is tinted, grainy and dusty, and
 * one of its corners is darker.
 *
 * @phpstan-type Scan array{picture: Bitmap, truth: list<float>}
 */
final class MadeScans
{
    public const SIDE = 400;

    private const PAPER = [238, 229, 211];

    private const INK = [44, 40, 48];

    /** @return array<string, Closure(float, float): float> by name: ink at a place, 0–1 */
    public static function marks(): array
    {
        $marks = [];
        foreach ([8, 12, 16, 24] as $height) {
            $marks["text {$height} px high"] = self::text($height);
        }
        $within = fn (float $x, float $y, float $half): bool => max(abs($x - 200), abs($y - 200)) <= $half;
        $line = fn (float $away, float $half): float => max(0.0, min(1.0, $half - abs($away) + 0.5));
        $marks['hatching'] = fn (float $x, float $y): float => $within($x, $y, 150) ? $line(fmod($x + 0.6 * $y, 14) - 7, 1.2) : 0.0;
        $marks['crossed hatching'] = fn (float $x, float $y): float => $within($x, $y, 150) ? max($line(fmod($x + 0.6 * $y, 18) - 9, 0.8), $line(fmod(400 + $x - 0.6 * $y, 18) - 9, 0.8)) : 0.0;
        $marks['net'] = fn (float $x, float $y): float => $within($x, $y, 160) ? max($line(sin($x / 9) * 6 + fmod($y, 40) - 20, 2.0), $line(sin($y / 9) * 6 + fmod($x, 40) - 20, 2.0)) : 0.0;
        $marks['feather'] = fn (float $x, float $y): float => max(
            abs($y - 200) < 150 ? $line($x - 200, 2.0) : 0.0,
            abs($y - 200) < 150 && abs($x - 200) < 90 * cos(($y - 200) / 100) ? $line(fmod($y + abs($x - 200) * 0.7, 7) - 3.5, 0.9) : 0.0,
        );
        $marks['rubbing'] = fn (float $x, float $y): float => hypot($x - 200, $y - 200) < 150 ? 0.35 + 0.3 * sin($x / 3) * sin($y / 4) + 0.3 * sin(($x + 2 * $y) / 29) : 0.0;
        $marks['wash'] = fn (float $x, float $y): float => hypot($x - 200, $y - 200) < 150 ? 0.25 + 0.65 * (hypot($x - 200, $y - 200) / 150) ** 6 : 0.0;
        $marks['stipple'] = fn (float $x, float $y): float => hypot($x - 200, $y - 200) < 160 ? max(0.0, min(1.0, 2.4 - hypot(fmod($x, 16) - 8, fmod($y, 16) - 8))) : 0.0;
        $marks['thin pen'] = fn (float $x, float $y): float => $within($x, $y, 160) ? max($line($y - 200 - 90 * sin($x / 30), 0.9), $line($x - 200 - 70 * sin($y / 23), 0.7)) : 0.0;

        return $marks;
    }

    /** @var array<string, Scan> */
    private static array $made = [];

    /** @return Scan */
    public static function named(string $name): array
    {
        return self::$made[$name] ??= self::scan(self::marks()[$name]);
    }

    /**
     * @param  Closure(float, float): float  $mark
     * @return Scan
     */
    private static function scan(Closure $mark): array
    {
        $pixels = $truth = [];
        $dust = self::dust();
        for ($y = 0; $y < self::SIDE; $y++) {
            for ($x = 0; $x < self::SIDE; $x++) {
                $ink = 0.0;
                for ($k = 0; $k < 4; $k++) {
                    $ink += max(0.0, min(1.0, $mark($x + 0.25 + 0.5 * ($k & 1), $y + 0.25 + 0.5 * ($k >> 1)))) / 4;
                }
                $truth[] = $ink;
                $shown = max($ink, $dust[$y * self::SIDE + $x] ?? 0.0);
                $light = 1.0 - 0.07 * ($x / self::SIDE) * ($y / self::SIDE);
                $grain = (($x * 7919 + $y * 104729 + $x * $y * 31) % 97) / 97 * 6 - 3;
                $pixel = 255;
                foreach ([24, 16, 8] as $c => $shift) {
                    $v = $light * ((1 - $shown) * self::PAPER[$c] + $shown * self::INK[$c]) + $grain;
                    $pixel |= (int) max(0, min(255, round($v))) << $shift;
                }
                $pixels[] = $pixel;
            }
        }

        return ['picture' => new Bitmap(self::SIDE, self::SIDE, $pixels), 'truth' => $truth];
    }

    /** @return array<int, float> ink by pixel: thirty specks of one to four px */
    private static function dust(): array
    {
        $out = [];
        for ($k = 0; $k < 30; $k++) {
            $x = 8 + ($k * 7127 + 311) % (self::SIDE - 16);
            $y = 8 + ($k * 3571 + 97) % (self::SIDE - 16);
            for ($p = 0; $p <= $k % 4; $p++) {
                $out[($y + intdiv($p, 2)) * self::SIDE + $x + $p % 2] = 0.45;
            }
        }

        return $out;
    }

    /** Lines of letters made of straight strokes, some thick and some thin, and dots. */
    private static function text(int $height): Closure
    {
        // Strokes of a letter on a grid of 4 × 6: from, to; a single place is a dot.
        $letters = [
            [[0, 6, 2, 0], [2, 0, 4, 6], [1, 4, 3, 4]],
            [[1, 6, 1, 2], [1, 0, 1, 0]],
            [[0, 0, 4, 0], [2, 0, 2, 6]],
            [[0, 6, 0, 0], [0, 3, 4, 3], [4, 0, 4, 6]],
            [[0, 0, 0, 6], [0, 6, 4, 6]],
            [[4, 1, 1, 0], [1, 0, 0, 3], [0, 3, 1, 6], [1, 6, 4, 5]],
        ];
        $grid = $height / 6;
        $half = max(0.5, $height / 22);

        return function (float $x, float $y) use ($letters, $grid, $half, $height): float {
            if ($x < 40 || $x > 360 || $y < 40 || $y > 360) {
                return 0.0;
            }
            $lines = 1.9 * $height;
            $columns = 1.15 * $height;
            $row = (int) (($y - 40) / $lines);
            $column = (int) (($x - 40) / $columns);
            $px = $x - 40 - $column * $columns - 0.2 * $height;
            $py = $y - 40 - $row * $lines - 0.4 * $height;
            $ink = 0.0;
            foreach ($letters[($row * 5 + $column * 7) % count($letters)] as $n => [$ax, $ay, $bx, $by]) {
                $dx = ($bx - $ax) * $grid;
                $dy = ($by - $ay) * $grid;
                $square = $dx * $dx + $dy * $dy;
                $t = $square > 0 ? max(0.0, min(1.0, (($px - $ax * $grid) * $dx + ($py - $ay * $grid) * $dy) / $square)) : 0.0;
                $away = hypot($px - $ax * $grid - $t * $dx, $py - $ay * $grid - $t * $dy);
                $ink = max($ink, min(1.0, $half * ($square > 0 && $n === 0 ? 1.5 : 1.0) - $away + 0.5));
            }

            return $ink;
        };
    }
}
