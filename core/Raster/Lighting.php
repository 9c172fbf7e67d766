<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use function is_int;

/**
 * Uneven light on a flat ground.
 *
 * What the camera saw is light times colour (the retinex model: Land and McCann, "Lightness
 * and Retinex Theory", 1971). First a polynomial surface is laid through the logarithm of the
 * ground, by least squares whose weights forget what is darker (reweighted after Holland and
 * Welsch, 1977): a window at one side and a lens that darkens its corners are as smooth as that.
 * What it leaves, shadows and folds, is found from near by: a grey-scale closing takes out dark
 * marks smaller than its window (Serra, "Image Analysis and Mathematical Morphology", 1982), an opening light marks on a dark
 * ground; what differs from it is the mark. The light is what the rest shows, and under the
 * mark what lies around it (normalised convolution: Knutsson and Westin, 1993). The picture is
 * divided by it and multiplied by the brightest of it.
 */
final class Lighting
{
    /** px of the longer side of the small picture on which light is looked for. */
    private const SMALL = 112;

    /** Terms of a polynomial of the third degree in two variables. */
    private const TERMS = 10;

    private const ROUNDS = 7;

    /** Every so many pixels of the small picture one is looked at for it. */
    private const EVERY = 3;

    /** Difference in the logarithm from which a pixel is no ground. */
    private const TOLERANCE = 0.12;

    /** What is darker than this part of the ground around it is the mark. */
    private const MARK = 0.85;

    /** Three lanes of 21 bits, of which 16 are used. */
    private const LANES = 0xFFFF << 42 | 0xFFFF << 21 | 0xFFFF;

    /** Light below this, of 65535, is night: dividing by less would only bring up noise. */
    private const NIGHT = 2621;

    /** @param  float  $radius  px: marks smaller than this do not count as light */
    public static function flattened(Bitmap $in, float $radius, bool $groundIsDarker): Bitmap
    {
        $factor = min(1.0, self::SMALL / max($in->width, $in->height));
        $width = max(1, (int) round($in->width * $factor));
        $height = max(1, (int) round($in->height * $factor));
        $small = self::shrunk($in, $width, $height);
        $reach = max(1, (int) round($radius * $factor));
        $broad = self::broadGains($small, $width, $height, $groundIsDarker);
        $gains = [];
        foreach ([24, 16, 8] as $shift) {
            $channel = [];
            foreach ($small as $i => $pixel) {
                // What is transparent has no light: it must not darken what is beside it.
                $lit = ($pixel & 255) < 128 ? ($groundIsDarker ? 65535.0 : 0.0) : ($pixel >> $shift & 255) * 257 * $broad[$i];
                $channel[] = $lit < 65535.0 ? (int) $lit : 65535;
            }
            $light = self::ground($channel, $width, $height, $reach, $groundIsDarker);
            $brightest = max($light);
            // 8.8 bits: the factor by which each place is lit up.
            $gain = [];
            foreach ($light as $i => $l) {
                $factor = 256 * $broad[$i] * $brightest / ($l < self::NIGHT ? self::NIGHT : $l);
                $gain[] = $factor < 65535.0 ? (int) ($factor + 0.5) : 65535;
            }
            $gains[] = $gain;
        }

        return self::divided($in, $gains[0], $gains[1], $gains[2], $width, $height);
    }

