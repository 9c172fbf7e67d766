<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Practice;

use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/**
 * Movements that painters judge brushes by, each laid into a rectangle.
 */
final class Movements
{
    /** A slow wave that presses harder towards its middle. */
    public static function swell(Rect $in): Trace
    {
        return (new PractisedHand(1))->moves(1600, fn (float $u): array => [
            $in->x + $in->width * $u,
            $in->y + $in->height * (0.5 - 0.5 * sin(6.4 * $u + 0.15)),
            0.06 + 0.94 * sin(M_PI * $u) ** 0.8,
        ]);
    }

    /**
     * Short fast strokes that start firm and lift at once.
     *
     * @return non-empty-list<Trace>
     */
    public static function flicks(Rect $in, int $count = 4): array
    {
        $count = max(1, $count);

        return array_map(function (int $i) use ($in, $count): Trace {
            $left = $in->x + $in->width * $i / $count;

            return (new PractisedHand(10 + $i))->moves(150, fn (float $u): array => [
                $left + $in->width * 1.04 / $count * $u,
                $in->bottom() - $in->height * (0.15 + 0.85 * $u ** 0.9),
                0.9 * (1 - $u) ** 0.7 + 0.02,
            ]);
        }, range(0, $count - 1));
    }

    /**
     * Single presses, from light to firm.
     *
     * @return non-empty-list<Trace>
     */
    public static function taps(Rect $in): array
    {
        $traces = [];
        for ($i = 0; $i < 5; $i++) {
            $traces[] = new Trace([new Sample(0, $in->x + $in->width * ($i + 0.5) / 5, $in->y, 0.2 + 0.2 * $i, 20, -15)]);
        }

        return $traces;
    }

    /**
     * Slanting strokes side by side, then across them.
     *
     * @return non-empty-list<Trace>
     */
    public static function hatching(Rect $in): array
    {
        $traces = [];
        $step = $in->width / 15;
        for ($i = 0; $i < 14; $i++) {
            $x = $in->x + $step * ($i + 0.35 + 0.18 * sin(7.1 * $i));
            $reach = $in->height * (0.9 + 0.1 * sin(3.7 * $i));
            $down = $i < 11;
            $traces[] = $down
                ? (new PractisedHand(30 + $i))->moves(210, fn (float $u): array => [$x + 0.9 * $step * (1 - $u), $in->y + $reach * $u, 0.35 + 0.4 * sin(M_PI * ($u * 0.9 + 0.05))])
                : (new PractisedHand(30 + $i))->moves(520, fn (float $u): array => [$in->x + $in->width * (0.06 + 0.74 * $u), $in->y + $in->height * (0.24 + 0.24 * ($i - 11) + 0.04 * sin(2 * $u)), 0.5 * sin(M_PI * $u) ** 0.5 + 0.1]);
        }

        return $traces;
    }

    /** A hand warming up: loops that run along and grow. */
    public static function loops(Rect $in): Trace
    {
        $turns = 7;
        $points = [];
        for ($i = 0; $i <= $turns * 8; $i++) {
            $a = $i / 8;
            $part = $i / ($turns * 8);
            $radius = $in->height * (0.26 + 0.24 * sin(M_PI * $part));
            $points[] = [
                $in->x + $in->width * (0.08 + 0.84 * $part) + $radius * 0.85 * sin(2 * M_PI * $a),
                $in->y + $in->height / 2 + $radius * cos(2 * M_PI * $a) * 0.98,
                0.5 + 0.32 * sin(2 * M_PI * $a - 0.7),
            ];
        }

        return (new PractisedHand(50))->follows($points, 3200);
    }

    /**
     * A word written by hand, its cross-stroke and its dot.
     *
     * @return non-empty-list<Trace>
     */
    public static function handwriting(Rect $in): array
    {
        // “tide”, twice: baseline 0, x-height −1, ascenders −2; the third figure is the pressure.
        $word = [
            [0.0, -0.35, 0.2], [0.45, -1.2, 0.3], [0.68, -1.95, 0.35], [0.62, -1.0, 0.7], [0.64, -0.2, 0.8], [0.9, 0.02, 0.5], [1.22, -0.4, 0.25],
            [1.48, -1.0, 0.3], [1.43, -0.42, 0.75], [1.52, -0.04, 0.6], [1.78, -0.06, 0.4], [2.1, -0.5, 0.25],
            [2.62, -0.98, 0.3], [2.3, -1.0, 0.4], [2.03, -0.6, 0.7], [2.1, -0.1, 0.75], [2.42, 0.0, 0.5], [2.78, -0.5, 0.3], [2.98, -1.2, 0.3], [3.08, -2.0, 0.35], [2.98, -1.0, 0.75], [2.98, -0.2, 0.8], [3.22, 0.0, 0.5], [3.5, -0.3, 0.3],
            [3.85, -0.62, 0.3], [4.08, -0.92, 0.35], [3.9, -1.06, 0.45], [3.64, -0.62, 0.75], [3.76, -0.1, 0.7], [4.12, 0.0, 0.45], [4.75, -0.42, 0.1],
        ];
        $unit = min($in->width / 10.4, $in->height / 2.3);
        $left = $in->x + ($in->width - 10.1 * $unit) / 2;
        $base = $in->y + $in->height / 2 + 0.97 * $unit;
        $traces = [];
        foreach ([0.0, 5.3] as $n => $shift) {
            $place = fn (float $x, float $y): array => [$left + ($x + $shift - 0.12 * $y) * $unit, $base + $y * $unit * (1 + 0.04 * $n)];
            $written = [];
            foreach ($word as [$x, $y, $pressure]) {
                $written[] = [...$place($x, $y), $pressure];
            }
            $traces[] = (new PractisedHand(60 + $n))->follows($written, 2100);
            $traces[] = (new PractisedHand(62 + $n))->follows([[...$place(0.12, -1.38), 0.5], [...$place(0.65, -1.44), 0.6], [...$place(1.2, -1.5), 0.2]], 180);
            [$x, $y] = $place(1.56, -1.5);
            $traces[] = new Trace([new Sample(0, $x, $y, 0.6, 20, -15)]);
        }

        return $traces;
    }

