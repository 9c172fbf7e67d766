<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use function is_int;

/**
 * Scales pictures, one axis after the other.
 *
 * Colours are weighted by their alpha, so nothing bleeds out of what is transparent.
 *
 * @phpstan-import-type Taps from ResamplingTaps
 */
final readonly class Resampler
{
    public function __construct(private Filter $filter)
    {
    }

    public function plane(Plane $in, int $width, int $height): Plane
    {
        if ($in->width === $width && $in->height === $height) {
            return $in;
        }
        $rows = self::across($in->values, $in->height, $in->width, ResamplingTaps::of($this->filter, $in->width, $width), Plane::FULL);
        $turned = self::transpose($rows, $width, $in->height);
        $columns = self::across($turned, $width, $in->height, ResamplingTaps::of($this->filter, $in->height, $height), Plane::FULL);

        return new Plane($width, $height, self::transpose($columns, $height, $width));
    }

    /** No longer than so many px on either side; what is smaller keeps its size. */
    public function within(Bitmap $in, int $side): Bitmap
    {
        $factor = $side / max($in->width, $in->height, $side);

        return $this->bitmap($in, max(1, (int) round($in->width * $factor)), max(1, (int) round($in->height * $factor)));
    }

    public function bitmap(Bitmap $in, int $width, int $height): Bitmap
    {
        if ($in->width === $width && $in->height === $height) {
            return $in;
        }
        if ($this->filter === Filter::Area) {
            $across = ResamplingTaps::of($this->filter, $in->width, $width);
            $down = ResamplingTaps::of($this->filter, $in->height, $height);

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
            $turned = self::threefold($in->values, $in->height, $in->width, ResamplingTaps::aboutCentre($in->width, $width, $outWidth));

            return new Plane($outWidth, $outHeight, self::threefold($turned, $outWidth, $in->height, ResamplingTaps::aboutCentre($in->height, $height, $outHeight)));
        }
        $rows = self::across($in->values, $in->height, $in->width, ResamplingTaps::aboutCentre($in->width, $width, $outWidth), Plane::FULL);
        $turned = self::transpose($rows, $outWidth, $in->height);
        $columns = self::across($turned, $outWidth, $in->height, ResamplingTaps::aboutCentre($in->height, $height, $outHeight), Plane::FULL);

        return new Plane($outWidth, $outHeight, self::transpose($columns, $outHeight, $outWidth));
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