    /**
     * The factor by which each place is to be lit up, by the smooth part of the light alone; 1 where it is brightest.
     *
     * @param  array<int, int>  $small  0xRRGGBBAA
     * @return array<int, float>
     */
    private static function broadGains(array $small, int $width, int $height, bool $groundIsDarker): array
    {
        $terms = $logs = [];
        for ($y = 0; $y < $height; $y += self::EVERY) {
            for ($x = 0; $x < $width; $x += self::EVERY) {
                $p = $small[$y * $width + $x];
                if (($p & 255) >= 128) {
                    $u = self::place($x, $width);
                    $v = self::place($y, $height);
                    $terms[] = [1.0, $u, $v, $u * $u, $u * $v, $v * $v, $u * $u * $u, $u * $u * $v, $u * $v * $v, $v * $v * $v];
                    $logs[] = log(max(0.02, (0.2126 * ($p >> 24) + 0.7152 * ($p >> 16 & 255) + 0.0722 * ($p >> 8 & 255)) / 255));
                }
            }
        }
        $weights = array_fill(0, count($terms), 1.0);
        $fit = array_fill(0, self::TERMS, 0.0);
        for ($round = 0; $round < self::ROUNDS && count($terms) > 4 * self::TERMS; $round++) {
            $fit = self::leastSquares($terms, $logs, $weights);
            foreach ($terms as $k => $t) {
                $off = $logs[$k];
                for ($a = 0; $a < self::TERMS; $a++) {
                    $off -= $fit[$a] * $t[$a];
                }
                $wrong = $groundIsDarker ? $off : -$off;
                $weights[$k] = $wrong > 0 ? exp(-($wrong / self::TOLERANCE) ** 2) : 1.0;
            }
        }
        $light = [];
        for ($y = 0; $y < $height; $y++) {
            // Along a row it is a polynomial in u.
            $v = self::place($y, $height);
            $c0 = $fit[0] + $v * ($fit[2] + $v * ($fit[5] + $v * $fit[9]));
            $c1 = $fit[1] + $v * ($fit[4] + $v * $fit[8]);
            $c2 = $fit[3] + $v * $fit[7];
            for ($x = 0; $x < $width; $x++) {
                $u = self::place($x, $width);
                $light[] = $c0 + $u * ($c1 + $u * ($c2 + $u * $fit[6]));
            }
        }
        $most = $light === [] ? 0.0 : max($light);

        return array_map(fn (float $l): float => exp(min(3.0, $most - $l)), $light);
    }

    /** The middle of a pixel, counted from −1 to 1 across the picture. */
    private static function place(int $at, int $of): float
    {
        return 2 * ($at + 0.5) / $of - 1;
    }

    /**
     * The normal equations, solved by elimination; a trace on the diagonal keeps them solvable.
     *
     * @param  list<non-empty-list<float>>  $terms  of each place
     * @param  list<float>  $values
     * @param  array<int, float>  $weights
     * @return array<int, float>
     */
    private static function leastSquares(array $terms, array $values, array $weights): array
    {
        $n = self::TERMS;
        // Row by row from the diagonal on, and the right side last.
        $sums = array_fill(0, $n * ($n + 1), 0.0);
        foreach ($terms as $k => $t) {
            $t[] = $values[$k];
            $weight = $weights[$k];
            $at = 0;
            for ($a = 0; $a < $n; $a++) {
                $w = $weight * $t[$a];
                for ($b = $a; $b <= $n; $b++) {
                    $sums[$at] += $w * $t[$b];
                    $at++;
                }
            }
        }
        $rows = array_fill(0, $n, array_fill(0, $n + 1, 0.0));
        $at = 0;
        for ($a = 0; $a < $n; $a++) {
            for ($b = $a; $b <= $n; $b++) {
                $rows[$a][$b] = $sums[$at];
                if ($b < $n) {
                    $rows[$b][$a] = $sums[$at];
                }
                $at++;
            }
            $rows[$a][$a] += 1e-6 * count($terms);
        }
        for ($a = 0; $a < $n; $a++) {
            for ($r = $a + 1; $r < $n; $r++) {
                $factor = $rows[$r][$a] / $rows[$a][$a];
                for ($b = $a; $b <= $n; $b++) {
                    $rows[$r][$b] -= $factor * $rows[$a][$b];
                }
            }
        }
        $out = array_fill(0, $n, 0.0);
        for ($a = $n - 1; $a >= 0; $a--) {
            $sum = $rows[$a][$n];
            for ($b = $a + 1; $b < $n; $b++) {
                $sum -= $rows[$a][$b] * $out[$b];
            }
            $out[$a] = $sum / $rows[$a][$a];
        }

        return $out;
    }

