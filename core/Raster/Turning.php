<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** Turns pictures about their middle. */
final class Turning
{
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
        $source = Premultiplied::of($in);
        // The place in the source of the middle of the first pixel, in px.
        $x = 0.5 - $width / 2;
        $y = 0.5 - $height / 2;
        $u = $cos * $x + $sin * $y + $in->width / 2 - 0.5;
        $v = -$sin * $x + $cos * $y + $in->height / 2 - 0.5;

        return $source->each(fn (array $lanes): array => self::sampled($lanes, $in->width, $in->height, $width, $height, $u, $v, $cos, $sin), $width, $height)->toBitmap();
    }

    /**
     * @param  array<int, int>  $in  two lanes
     * @return array<int, int>
     */
    private static function sampled(array $in, int $inWidth, int $inHeight, int $width, int $height, float $u0, float $v0, float $cos, float $sin): array
    {
        $out = array_fill(0, $width * $height, 0);
        $du = (int) round($cos * 1048576);
        $dv = (int) round(-$sin * 1048576);
        $to = 0;
        $lastColumn = $inWidth - 1;
        $lastRow = $inHeight - 1;
        for ($y = 0; $y < $height; $y++) {
            $u = (int) round(($u0 + $sin * $y) * 1048576);
            $v = (int) round(($v0 + $cos * $y) * 1048576);
            for ($x = 0; $x < $width; $x++) {
                $column = $u >> 20;
                $row = $v >> 20;
                // Lanes of 16 bits have room for weights of 14: 128 parts across and down.
                $fx = $u >> 13 & 127;
                $fy = $v >> 13 & 127;
                if ($column >= 0 && $row >= 0 && $column < $lastColumn && $row < $lastRow) {
                    $at = $row * $inWidth + $column;
                    $out[$to] = ($in[$at] * (128 - $fx) + $in[$at + 1] * $fx) * (128 - $fy) + ($in[$at + $inWidth] * (128 - $fx) + $in[$at + $inWidth + 1] * $fx) * $fy + 0x200000002000 >> 14 & 0xFFFF0000FFFF;
                } elseif ($column >= -1 && $row >= -1 && $column <= $lastColumn && $row <= $lastRow) {
                    $at = $row * $inWidth + $column;
                    $sum = 0x200000002000;
                    if ($row >= 0) {
                        $sum += ($column >= 0 ? $in[$at] * ((128 - $fx) * (128 - $fy)) : 0) + ($column < $lastColumn ? $in[$at + 1] * ($fx * (128 - $fy)) : 0);
                    }
                    if ($row < $lastRow) {
                        $sum += ($column >= 0 ? $in[$at + $inWidth] * ((128 - $fx) * $fy) : 0) + ($column < $lastColumn ? $in[$at + $inWidth + 1] * ($fx * $fy) : 0);
                    }
                    $out[$to] = $sum >> 14 & 0xFFFF0000FFFF;
                }
                $u += $du;
                $v += $dv;
                $to++;
            }
        }

        return $out;
    }
}
