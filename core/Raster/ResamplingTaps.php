<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * Which old samples make each new one, and by how much.
 *
 * Where the taps of each new sample start, how many there are, and all weights one after another:
 *
 * @phpstan-type Taps array{0: array<int, int>, 1: array<int, int>, 2: array<int, int>}
 */
final class ResamplingTaps
{
    /** Weights are fixed-point fractions of this. */
    public const ONE = 65536;

    /**
     * Area weights of a picture that is scaled about its middle into one of whole px.
     *
     * @param  float  $size  px that it is scaled to
     * @return Taps
     */
    public static function aboutCentre(int $from, float $size, int $to): array
    {
        $ratio = $from / $size;
        $margin = ($to - $size) / 2;
        $starts = $counts = $weights = [];
        for ($i = 0; $i < $to; $i++) {
            $left = max(0.0, ($i - $margin) * $ratio);
            $right = min((float) $from, ($i + 1 - $margin) * $ratio);
            $count = 0;
            $first = min($from - 1, max(0, (int) floor($left)));
            for ($k = $first; $k < $from && $k < $right; $k++) {
                $weights[] = (int) round(max(0.0, min($right, $k + 1.0) - max($left, (float) $k)) / $ratio * self::ONE);
                $count++;
            }
            $starts[] = $first;
            $counts[] = $count;
        }

        return [$starts, $counts, $weights];
    }

    /**
     * For each new sample: where its taps start, how many there are, and their weights one after another.
     *
     * @return Taps
     */
    public static function of(Filter $filter, int $from, int $to): array
    {
        $ratio = $from / $to;
        $starts = $counts = $weights = [];
        for ($i = 0; $i < $to; $i++) {
            [$first, $raw] = $filter === Filter::Area
                ? self::areaTaps($i * $ratio, ($i + 1) * $ratio, $from)
                : self::lanczosTaps(($i + 0.5) * $ratio, max(1.0, $ratio), $from);
            $sum = array_sum($raw);
            $left = self::ONE;
            $last = count($raw) - 1;
            $largest = (int) array_search(max($raw), $raw, true);
            $fixed = [];
            foreach ($raw as $weight) {
                $fixed[] = (int) round($weight / $sum * self::ONE);
            }
            // Rounding must not add or lose ink: the heaviest tap takes the rest.
            $fixed[$largest] += $left - (int) array_sum($fixed);
            $starts[] = $first;
            $counts[] = $last + 1;
            foreach ($fixed as $weight) {
                $weights[] = $weight;
            }
        }

        return [$starts, $counts, $weights];
    }

    /**
     * @return array{int, non-empty-list<float>}
     */
    private static function areaTaps(float $left, float $right, int $size): array
    {
        $first = min($size - 1, (int) floor($left + 1e-9));
        $end = max($first + 1, min($size, (int) ceil($right - 1e-9)));
        $raw = [];
        for ($k = $first; $k < $end; $k++) {
            $raw[] = max(1e-9, min($right, $k + 1.0) - max($left, (float) $k));
        }

        return [$first, $raw === [] ? [1.0] : $raw];
    }

    /**
     * Lanczos, "Applied Analysis" (1956); windowed sinc with a = 3.
     *
     * @return array{int, non-empty-list<float>}
     */
    private static function lanczosTaps(float $centre, float $stretch, int $size): array
    {
        $reach = 3.0 * $stretch;
        $first = max(0, (int) floor($centre - $reach));
        $end = max($first + 1, min($size, (int) ceil($centre + $reach)));
        $raw = [];
        for ($k = $first; $k < $end; $k++) {
            $x = ($k + 0.5 - $centre) / $stretch;
            $raw[] = abs($x) < 1e-9 ? 1.0 : (abs($x) >= 3.0 ? 0.0 : 3.0 * sin(M_PI * $x) * sin(M_PI * $x / 3.0) / (M_PI * M_PI * $x * $x));
        }

        return [$first, $raw === [] ? [1.0] : $raw];
    }
}
