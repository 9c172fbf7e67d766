<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * A picture mirrored, scaled, turned and moved onto a sheet: halved while it is more than twice too large (Williams, 1983), then
 * bilinear, on premultiplied colours. What is only moved by whole px is the same pixels.
 *
 * A word's channels are mixed two at a time, 30 bits apart, with shares of 15 bits.
 */
final class PlacedPicture
{
    private const HALVES = 16384 << 30 | 16384;

    private const ONE = 32768;

    /** A px, as places in the picture are counted: a step that is rounded to it is exact across the largest sheet. */
    private const PX = 1 << 30;

    /** Part of a px that counts as all of it. */
    private const ALL = 0.999;

    /**
     * @param  float  $scale  above 0
     * @param  float  $turn  degrees clockwise
     * @param  bool  $mirrored  left and right, before it is scaled and turned
     * @param  float  $dx  px, where its upper left corner goes
     * @param  float  $dy  px
     * @param  Rect  $sheet  nothing is made outside
     * @param  float  $stretch  how many times as high as its proportions have it, before it is turned; above 0
     * @return array{DeepBitmap, Rect}|null where it lies; null when none of it lies on the sheet
     */
    public static function of(DeepBitmap $in, float $scale, float $turn, bool $mirrored, float $dx, float $dy, Rect $sheet, float $stretch = 1.0): ?array
    {
        [$cos, $sin] = Turning::direction($turn);
        if ($scale === 1.0 && $stretch === 1.0 && $cos === 1.0 && ! $mirrored && floor($dx) === $dx && floor($dy) === $dy) {
            $area = new Rect((int) $dx, (int) $dy, $in->width, $in->height);
            $part = $area->intersect($sheet);

            return $part->isEmpty() ? null : [$in->crop($part->move(-$area->x, -$area->y)), $part];
        }
        // A halved picture has a px more than half where a side is odd; its pixels are still two of the picture's.
        while (max($scale, $scale * $stretch) <= 0.5 && $in->width > 1 && $in->height > 1) {
            $in = self::halve($in);
            $scale *= 2;
        }
        $across = $scale * ($mirrored ? -1 : 1);
        $down = $scale * $stretch;
        $matrix = [$cos * $across, -$sin * $down, $sin * $across, $cos * $down];
        $area = self::area($in, $matrix, $dx, $dy)->intersect($sheet);

        return $area->isEmpty() ? null : [self::sample($in, $area, $matrix, $dx, $dy), $area];
    }

    /**
     * @param  array{float, float, float, float}  $m  x = m₀u + m₁v, y = m₂u + m₃v
     */
    private static function area(DeepBitmap $in, array $m, float $dx, float $dy): Rect
    {
        $xs = $ys = [];
        foreach ([[0, 0], [$in->width, 0], [0, $in->height], [$in->width, $in->height]] as [$u, $v]) {
            $xs[] = $m[0] * $u + $m[1] * $v + $dx;
            $ys[] = $m[2] * $u + $m[3] * $v + $dy;
        }

        return Rect::between((int) floor(min($xs) + 1e-6), (int) floor(min($ys) + 1e-6), (int) ceil(max($xs) - 1e-6), (int) ceil(max($ys) - 1e-6));
    }

    /**
     * @param  array{float, float, float, float}  $m
     */
    private static function sample(DeepBitmap $in, Rect $area, array $m, float $dx, float $dy): DeepBitmap
    {
        $det = $m[0] * $m[3] - $m[1] * $m[2];
        [$ux, $uy, $vx, $vy] = [$m[3] / $det, -$m[1] / $det, -$m[2] / $det, $m[0] / $det];
        $steps = [(int) round($ux * self::PX), (int) round($vx * self::PX)];
        $scales = [hypot($m[0], $m[2]), hypot($m[1], $m[3])];
        $rows = [];
        for ($row = 0; $row < $area->height; $row++) {
            $x = $area->x + 0.5 - $dx;
            $y = $area->y + $row + 0.5 - $dy;
            $u = (int) round(($ux * $x + $uy * $y - 0.5) * self::PX);
            $v = (int) round(($vx * $x + $vy * $y - 0.5) * self::PX);
            // A row of its own each: written into one large array from here, that would be copied for every row.
            $rows[] = self::row($area->width, $in->words, $in->width, $in->height, $u, $v, $steps, $scales);
        }

        return new DeepBitmap($area->width, $area->height, array_merge(...$rows));
    }