    /**
     * Each small pixel is the mean of those that fall into it.
     *
     * @return array<int, int> 0xRRGGBBAA
     */
    private static function shrunk(Bitmap $in, int $width, int $height): array
    {
        $pixels = $in->pixels;
        $edges = [];
        for ($column = 0; $column <= $width; $column++) {
            $edges[] = intdiv($column * $in->width + $width - 1, $width);
        }
        $out = [];
        $y = 0;
        for ($row = 0; $row < $height; $row++) {
            // Red and green, blue and alpha: two sums in one int each.
            $redGreens = $blueAlphas = array_fill(0, $width, 0);
            $from = $y;
            for ($until = intdiv(($row + 1) * $in->height, $height); $y < $until; $y++) {
                $line = $y * $in->width;
                $i = $line;
                for ($column = 0; $column < $width; $column++) {
                    $redGreen = $blueAlpha = 0;
                    for ($end = $line + $edges[$column + 1]; $i < $end; $i++) {
                        $p = $pixels[$i];
                        $redGreen += $p >> 24 << 32 | $p >> 16 & 255;
                        $blueAlpha += ($p & 0xFF00) << 24 | $p & 255;
                    }
                    $redGreens[$column] += $redGreen;
                    $blueAlphas[$column] += $blueAlpha;
                }
            }
            for ($column = 0; $column < $width; $column++) {
                $count = ($y - $from) * ($edges[$column + 1] - $edges[$column]);
                $out[] = intdiv($redGreens[$column] >> 32, $count) << 24 | intdiv($redGreens[$column] & 0xFFFFFFFF, $count) << 16 | intdiv($blueAlphas[$column] >> 32, $count) << 8 | intdiv($blueAlphas[$column] & 0xFFFFFFFF, $count);
            }
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $channel  0–65535
     * @return non-empty-array<int, int>
     */
    private static function ground(array $channel, int $width, int $height, int $reach, bool $darker): array
    {
        $first = self::most($channel, $width, $height, $reach, $darker);
        $closed = self::most($first, $width, $height, $reach, ! $darker);
        $clean = [];
        foreach ($closed as $i => $ground) {
            $clean[] = ($darker ? $ground >= $channel[$i] * self::MARK : $channel[$i] >= $ground * self::MARK) ? 65535 : 0;
        }
        // Pixels beside the mark hold some of it.
        $clean = self::most($clean, $width, $height, 1, true);
        // What is shown and where, in two lanes.
        $shown = [];
        foreach ($clean as $i => $is) {
            $shown[] = $is > 0 ? $channel[$i] << 32 | $is : 0;
        }
        $near = Blur::lanes($shown, $width, $height, max(1.0, $reach / 8));
        $far = Blur::lanes($shown, $width, $height, max(2.0, (float) $reach));
        $light = [];
        foreach ($closed as $i => $ground) {
            $both = 64 * $near[$i] + $far[$i];
            $weight = $both & 0xFFFFFFFF;
            $mean = $weight < 64 ? (float) $ground : ($both >> 32) * 65535.0 / $weight;
            $light[] = $mean < 65535.0 ? (int) $mean : 65535;
        }

        return $light === [] ? [0] : $light;
    }

    /**
     * The largest (or smallest) value in a square around each pixel, one axis after the other, at a
     * cost that does not grow with the square: van Herk, "A fast algorithm for local minimum and
     * maximum filters on rectangular and octagonal kernels" (1992).
     *
     * @param  array<int, int>  $in  0–65535
     * @return array<int, int>
     */
    private static function most(array $in, int $width, int $height, int $reach, bool $smallest): array
    {
        if ($smallest) {
            foreach ($in as $i => $v) {
                $in[$i] = 65535 - $v;
            }
        }
        $in = self::largestAlong($in, $width, $height, 1, $width, $reach);
        $in = self::largestAlong($in, $height, $width, $width, 1, $reach);
        if ($smallest) {
            foreach ($in as $i => $v) {
                $in[$i] = 65535 - $v;
            }
        }

        return $in;
    }

    /**
     * @param  array<int, int>  $in  0–65535
     * @param  int  $step  from one pixel of a line to the next
     * @param  int  $across  from one line to the next
     * @return array<int, int>
     */
    private static function largestAlong(array $in, int $length, int $lines, int $step, int $across, int $reach): array
    {
        $out = $in;
        $window = 2 * $reach + 1;
        $padded = $length + 2 * $reach;
        $line = $up = $back = array_fill(0, $padded, 0);
        for ($k = 0; $k < $lines; $k++) {
            for ($i = 0, $at = $k * $across; $i < $length; $i++, $at += $step) {
                $line[$i + $reach] = $in[$at];
            }
            // The largest from the start of a block of the window's size up to here, and from here to its end.
            $most = 0;
            for ($i = 0, $left = 0; $i < $padded; $i++, $left--) {
                if ($left === 0) {
                    $most = 0;
                    $left = $window;
                }
                $v = $line[$i];
                $most = $v > $most ? $v : $most;
                $up[$i] = $most;
            }
            $most = 0;
            for ($i = $padded - 1, $left = $padded % $window; $i >= 0; $i--, $left--) {
                if ($left === 0) {
                    $most = 0;
                    $left = $window;
                }
                $v = $line[$i];
                $most = $v > $most ? $v : $most;
                $back[$i] = $most;
            }
            for ($i = 0, $at = $k * $across; $i < $length; $i++, $at += $step) {
                $a = $back[$i];
                $b = $up[$i + 2 * $reach];
                $out[$at] = $a > $b ? $a : $b;
            }
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $red  gains of the small picture, 8.8 bits
     * @param  array<int, int>  $green
     * @param  array<int, int>  $blue
     */
    private static function divided(Bitmap $in, array $red, array $green, array $blue, int $width, int $height): Bitmap
    {
        // Bilinear between the gains: the three in lanes of 21 bits.
        $gains = [];
        foreach ($red as $i => $r) {
            $gains[] = $r << 42 | $green[$i] << 21 | $blue[$i];
        }
        $step = (int) round(65536 * $width / $in->width);
        $last = $width - 1;
        $out = $in->pixels;
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            [$row, $next, $fy] = self::between($y, $in->height, $height);
            for ($x = 0, $columns = []; $x < $width; $x++) {
                $columns[] = ($gains[$row * $width + $x] * (16 - $fy) + $gains[$next * $width + $x] * $fy) >> 4 & self::LANES;
            }
            $at = ($step >> 1) - 32768;
            for ($rowEnd = $i + $in->width; $i < $rowEnd;) {
                // The pixels between two columns.
                $column = $at >> 16;
                $here = (int) $columns[$column < 0 ? 0 : ($column > $last ? $last : $column)];
                $there = (int) $columns[$column < 0 ? 0 : ($column >= $last ? $last : $column + 1)];
                $end = $i + intdiv(($column + 1 << 16) - $at + $step - 1, $step);
                $end = $end < $rowEnd ? $end : $rowEnd;
                for (; $i < $end; $i++) {
                    $f = $at >> 12 & 15;
                    $gain = ($here * (16 - $f) + $there * $f) >> 4;
                    $p = $out[$i];
                    if (! is_int($p)) {
                        return $in;
                    }
                    $r = ($p >> 24) * ($gain >> 42 & 0xFFFF) >> 8;
                    $g = ($p >> 16 & 255) * ($gain >> 21 & 0xFFFF) >> 8;
                    $b = ($p >> 8 & 255) * ($gain & 0xFFFF) >> 8;
                    // What exceeds 255 gets all its bits set: no branches, which bright paper takes by chance.
                    $out[$i] = (($r | 255 - $r >> 63) & 255) << 24 | (($g | 255 - $g >> 63) & 255) << 16 | (($b | 255 - $b >> 63) & 255) << 8 | $p & 255;
                    $at += $step;
                }
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /** @return array{int, int, int} the two lines of the small picture around a line of the large one, and sixteenths of the way */
    private static function between(int $at, int $of, int $small): array
    {
        $place = max(0.0, min($small - 1.0, ($at + 0.5) * $small / $of - 0.5));
        $line = (int) $place;

        return [$line, min($small - 1, $line + 1), (int) (($place - $line) * 16)];
    }
}
