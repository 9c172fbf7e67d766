<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Raster\Rect;

/**
 * Traces that look drawn by a hand, in place of a tablet: the same on every machine.
 *
 * They are reported at 120 Hz, with the slight tremble and lean of a real pen.
 */
final class PracticePen
{
    /** ms between samples. */
    private const EVERY = 1000.0 / 120;

    public const SWELL = 'slow swell';

    public const FLICKS = 'quick flicks';

    public const TAPS = 'taps';

    /**
     * The three practice traces, arranged to fill a swatch.
     *
     * @return array<string, list<Trace>> by name
     */
    public static function all(int $width, int $height): array
    {
        $split = (int) round($width * 0.66);
        $margin = (int) round($height * 0.2);

        return [
            self::SWELL => [self::swell(Rect::between((int) round($width * 0.06), $margin, $split, $height - $margin))],
            self::FLICKS => self::flicks(Rect::between($split + $margin, $margin, $width - $margin, (int) round($height * 0.58))),
            self::TAPS => self::taps(Rect::between($split + $margin, (int) round($height * 0.78), $width - $margin, (int) round($height * 0.8))),
        ];
    }

    /** A slow wave that presses harder towards its middle. */
    public static function swell(Rect $in): Trace
    {
        return self::trace(1600, 1, fn (float $u): array => [
            $in->x + $in->width * $u,
            $in->y + $in->height * (0.5 - 0.5 * sin(6.4 * $u + 0.15)),
            0.06 + 0.94 * sin(M_PI * $u) ** 0.8,
        ]);
    }

    /**
     * Short fast strokes that start firm and lift at once.
     *
     * @return list<Trace>
     */
    public static function flicks(Rect $in): array
    {
        $traces = [];
        for ($i = 0; $i < 4; $i++) {
            $left = $in->x + $in->width * $i / 4;
            $traces[] = self::trace(150, 10 + $i, fn (float $u): array => [
                $left + $in->width * 0.26 * $u,
                $in->bottom() - $in->height * (0.15 + 0.85 * $u ** 0.9),
                0.9 * (1 - $u) ** 0.7 + 0.02,
            ]);
        }

        return $traces;
    }

    /**
     * Single presses, from light to firm.
     *
     * @return list<Trace>
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
     * @param  float  $lasts  ms
     * @param  int  $hand  different for each trace, so that no two tremble alike
     * @param  callable(float): array{float, float, float}  $at  place and pressure at a part of the time
     */
    private static function trace(float $lasts, int $hand, callable $at): Trace
    {
        $chance = new Chance($hand);
        $count = max(2, (int) round($lasts / self::EVERY));
        $samples = [];
        $driftX = $driftY = 0.0;
        for ($i = 0; $i <= $count; $i++) {
            $u = $i / $count;
            [$x, $y, $pressure] = $at($u);
            // A hand trembles smoothly: chance is filtered, not added raw.
            $driftX += (0.9 * $chance->signed(1, $i) - $driftX) * 0.15;
            $driftY += (0.9 * $chance->signed(2, $i) - $driftY) * 0.15;
            $samples[] = new Sample(
                $i * self::EVERY,
                $x + $driftX,
                $y + $driftY,
                max(0.0, min(1.0, $pressure + 0.015 * $chance->signed(3, $i))),
                22 + 6 * sin($u * 3),
                -16 + 4 * cos($u * 4),
            );
        }

        return new Trace($samples);
    }
}