    /**
     * @param  array<int, int>  $words
     * @param  array{int, int}  $steps  from one px of the sheet to the next, in the picture
     * @param  array{float, float}  $scales  px of the sheet for one of the picture, along its width and its height
     * @return list<int>
     */
    private static function row(int $count, array $words, int $width, int $height, int $u, int $v, array $steps, array $scales): array
    {
        $two = (int) DeepBitmap::TWO_CHANNELS;
        [$stepU, $stepV] = $steps;
        [$across, $down] = $scales;
        $out = [];
        $mask = self::ONE - 1;
        $right = $width - 1;
        $bottom = $height - 1;
        for ($to = 0; $to < $count; $to++) {
            $word = 0;
            $x = $u >> 30;
            $y = $v >> 30;
            $isEdge = $x < 1 || $y < 1 || $x >= $right - 1 || $y >= $bottom - 1;
            $share = $isEdge ? self::covered($u, $width, $across) * self::covered($v, $height, $down) : 1.0;
            if ($share > 0.0) {
                $x0 = $x < 0 ? 0 : ($x > $right ? $right : $x);
                $x1 = $x < 0 ? 0 : ($x >= $right ? $right : $x + 1);
                $y0 = ($y < 0 ? 0 : ($y > $bottom ? $bottom : $y)) * $width;
                $y1 = ($y < 0 ? 0 : ($y >= $bottom ? $bottom : $y + 1)) * $width;
                $a = $words[$y0 + $x0];
                $b = $words[$y0 + $x1];
                $c = $words[$y1 + $x0];
                $d = $words[$y1 + $x1];
                $f = $u >> 15 & $mask;
                $g = $v >> 15 & $mask;
                $e = self::ONE - $f;
                $h = self::ONE - $g;
                $top = ($a >> 15 & $two) * $e + ($b >> 15 & $two) * $f + self::HALVES >> 15 & $two;
                $low = ($c >> 15 & $two) * $e + ($d >> 15 & $two) * $f + self::HALVES >> 15 & $two;
                $redBlue = $top * $h + $low * $g + self::HALVES >> 15 & $two;
                $top = ($a & $two) * $e + ($b & $two) * $f + self::HALVES >> 15 & $two;
                $low = ($c & $two) * $e + ($d & $two) * $f + self::HALVES >> 15 & $two;
                $greenAlpha = $top * $h + $low * $g + self::HALVES >> 15 & $two;
                if ($share < 1.0) {
                    $k = (int) ($share * self::ONE + 0.5);
                    $redBlue = $redBlue * $k + self::HALVES >> 15 & $two;
                    $greenAlpha = $greenAlpha * $k + self::HALVES >> 15 & $two;
                }
                $word = $redBlue << 15 | $greenAlpha;
            }
            $out[] = $word;
            $u += $stepU;
            $v += $stepV;
        }

        return $out;
    }

    /**
     * How much of a px of the sheet the picture covers in one direction: its edge values go on to its edge, and end there.
     *
     * @param  int  $at  place in the picture, in parts of PX, pixel centres at whole numbers
     * @param  int  $side  px of the picture
     */
    private static function covered(int $at, int $side, float $scale): float
    {
        $inside = min($at / self::PX + 0.5, $side - 0.5 - $at / self::PX);
        $part = 0.5 + $inside * $scale;

        return $part > self::ALL ? 1.0 : max(0.0, $part);
    }

    /** Each pixel the mean of four; beyond the edge nothing lies. */
    private static function halve(DeepBitmap $in): DeepBitmap
    {
        $two = (int) DeepBitmap::TWO_CHANNELS;
        $width = $in->width + 1 >> 1;
        $height = $in->height + 1 >> 1;
        $halves = 2 << 30 | 2;
        $words = $in->words;
        $out = [];
        for ($y = 0; $y < $height; $y++) {
            $isLast = 2 * $y + 1 >= $in->height;
            for ($x = 0; $x < $width; $x++) {
                $i = 2 * $y * $in->width + 2 * $x;
                $isEdge = 2 * $x + 1 >= $in->width;
                $a = $words[$i];
                $b = $isEdge ? 0 : $words[$i + 1];
                $c = $isLast ? 0 : $words[$i + $in->width];
                $d = $isLast || $isEdge ? 0 : $words[$i + $in->width + 1];
                $out[] = (($a >> 15 & $two) + ($b >> 15 & $two) + ($c >> 15 & $two) + ($d >> 15 & $two) + $halves >> 2 & $two) << 15
                    | (($a & $two) + ($b & $two) + ($c & $two) + ($d & $two) + $halves >> 2 & $two);
            }
        }

        return new DeepBitmap($width, $height, $out);
    }
}
