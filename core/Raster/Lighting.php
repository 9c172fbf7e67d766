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

    /** What is darker than this part of the ground around it is the mark. */
    private const MARK = 0.85;

    /** The difference between neighbours of the small picture, as a part of the brighter one, from which it is the edge of a mark. */
    private const STEP = 0.1;

    /** Three lanes of 21 bits, of which 16 are used. */
    private const LANES = 0xFFFF << 42 | 0xFFFF << 21 | 0xFFFF;

    /** Part of the picture that is no brighter than what is called well lit. */
    private const WELL_LIT = 0.98;

    /** Light below this, of 65535, is night: dividing by less would only bring up noise. */
    public const NIGHT = 2621;

    /** @param  float  $radius  px: marks smaller than this do not count as light */
    public static function flatten(Bitmap $in, float $radius, bool $groundIsDarker): Bitmap
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

        return self::divide($in, $gains[0], $gains[1], $gains[2], $width, $height);
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
        $first = Extremes::within($channel, $width, $height, $reach, $darker);
        $closed = Extremes::within($first, $width, $height, $reach, ! $darker);
        $clean = [];
        foreach ($closed as $i => $ground) {
            $clean[] = ($darker ? $ground >= $channel[$i] * self::MARK : $channel[$i] >= $ground * self::MARK) ? 65535 : 0;
        }
        $clean = self::withShade($channel, $clean, $width, $height);
        // Pixels beside the mark hold some of it.
        $clean = Extremes::within($clean, $width, $height, 1, true);

        return LightBeneath::of($channel, $clean, $width, $height);
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
        $count = count($channel);
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
                foreach (Neighbours::four($i, $width, $count) as $next) {
                    if (abs($channel[$next] - $channel[$i]) > self::STEP * max($channel[$next], $channel[$i])) {
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
     * @param  array<int, int>  $red  gains of the small picture, 8.8 bits
     * @param  array<int, int>  $green
     * @param  array<int, int>  $blue
     */
    private static function divide(Bitmap $in, array $red, array $green, array $blue, int $width, int $height): Bitmap
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
