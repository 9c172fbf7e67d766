<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\InkRule;

/**
 * A tooth out of a picture of some ground: light is height, slow changes of light are taken out,
 * the edges are carried over into each other, and heights are spread evenly as in Teeth.
 *
 * Where edges overlap, the two sides are mixed so that their contrast stays (Heitz and Neyret,
 * "High-Performance By-Example Noise using a Histogram-Preserving Blending Operator", 2018).
 */
final class SeamlessTooth
{
    /** px of a side. */
    public const SIDE = 256;

    /** px over which an edge is carried over into the opposite one. */
    private const OVERLAP = 64;

    /** px; changes of light slower than this are no bumps. */
    private const SLOW = 28.0;

    public static function of(Bitmap $picture): Plane
    {
        $whole = self::SIDE + self::OVERLAP;
        $side = min($picture->width, $picture->height);
        $square = $picture->crop(new Rect(intdiv($picture->width - $side, 2), intdiv($picture->height - $side, 2), $side, $side));
        $small = (new Resampler($side < $whole ? Filter::Lanczos : Filter::Area))->bitmap($square, $whole, $whole);
        $heights = self::bumps($small, $whole);
        $heights = self::carriedOver($heights, $whole, $whole, false);
        $heights = self::carriedOver($heights, self::SIDE, $whole, true);

        return ToothHeights::evenOut($heights, self::SIDE);
    }

    /**
     * Differences from the light around, 0 in the mean. Transparent places count as white.
     *
     * @return array<int, float>
     */
    private static function bumps(Bitmap $picture, int $side): array
    {
        $light = [];
        foreach ($picture->pixels as $p) {
            $alpha = $p & 255;
            $light[] = intdiv(InkRule::luma($p) * $alpha + 65535 * (255 - $alpha), 255);
        }
        $slow = Blur::gaussian(new Plane($side, $side, $light), self::SLOW)->values;
        $out = [];
        foreach ($light as $i => $value) {
            $out[] = (float) ($value - $slow[$i]);
        }
        $mean = array_sum($out) / count($out);

        return array_map(fn (float $v): float => $v - $mean, $out);
    }

    /**
     * What lies beyond the end is mixed into the beginning, so that the end leads on to it.
     *
     * @param  array<int, float>  $in  of this width and height
     * @return array<int, float>  OVERLAP px shorter along one way
     */
    private static function carriedOver(array $in, int $width, int $height, bool $down): array
    {
        $outWidth = $down ? $width : $width - self::OVERLAP;
        $outHeight = $down ? $height - self::OVERLAP : $height;
        $beyond = $down ? self::SIDE * $width : self::SIDE;
        $out = [];
        for ($y = 0; $y < $outHeight; $y++) {
            for ($x = 0; $x < $outWidth; $x++) {
                $i = $y * $width + $x;
                $at = $down ? $y : $x;
                if ($at >= self::OVERLAP) {
                    $out[] = $in[$i];

                    continue;
                }
                $part = $at / self::OVERLAP;
                $part = $part * $part * (3 - 2 * $part);
                $out[] = ($part * $in[$i] + (1 - $part) * $in[$i + $beyond]) / sqrt($part * $part + (1 - $part) * (1 - $part));
            }
        }

        return $out;
    }
}
