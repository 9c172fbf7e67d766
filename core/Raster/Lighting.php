<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

use function is_int;

/**
 * Uneven light on a flat ground.
 *
 * What the camera saw is light times colour (the retinex model: Land and McCann, "Lightness
 * and Retinex Theory", 1971). A grey-scale closing takes out dark marks smaller than its window
 * (Serra, "Image Analysis and Mathematical Morphology", 1982), an opening light marks on a dark
 * ground; what differs from it is the mark, unless it goes over into the ground without a step
 * at the picture's edge, as shade does (small steps are light, large ones colour: Horn, "Determining
 * Lightness from an Image", 1974). The light is what the rest shows; under the mark it is a smooth
 * surface through the rest, and what spreads into it from around beside that. The picture is divided by it and multiplied by the light of its well-lit parts.
 */
final class Lighting
{
    /** px of the longer side of the small picture on which light is looked for. */
    private const SMALL = 112;

    /** Terms of a polynomial of the second degree in two variables. */
    private const TERMS = 6;

    /** How far the logarithm of the surface may go beyond what is seen. */
    private const BEYOND_SEEN = 0.2;

    /** Every so many pixels of the small picture one is looked at for it. */
    private const EVERY = 3;

    /** What is darker than this part of the ground around it is the mark. */
    private const MARK = 0.85;

    /** The difference between neighbours of the small picture, as a part of the brighter one, from which it is the edge of a mark. */
    private const STEP = 0.1;

    /** Three lanes of 21 bits, of which 16 are used. */
    private const LANES = 0xFFFF << 42 | 0xFFFF << 21 | 0xFFFF;

    /** Part of the picture that is no brighter than what is called well lit. */
    private const WELL_LIT = 0.98;

    /** Rounds of relaxation of the light under marks, and by how much each goes beyond the mean of the neighbours. */
    private const RELAXATIONS = 40;

    private const BEYOND = 1.7;

    /** Light below this, of 65535, is night: dividing by less would only bring up noise. */
    private const NIGHT = 2621;

    /** @param  float  $radius  px: marks smaller than this do not count as light */
    public static function flattened(Bitmap $in, float $radius, bool $groundIsDarker): Bitmap
    {
        $factor = min(1.0, self::SMALL / max($in->width, $in->height));
        $width = max(1, (int) round($in->width * $factor));
        $height = max(1, (int) round($in->height * $factor));
        $small = self::shrunk($in, $width, $height, $groundIsDarker);
        $reach = max(1, (int) round($radius * $factor));
        $gains = [];
        foreach ([24, 16, 8] as $shift) {
            $channel = [];
            foreach ($small as $pixel) {
                // What is transparent has no light: it must not darken what is beside it.
                $channel[] = ($pixel & 255) < 128 ? ($groundIsDarker ? 65535 : 0) : ($pixel >> $shift & 255) * 257;
            }
            $light = self::ground($channel, $width, $height, $reach, $groundIsDarker);
            $bright = self::bright($light);
            // 8.8 bits: the factor by which each place is lit up.
            $gains[] = array_map(fn (int $l): int => (int) min(65535.0, 256 * $bright / max(self::NIGHT, $l) + 0.5), $light);
        }

        return self::divided($in, $gains[0], $gains[1], $gains[2], $width, $height);
    }

    /**
     * The light of well-lit places: few are brighter.
     *
     * @param  non-empty-array<int, int>  $light
     */
    private static function bright(array $light): int
    {
        sort($light);

        return $light[(int) (self::WELL_LIT * (count($light) - 1))];
    }