    /** Out of the middle, pressing harder as it grows. */
    public static function spiral(Rect $in): Trace
    {
        $turns = 4;
        $points = [];
        for ($i = 0; $i <= $turns * 16; $i++) {
            $part = $i / ($turns * 16);
            $radius = $part ** 0.9;
            $points[] = [
                $in->x + $in->width / 2 + $radius * min($in->width, 2.6 * $in->height) / 2 * cos(2 * M_PI * $turns * $part),
                $in->y + $in->height / 2 + $radius * $in->height / 2 * sin(2 * M_PI * $turns * $part),
                0.08 + 0.85 * $part,
            ];
        }

        return (new PractisedHand(70))->follows($points, 3400);
    }

    /**
     * Short presses all over, of every weight.
     *
     * @return non-empty-list<Trace>
     */
    public static function dots(Rect $in): array
    {
        $traces = [];
        for ($i = 0; $i < 21; $i++) {
            $x = $in->x + $in->width * ($i % 7 + 0.5 + 0.16 * sin(5.3 * $i)) / 7;
            $y = $in->y + $in->height * (intdiv($i, 7) + 0.5 + 0.16 * sin(8.9 * $i)) / 3;
            $firm = 0.15 + 0.85 * (($i * 8) % 21) / 20;
            $traces[] = (new PractisedHand(80 + $i))->moves(60, fn (float $u): array => [$x + 0.6 * $u, $y, $firm * sin(M_PI * min(1.0, 0.25 + $u))]);
        }

        return $traces;
    }

    /** One long line, straight but for the hand. */
    public static function straight(Rect $in): Trace
    {
        return (new PractisedHand(110))->moves(1400, fn (float $u): array => [
            $in->x + $in->width * $u,
            $in->y + $in->height * (0.55 - 0.1 * $u) + 1.6 * sin(5 * $u),
            0.62,
        ]);
    }

    /** A line whose pressure rises by steps. */
    public static function steps(Rect $in): Trace
    {
        return (new PractisedHand(120))->moves(2400, function (float $u) use ($in): array {
            $step = min(5, (int) floor($u * 6));
            $into = min(1.0, ($u * 6 - $step) / 0.16);

            return [
                $in->x + $in->width * $u,
                $in->y + $in->height * (0.5 + 0.06 * sin(9 * $u)),
                $step === 0 ? 0.16 * $into : ($step + ($into * $into * (3 - 2 * $into))) / 6,
            ];
        });
    }

    /** A line during which the pen leans over, goes round, and its barrel turns. */
    public static function tilts(Rect $in): Trace
    {
        return (new PractisedHand(130))->moves(2600, function (float $u) use ($in): array {
            $lean = 6 + 62 * sin(M_PI * $u);
            $way = 2 * M_PI * $u;
            // From altitude and azimuth as W3C Pointer Events Level 3 has it.
            $tangent = tan(deg2rad($lean));

            return [
                $in->x + $in->width * $u,
                $in->y + $in->height * (0.5 - 0.28 * sin(2 * M_PI * $u)),
                0.6,
                rad2deg(atan($tangent * cos($way))),
                rad2deg(atan($tangent * sin($way))),
                fmod(359.0 * $u, 360.0),
            ];
        });
    }

    /** A mouse: quick and slow, and no pressure at all. */
    public static function mouse(Rect $in): Trace
    {
        return (new PractisedHand(140, false))->follows([
            [(float) $in->x, $in->y + 0.7 * $in->height, 0.5], [$in->x + 0.2 * $in->width, $in->y + 0.15 * $in->height, 0.5], [$in->x + 0.34 * $in->width, $in->y + 0.8 * $in->height, 0.5],
            [$in->x + 0.5 * $in->width, $in->y + 0.42 * $in->height, 0.5], [$in->x + 0.56 * $in->width, $in->y + 0.52 * $in->height, 0.5], [$in->x + 0.6 * $in->width, $in->y + 0.44 * $in->height, 0.5], [(float) $in->right(), $in->y + 0.4 * $in->height, 0.5],
        ], 1500);
    }

    /** A pen that goes a way, rests, goes on and rests again. */
    public static function rests(Rect $in): Trace
    {
        return (new PractisedHand(150))->moves(3000, function (float $u) use ($in): array {
            // Three ways and two rests between them.
            $way = match (true) {
                $u < 0.22 => $u / 0.22 * 0.36,
                $u < 0.42 => 0.36,
                $u < 0.62 => 0.36 + ($u - 0.42) / 0.2 * 0.34,
                $u < 0.84 => 0.7,
                default => 0.7 + ($u - 0.84) / 0.16 * 0.3,
            };

            return [$in->x + $in->width * $way, $in->y + $in->height * (0.5 - 0.32 * sin(5.2 * $way)), 0.35 + 0.35 * sin(M_PI * min(1.0, 0.15 + $u))];
        });
    }
}
