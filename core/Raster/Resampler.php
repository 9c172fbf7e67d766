<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use function is_int;

/**
 * Scales pictures, one axis after the other.
 *
 * Colours are weighted by their alpha, so nothing bleeds out of what is transparent.
 *
 * @phpstan-type Taps array{0: array<int, int>, 1: array<int, int>, 2: array<int, int>}
 */
final readonly class Resampler
{
    /** Weights are fixed-point fractions of this. */
    private const ONE = 65536;

    public function __construct(private Filter $filter)
    {
    }

    public function plane(Plane $in, int $width, int $height): Plane
    {
        if ($in->width === $width && $in->height === $height) {
            return $in;
        }
        $rows = self::across($in->values, $in->height, $in->width, $this->taps($in->width, $width), Plane::FULL);
        $turned = self::transpose($rows, $width, $in->height);
        $columns = self::across($turned, $width, $in->height, $this->taps($in->height, $height), Plane::FULL);

        return new Plane($width, $height, self::transpose($columns, $height, $width));
    }

    public function bitmap(Bitmap $in, int $width, int $height): Bitmap
    {
        if ($in->width === $width && $in->height === $height) {
            return $in;
        }
        if ($this->filter === Filter::Area) {
            $across = $this->taps($in->width, $width);
            $down = $this->taps($in->height, $height);

            return Premultiplied::of($in)->each(fn (array $lanes): array => self::lanesDown(self::lanesAcross($lanes, $in->height, $in->width, $across), $width, $down), $width, $height)->toBitmap();
        }
        $r = $g = $b = $a = [];
        foreach ($in->pixels as $p) {
            $alpha = $p & 255;
            // 8 · 8 bits: a premultiplied channel stays within 16.
            $r[] = ($p >> 24) * $alpha;
            $g[] = ($p >> 16 & 255) * $alpha;
            $b[] = ($p >> 8 & 255) * $alpha;
            $a[] = $alpha * 257;
        }
        $r = $this->plane(new Plane($in->width, $in->height, $r), $width, $height)->values;
        $g = $this->plane(new Plane($in->width, $in->height, $g), $width, $height)->values;
        $b = $this->plane(new Plane($in->width, $in->height, $b), $width, $height)->values;
        $a = $this->plane(new Plane($in->width, $in->height, $a), $width, $height)->values;
        $out = [];
        foreach ($a as $i => $alpha) {
            if ($alpha < 129) {
                $out[] = 0;

                continue;
            }
            // premultiplied/255 ÷ (alpha/65535) = premultiplied · 257 ÷ alpha
            $half = $alpha >> 1;
            $out[] = min(255, intdiv($r[$i] * 257 + $half, $alpha)) << 24
                | min(255, intdiv($g[$i] * 257 + $half, $alpha)) << 16
                | min(255, intdiv($b[$i] * 257 + $half, $alpha)) << 8
                | intdiv($alpha + 128, 257);
        }

        return new Bitmap($width, $height, $out);
    }

    /**
     * Area-scales to a size that need not be whole pixels, in the middle of a plane that is.
     *
     * @param  float  $width  px the picture takes in the result; the rest is empty
     * @param  float  $height  px
     */
    public static function aboutCentre(Plane $in, float $width, float $height, int $outWidth, int $outHeight): Plane
    {
        if ($in->width <= 2 * $width && $in->height <= 2 * $height) {
            $turned = self::threefold($in->values, $in->height, $in->width, self::centredTaps($in->width, $width, $outWidth));

            return new Plane($outWidth, $outHeight, self::threefold($turned, $outWidth, $in->height, self::centredTaps($in->height, $height, $outHeight)));
        }
        $rows = self::across($in->values, $in->height, $in->width, self::centredTaps($in->width, $width, $outWidth), Plane::FULL);
        $turned = self::transpose($rows, $outWidth, $in->height);
        $columns = self::across($turned, $outWidth, $in->height, self::centredTaps($in->height, $height, $outHeight), Plane::FULL);

        return new Plane($outWidth, $outHeight, self::transpose($columns, $outHeight, $outWidth));
    }

    /**
     * @return Taps
     */
    private static function centredTaps(int $from, float $size, int $to): array
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
    private function taps(int $from, int $to): array
    {
        $ratio = $from / $to;
        $starts = $counts = $weights = [];
        for ($i = 0; $i < $to; $i++) {
            [$first, $raw] = $this->filter === Filter::Area
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

    /**
     * Scales every row.
     *
     * @param  array<int, int>  $in
     * @param  Taps  $taps
     * @return array<int, int>
     */
    private static function across(array $in, int $rows, int $width, array $taps, int $most): array
    {
        [$starts, $counts, $weights] = $taps;
        $new = count($starts);
        $out = array_fill(0, $rows * $new, 0);
        $to = 0;
        for ($y = 0; $y < $rows; $y++) {
            $row = $y * $width;
            $w = 0;
            for ($x = 0; $x < $new; $x++) {
                $i = $row + $starts[$x];
                $end = $i + $counts[$x];
                $sum = 32768;
                while ($i < $end) {
                    $sum += $in[$i] * $weights[$w];
                    $i++;
                    $w++;
                }
                $sum >>= 16;
                $out[$to] = $sum < 0 ? 0 : ($sum > $most ? $most : $sum);
                $to++;
            }
        }

        return $out;
    }

    /**
     * Scales every row of two lanes; no weight is negative.
     *
     * @param  array<int, int>  $in
     * @param  Taps  $taps
     * @return array<int, int>
     */
    private static function lanesAcross(array $in, int $rows, int $width, array $taps): array
    {
        [$starts, $counts, $weights] = $taps;
        $new = count($starts);
        $out = array_fill(0, $rows * $new, 0);
        $to = 0;
        for ($y = 0; $y < $rows; $y++) {
            $row = $y * $width;
            $w = 0;
            for ($x = 0; $x < $new; $x++) {
                $i = $row + $starts[$x];
                $end = $i + $counts[$x];
                $high = 32768;
                $low = 32768;
                while ($i < $end) {
                    $value = $in[$i];
                    $weight = $weights[$w];
                    if (! is_int($value) || ! is_int($weight)) {
                        return $out;
                    }
                    $high += ($value >> 32) * $weight;
                    $low += ($value & 0xFFFFFFFF) * $weight;
                    $i++;
                    $w++;
                }
                $out[$to] = $high >> 16 << 32 | $low >> 16;
                $to++;
            }
        }

        return $out;
    }

    /**
     * Scales every column of two lanes, row by row, so that memory is read in its order.
     *
     * @param  array<int, int>  $in
     * @param  Taps  $taps
     * @return array<int, int>
     */
    private static function lanesDown(array $in, int $width, array $taps): array
    {
        [$starts, $counts, $weights] = $taps;
        $out = [];
        $w = 0;
        foreach ($starts as $y => $first) {
            $high = $low = array_fill(0, $width, 32768);
            $i = $first * $width;
            for ($k = $counts[$y]; $k > 0; $k--) {
                $weight = $weights[$w];
                $w++;
                for ($x = 0; $x < $width; $x++) {
                    $value = $in[$i];
                    if (! is_int($value)) {
                        return $out;
                    }
                    $high[$x] += ($value >> 32) * $weight;
                    $low[$x] += ($value & 0xFFFFFFFF) * $weight;
                    $i++;
                }
            }
            for ($x = 0; $x < $width; $x++) {
                $out[] = $high[$x] >> 16 << 32 | $low[$x] >> 16;
            }
        }

        return $out;
    }

    /**
     * Scales the rows to half their length at most, and writes them as columns: a new sample
     * then covers three old ones at most, and a loop without a loop inside it is what the JIT
     * does best.
     *
     * @param  array<int, int>  $in
     * @param  Taps  $taps
     * @return array<int, int>
     */
    private static function threefold(array $in, int $rows, int $width, array $taps): array
    {
        [$starts, $counts, $weights] = $taps;
        $out = array_fill(0, $rows * count($starts), 0);
        // Beyond the last sample there are two more to be multiplied by nothing.
        $in[] = 0;
        $in[] = 0;
        $w = 0;
        $to = 0;
        foreach ($starts as $x => $i) {
            $first = $weights[$w] ?? 0;
            $second = $counts[$x] > 1 ? $weights[$w + 1] : 0;
            $third = $counts[$x] > 2 ? $weights[$w + 2] : 0;
            $w += $counts[$x];
            for ($end = $to + $rows; $to < $end; $to++) {
                $a = $in[$i];
                $b = $in[$i + 1];
                $c = $in[$i + 2];
                if (! is_int($a) || ! is_int($b) || ! is_int($c)) {
                    return $out;
                }
                $sum = $a * $first + $b * $second + $c * $third + 32768 >> 16;
                $out[$to] = $sum > 65535 ? 65535 : $sum;
                $i += $width;
            }
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $in
     * @return array<int, int>
     */
    private static function transpose(array $in, int $width, int $height): array
    {
        $out = array_fill(0, $width * $height, 0);
        $i = 0;
        for ($y = 0; $y < $height; $y++) {
            $j = $y;
            for ($x = 0; $x < $width; $x++) {
                $out[$j] = $in[$i];
                $i++;
                $j += $height;
            }
        }

        return $out;
    }
}
