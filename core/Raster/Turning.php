<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** Turns pictures about their middle. */
final class Turning
{
    /** A px, as places in the source are counted. */
    private const ONE = 1 << 20;

    /** Where lanes begin again after a shift. */
    private const LANES = 0xFFFF0000FFFF;

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

        return new Bitmap($width, $height, self::sampled(Premultiplied::of($in), $width, $height, $u, $v, $cos, $sin));
    }

    /**
     * Row by row: where all four neighbours lie in the picture they are mixed at once, and the few
     * pixels at its edge one by one.
     *
     * @return array<int, int> pixels
     */
    private static function sampled(Premultiplied $in, int $width, int $height, float $u0, float $v0, float $cos, float $sin): array
    {
        $out = array_fill(0, $width * $height, 0);
        $blueAlpha = $in->blueAlpha;
        // Where all is black only the alpha is mixed; the other half is not looked at.
        $redGreen = $in->redGreen ?? $blueAlpha;
        $isBlack = $in->redGreen === null;
        $stride = $in->width;
        $du = (int) round($cos * self::ONE);
        $dv = (int) round(-$sin * self::ONE);
        $lastColumn = ($in->width - 1) * self::ONE;
        $lastRow = ($in->height - 1) * self::ONE;
        for ($y = 0; $y < $height; $y++) {
            $u = (int) round(($u0 + $sin * $y) * self::ONE);
            $v = (int) round(($v0 + $cos * $y) * self::ONE);
            [$from, $until] = self::within($u, $du, -self::ONE, $lastColumn + self::ONE, $v, $dv, -self::ONE, $lastRow + self::ONE, $width);
            [$first, $end] = self::within($u, $du, 0, $lastColumn, $v, $dv, 0, $lastRow, $width);
            if ($first >= $end) {
                $first = $end = $until;
            }
            $row = $y * $width;
            foreach ([[$from, $first], [$end, $until]] as [$x, $last]) {
                for (; $x < $last; $x++) {
                    $edge = self::atEdge($blueAlpha, $in->width, $in->height, $u + $x * $du, $v + $x * $dv);
                    $out[$row + $x] = Premultiplied::pixel($isBlack ? 0 : self::atEdge($redGreen, $in->width, $in->height, $u + $x * $du, $v + $x * $dv), $edge);
                }
            }
            $u += $first * $du;
            $v += $first * $dv;
            $last = $row + $end;
            for ($to = $row + $first; $to < $last; $to++) {
                // Lanes of 16 bits have room for weights of 14: 128 parts across and down.
                $fx = $u >> 13 & 127;
                $fy = $v >> 13 & 127;
                $at = ($v >> 20) * $stride + ($u >> 20);
                $below = $at + $stride;
                $ba = ($blueAlpha[$at] * (128 - $fx) + $blueAlpha[$at + 1] * $fx) * (128 - $fy) + ($blueAlpha[$below] * (128 - $fx) + $blueAlpha[$below + 1] * $fx) * $fy + 0x200000002000 >> 14 & self::LANES;
                $alpha = $ba & 0xFFFFFFFF;
                if ($alpha >= 128) {
                    if ($isBlack) {
                        $out[$to] = ($alpha + 127) * Premultiplied::BY_255 >> 24;
                    } else {
                        $rg = ($redGreen[$at] * (128 - $fx) + $redGreen[$at + 1] * $fx) * (128 - $fy) + ($redGreen[$below] * (128 - $fx) + $redGreen[$below + 1] * $fx) * $fy + 0x200000002000 >> 14 & self::LANES;
                        if ($alpha === 65025) {
                            $out[$to] = (($rg >> 32) + 127) * Premultiplied::BY_255 >> 24 << 24 | (($rg & 0xFFFFFFFF) + 127) * Premultiplied::BY_255 >> 24 << 16 | (($ba >> 32) + 127) * Premultiplied::BY_255 >> 24 << 8 | 255;
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

    /**
     * The columns of a row for which both places lie in their bounds.
     *
     * @return array{int, int} from, and until
     */
    private static function within(int $u, int $du, int $uLeast, int $uEnd, int $v, int $dv, int $vLeast, int $vEnd, int $width): array
    {
        $from = 0;
        $until = $width;
        foreach ([[$u, $du, $uLeast, $uEnd], [$v, $dv, $vLeast, $vEnd]] as [$place, $step, $least, $end]) {
            if ($step === 0) {
                $until = $place >= $least && $place < $end ? $until : 0;

                continue;
            }
            // The first column that has reached a bound, going up or down.
            $reached = fn (int $bound): int => (int) ceil(($bound - $place) / $step);
            $from = max($from, $step > 0 ? $reached($least) : $reached($end - 1));
            $until = min($until, $step > 0 ? $reached($end) : $reached($least - 1));
        }

        return [$from, max($from, $until)];
    }

    /**
     * @param  array<int, int>  $in  two lanes
     */
    private static function atEdge(array $in, int $width, int $height, int $u, int $v): int
    {
        $column = $u >> 20;
        $row = $v >> 20;
        $fx = $u >> 13 & 127;
        $fy = $v >> 13 & 127;
        $sum = 0x200000002000;
        foreach ([[$column, $row, (128 - $fx) * (128 - $fy)], [$column + 1, $row, $fx * (128 - $fy)], [$column, $row + 1, (128 - $fx) * $fy], [$column + 1, $row + 1, $fx * $fy]] as [$x, $y, $weight]) {
            $sum += $x >= 0 && $y >= 0 && $x < $width && $y < $height ? $in[$y * $width + $x] * $weight : 0;
        }

        return $sum >> 14 & self::LANES;
    }
}
