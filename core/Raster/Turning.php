<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** Turns pictures about their middle. */
final class Turning
{
    /** A px, as places in the source are counted. */
    private const ONE = 1 << 20;

    /** Where lanes of two begin again after a shift. */
    private const LANES = 0xFFFF0000FFFF;

    /** The same for lanes of three. */
    private const FOURTEEN = 0x3FFF << 42 | 0x3FFF << 21 | 0x3FFF;

    /** Half of the last bit that stays, in each of three lanes. */
    private const HALF = 1 << 54 | 1 << 33 | 1 << 12;

    /**
     * The size of a turned picture that holds all its corners.
     *
     * @param  float  $angle  degrees, clockwise on screen
     * @return array{int, int} px
     */
    public static function size(int $width, int $height, float $angle): array
    {
        [$cos, $sin] = self::direction($angle);

        return [
            (int) ceil(abs($width * $cos) + abs($height * $sin) - 1e-6),
            (int) ceil(abs($width * $sin) + abs($height * $cos) - 1e-6),
        ];
    }

    /** @return array{float, float} cosine and sine, exact at right angles */
    public static function direction(float $angle): array
    {
        $quarters = $angle / 90;
        if (abs($quarters - round($quarters)) < 1e-9) {
            return [[1.0, 0.0, -1.0, 0.0][(int) round($quarters) & 3], [0.0, 1.0, 0.0, -1.0][(int) round($quarters) & 3]];
        }

        return [cos(deg2rad($angle)), sin(deg2rad($angle))];
    }

    /** Bilinear, and exact at right angles; what lies outside is transparent. */
    public static function of(Bitmap $in, float $angle): Bitmap
    {
        [$width, $height] = self::size($in->width, $in->height, $angle);
        [$cos, $sin] = self::direction($angle);
        if ($width === $in->width && $height === $in->height && $cos === 1.0) {
            return $in;
        }
        // The place in the source of the middle of the first pixel, in px.
        $x = 0.5 - $width / 2;
        $y = 0.5 - $height / 2;
        $u = $cos * $x + $sin * $y + $in->width / 2 - 0.5;
        $v = -$sin * $x + $cos * $y + $in->height / 2 - 0.5;

        return new Bitmap($width, $height, self::sampleRows($in, $width, $height, $u, $v, $cos, $sin));
    }