    /**
     * Each small pixel is the brightest of those that fall into it, or the darkest on a darker
     * ground: between strokes the paper is seen as it is.
     *
     * @return array<int, int> 0xRRGGBBAA
     */
    private static function shrunk(Bitmap $in, int $width, int $height, bool $groundIsDarker): array
    {
        $turned = $groundIsDarker ? 255 : 0;
        $pixels = $in->pixels;
        $edges = [];
        for ($column = 0; $column <= $width; $column++) {
            $edges[] = intdiv($column * $in->width + $width - 1, $width);
        }
        $out = array_fill(0, $width * $height, $groundIsDarker ? 0xFFFFFF00 : 0);
        $y = 0;
        for ($row = 0; $row < $height; $row++) {
            for ($until = intdiv(($row + 1) * $in->height, $height); $y < $until; $y++) {
                $line = $y * $in->width;
                $i = $line;
                for ($column = 0; $column < $width; $column++) {
                    $most = $out[$row * $width + $column];
                    $green = $most >> 16 & 255 ^ $turned;
                    for ($end = $line + $edges[$column + 1]; $i < $end; $i++) {
                        $p = $pixels[$i];
                        if (! is_int($p)) {
                            return $out;
                        }
                        // Green carries most of the light.
                        $g = $p >> 16 & 255 ^ $turned;
                        if ($g > $green && ($p & 255) > 127) {
                            $green = $g;
                            $most = $p | 255;
                        }
                    }
                    $out[$row * $width + $column] = $most;
                }
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
        $clean = self::withShade($channel, $clean, $width, $height);
        // Pixels beside the mark hold some of it.
        $clean = self::most($clean, $width, $height, 1, true);
        $surface = self::surface($channel, $clean, $width, $height);
        $rest = [];
        foreach ($channel as $i => $value) {
            $rest[] = (int) min(65535.0, 32768 * $value / $surface[$i]);
        }
        $light = [];
        foreach (self::relaxed($rest, $clean, $width, $height) as $i => $part) {
            $light[] = (int) min(65535.0, $part * $surface[$i] / 32768);
        }

        return $light;
    }

    /**
     * The surface of the second degree through the logarithm of the clean ground: under a mark
     * the light goes on being bent as it is around it.
     *
     * @param  array<int, int>  $channel  0–65535
     * @param  array<int, int>  $clean  above 0 where it is
     * @return array<int, float> of the kind of the channel, above 0
     */
    private static function surface(array $channel, array $clean, int $width, int $height): array
    {
        $terms = $logs = [];
        for ($y = 0; $y < $height; $y += self::EVERY) {
            for ($x = 0; $x < $width; $x += self::EVERY) {
                $i = $y * $width + $x;
                if ($clean[$i] > 0) {
                    $u = self::place($x, $width);
                    $v = self::place($y, $height);
                    $terms[] = [1.0, $u, $v, $u * $u, $u * $v, $v * $v];
                    $logs[] = log(max(self::NIGHT, $channel[$i]));
                }
            }
        }
        if ($logs === [] || count($terms) < 4 * self::TERMS) {
            return array_fill(0, count($channel), 32768.0);
        }
        $fit = self::leastSquares($terms, $logs);
        $least = min($logs);
        $most = max($logs);
        $out = [];
        for ($y = 0; $y < $height; $y++) {
            $v = self::place($y, $height);
            for ($x = 0; $x < $width; $x++) {
                $u = self::place($x, $width);
                $out[] = exp(max($least - self::BEYOND_SEEN, min($most + self::BEYOND_SEEN, $fit[0] + $u * ($fit[1] + $u * $fit[3] + $v * $fit[4]) + $v * ($fit[2] + $v * $fit[5]))));
            }
        }

        return $out;
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
     * @return array<int, float>
     */
    private static function leastSquares(array $terms, array $values): array
    {
        $n = self::TERMS;
        // Row by row from the diagonal on, and the right side last.
        $sums = array_fill(0, $n * ($n + 1), 0.0);
        foreach ($terms as $k => $t) {
            $t[] = $values[$k];
            $at = 0;
            for ($a = 0; $a < $n; $a++) {
                $w = $t[$a];
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
     * What is darker at the picture's edge and goes over into clean ground without a step is
     * no mark but shade: a corner, or what lies beyond a shadow's soft edge.
     *
     * @param  array<int, int>  $channel  0–65535
     * @param  array<int, int>  $clean  above 0 where it is
     * @return array<int, int>
     */
    private static function withShade(array $channel, array $clean, int $width, int $height): array
    {
        $met = [];
        foreach ($channel as $start => $_) {
            $x = $start % $width;
            $atEdge = $x === 0 || $x === $width - 1 || $start < $width || $start >= $width * ($height - 1);
            if (! $atEdge || $clean[$start] > 0 || isset($met[$start])) {
                continue;
            }
            $region = [$start];
            $met[$start] = true;
            $isShade = false;
            for ($k = 0; isset($region[$k]); $k++) {
                $i = $region[$k];
                $x = $i % $width;
                foreach ([$x > 0 ? $i - 1 : -1, $x < $width - 1 ? $i + 1 : -1, $i - $width, $i + $width] as $next) {
                    if (! isset($channel[$next]) || abs($channel[$next] - $channel[$i]) > self::STEP * max($channel[$next], $channel[$i])) {
                        continue;
                    }
                    $isShade = $isShade || $clean[$next] > 0;
                    if ($clean[$next] === 0 && ! isset($met[$next])) {
                        $met[$next] = true;
                        $region[] = $next;
                    }
                }
            }
            foreach ($isShade ? $region : [] as $i) {
                $clean[$i] = 65535;
            }
        }

        return $clean;
    }

    /**
     * The light of clean places, and under the rest what spreads from them as heat would: each
     * value the mean of its neighbours (Laplace's equation by successive over-relaxation: Young, 1954),
     * begun with the means of ever larger squares (Gortler et al., "The Lumigraph", 1996: pull and push).
     *
     * @param  array<int, int>  $channel  0–65535
     * @param  array<int, int>  $clean  above 0 where it is
     * @return non-empty-array<int, int>
     */
    private static function relaxed(array $channel, array $clean, int $width, int $height): array
    {
        $known = [];
        foreach ($clean as $i => $is) {
            $known[] = $is > 0 ? (float) $channel[$i] : -1.0;
        }
        $light = self::pulledAndPushed($known, $width, $height);
        $sides = [];
        for ($y = 0, $i = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++, $i++) {
                if ($known[$i] < 0.0) {
                    // Beyond the edge it goes on as it is.
                    $sides[] = [$i, $x > 0 ? $i - 1 : $i, $x < $width - 1 ? $i + 1 : $i, $y > 0 ? $i - $width : $i, $y < $height - 1 ? $i + $width : $i];
                }
            }
        }
        for ($round = 0; $round < self::RELAXATIONS; $round++) {
            foreach ($sides as [$i, $left, $right, $above, $below]) {
                $light[$i] += self::BEYOND * (($light[$left] + $light[$right] + $light[$above] + $light[$below]) / 4 - $light[$i]);
            }
        }
        $out = [];
        foreach ($light as $l) {
            $out[] = $l < 0.0 ? 0 : ($l < 65535.0 ? (int) $l : 65535);
        }

        return Blur::lanes($out, $width, $height, 1.0) ?: [0];
    }

    /**
     * @param  list<float>  $known  below 0 where it is not
     * @return list<float>
     */
    private static function pulledAndPushed(array $known, int $width, int $height): array
    {
        if ($width === 1 && $height === 1) {
            return [max(0.0, $known[0])];
        }
        $halfWidth = $width + 1 >> 1;
        $halfHeight = $height + 1 >> 1;
        $half = [];
        for ($y = 0; $y < $halfHeight; $y++) {
            for ($x = 0; $x < $halfWidth; $x++) {
                $sum = 0.0;
                $count = 0;
                for ($k = 0; $k < 4; $k++) {
                    $px = 2 * $x + ($k & 1);
                    $py = 2 * $y + ($k >> 1);
                    if ($px < $width && $py < $height && $known[$py * $width + $px] >= 0.0) {
                        $sum += $known[$py * $width + $px];
                        $count++;
                    }
                }
                $half[] = $count > 0 ? $sum / $count : -1.0;
            }
        }
        $coarse = self::pulledAndPushed($half, $halfWidth, $halfHeight);
        for ($y = 0, $i = 0; $y < $height; $y++) {
            $row = ($y >> 1) * $halfWidth;
            for ($x = 0; $x < $width; $x++, $i++) {
                if ($known[$i] < 0.0) {
                    $known[$i] = $coarse[$row + ($x >> 1)];
                }
            }
        }

        return $known;
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