    /**
     * Row by row: where all four neighbours lie in the picture they are mixed at once, and the few
     * pixels at its edge one by one.
     *
     * @return array<int, int> pixels
     */
    private static function sampleRows(Bitmap $in, int $width, int $height, float $u0, float $v0, float $cos, float $sin): array
    {
        $by255 = (int) Premultiplied::BY_255;
        $out = array_fill(0, $width * $height, 0);
        $opaque = Opaque::lanes($in);
        $isOpaque = $opaque !== null;
        $premultiplied = $isOpaque ? null : Premultiplied::of($in);
        $blueAlpha = $premultiplied->blueAlpha ?? [];
        // Where all is black only the alpha is mixed; the other half is not looked at.
        $redGreen = $premultiplied->redGreen ?? [];
        $isBlack = $redGreen === [];
        $stride = (int) $in->width;
        $du = (int) round($cos * self::ONE);
        $dv = (int) round(-$sin * self::ONE);
        $lastColumn = ($in->width - 1) * self::ONE;
        $lastRow = ($in->height - 1) * self::ONE;
        for ($y = 0; $y < $height; $y++) {
            $u = (int) round(($u0 + $sin * $y) * self::ONE);
            $v = (int) round(($v0 + $cos * $y) * self::ONE);
            // The columns for which a neighbour lies in the picture, and those for which all four do.
            $from = max(0, self::reach($u, $du, -self::ONE, $lastColumn + self::ONE), self::reach($v, $dv, -self::ONE, $lastRow + self::ONE));
            $until = min($width, self::left($u, $du, -self::ONE, $lastColumn + self::ONE), self::left($v, $dv, -self::ONE, $lastRow + self::ONE));
            $first = max($from, self::reach($u, $du, 0, $lastColumn), self::reach($v, $dv, 0, $lastRow));
            $end = min($until, self::left($u, $du, 0, $lastColumn), self::left($v, $dv, 0, $lastRow));
            if ($first >= $end) {
                $first = $end = $until;
            }
            $row = $y * $width;
            for ($x = $from; $x < $first; $x++) {
                $out[$row + $x] = self::atEdge($in, $u + $x * $du, $v + $x * $dv);
            }
            for ($x = $end; $x < $until; $x++) {
                $out[$row + $x] = self::atEdge($in, $u + $x * $du, $v + $x * $dv);
            }
            $first = (int) $first;
            $u += $first * $du;
            $v += $first * $dv;
            $last = $row + (int) $end;
            $to = $row + $first;
            if ($isOpaque) {
                for (; $to < $last; $to++) {
                    $fx = $u >> 13 & 127;
                    $fy = $v >> 13 & 127;
                    $at = ($v >> 20) * $stride + ($u >> 20);
                    $below = $at + $stride;
                    // 18 bits of each lane after mixing across; 14 of them leave room for mixing down.
                    $rgb = ($opaque[$at] * (128 - $fx) + $opaque[$at + 1] * $fx >> 4 & self::FOURTEEN) * (128 - $fy)
                        + ($opaque[$below] * (128 - $fx) + $opaque[$below + 1] * $fx >> 4 & self::FOURTEEN) * $fy + self::HALF;
                    $out[$to] = $rgb >> 55 << 24 | ($rgb >> 34 & 255) << 16 | ($rgb >> 13 & 255) << 8 | 255;
                    $u += $du;
                    $v += $dv;
                }

                continue;
            }
            for (; $to < $last; $to++) {
                // Lanes of 16 bits have room for weights of 14: 128 parts across and down.
                $fx = $u >> 13 & 127;
                $fy = $v >> 13 & 127;
                $at = ($v >> 20) * $stride + ($u >> 20);
                $below = $at + $stride;
                $ba = ($blueAlpha[$at] * (128 - $fx) + $blueAlpha[$at + 1] * $fx) * (128 - $fy) + ($blueAlpha[$below] * (128 - $fx) + $blueAlpha[$below + 1] * $fx) * $fy + 0x200000002000 >> 14 & self::LANES;
                $alpha = $ba & 0xFFFFFFFF;
                if ($alpha >= 128) {
                    if ($isBlack) {
                        $out[$to] = ($alpha + 127) * $by255 >> 24;
                    } else {
                        $rg = ($redGreen[$at] * (128 - $fx) + $redGreen[$at + 1] * $fx) * (128 - $fy) + ($redGreen[$below] * (128 - $fx) + $redGreen[$below + 1] * $fx) * $fy + 0x200000002000 >> 14 & self::LANES;
                        if ($alpha === 65025) {
                            $out[$to] = (($rg >> 32) + 127) * $by255 >> 24 << 24 | (($rg & 0xFFFFFFFF) + 127) * $by255 >> 24 << 16 | (($ba >> 32) + 127) * $by255 >> 24 << 8 | 255;
                        } else {
                            $out[$to] = Premultiplied::pixel($rg, $ba);
                        }
                    }
                }
                $u += $du;
                $v += $dv;
            }
        }

        return $out;
    }

    /** The first column at which a place lies in its bounds, if it ever does. */
    private static function reach(int $place, int $step, int $least, int $end): int
    {
        if ($step === 0) {
            return $place >= $least && $place < $end ? 0 : PHP_INT_MAX;
        }

        return (int) ceil((($step > 0 ? $least : $end - 1) - $place) / $step);
    }

    /** The first column at which it has left them again. */
    private static function left(int $place, int $step, int $least, int $end): int
    {
        if ($step === 0) {
            return $place >= $least && $place < $end ? PHP_INT_MAX : 0;
        }

        return (int) ceil((($step > 0 ? $end : $least - 1) - $place) / $step);
    }

    /** A pixel some of whose neighbours lie outside: they are transparent. */
    private static function atEdge(Bitmap $in, int $u, int $v): int
    {
        $column = $u >> 20;
        $row = $v >> 20;
        $fx = $u >> 13 & 127;
        $fy = $v >> 13 & 127;
        $redGreen = $blueAlpha = 0x200000002000;
        for ($k = 0; $k < 4; $k++) {
            $x = $column + ($k & 1);
            $y = $row + ($k >> 1);
            if ($x >= 0 && $y >= 0 && $x < $in->width && $y < $in->height) {
                $p = $in->pixels[$y * $in->width + $x];
                $weight = ($p & 255) * (($k & 1) === 1 ? $fx : 128 - $fx) * ($k >> 1 === 1 ? $fy : 128 - $fy);
                $redGreen += ($p >> 24 << 32 | $p >> 16 & 255) * $weight;
                $blueAlpha += (($p & 0xFF00) << 24 | 255) * $weight;
            }
        }

        return Premultiplied::pixel($redGreen >> 14 & self::LANES, $blueAlpha >> 14 & self::LANES);
    }
}
