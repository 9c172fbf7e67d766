<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Premultiplied;

/** Gives every patch of a picture the mean of its colours. */
final class Patchwork
{
    /**
     * @param  list<int>  $starts  the pixels at which runs of one patch begin, shorter than 65,536 px each
     * @param  list<int>  $owners  the patch of each run
     * @param  int  $count  patches are numbered below this
     */
    public static function evenOut(Bitmap $in, array $starts, array $owners, int $count): Bitmap
    {
        $starts[] = $in->width * $in->height;
        $means = self::means($in->pixels, $starts, $owners, $count);
        $out = $in->pixels;
        foreach ($owners as $run => $owner) {
            $mean = $means[$owner];
            for ($i = $starts[$run], $end = $starts[$run + 1]; $i < $end; $i++) {
                $out[$i] = $mean;
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /**
     * Colours count by their alpha (see Premultiplied).
     *
     * @param  array<int, int>  $pixels
     * @param  list<int>  $starts  and the end of the last run
     * @param  list<int>  $owners
     * @return array<int, int> a pixel for each patch
     */
    private static function means(array $pixels, array $starts, array $owners, int $count): array
    {
        $sizes = $reds = $greens = $blues = $alphas = array_fill(0, $count, 0);
        foreach ($owners as $run => $owner) {
            $redGreen = $blueAlpha = 0;
            for ($i = $starts[$run], $end = $starts[$run + 1]; $i < $end; $i++) {
                $p = $pixels[$i];
                $alpha = $p & 255;
                $redGreen += ($p >> 24 << 32 | $p >> 16 & 255) * $alpha;
                $blueAlpha += (($p & 0xFF00) << 24 | 255) * $alpha;
            }
            $sizes[$owner] += $starts[$run + 1] - $starts[$run];
            $reds[$owner] += $redGreen >> 32;
            $greens[$owner] += $redGreen & 0xFFFFFFFF;
            $blues[$owner] += $blueAlpha >> 32;
            $alphas[$owner] += $blueAlpha & 0xFFFFFFFF;
        }
        $redGreens = $blueAlphas = [];
        foreach ($sizes as $patch => $size) {
            $size = max(1, $size);
            $redGreens[] = intdiv($reds[$patch], $size) << 32 | intdiv($greens[$patch], $size);
            $blueAlphas[] = intdiv($blues[$patch], $size) << 32 | intdiv($alphas[$patch], $size);
        }

        return (new Premultiplied($count, 1, $redGreens, $blueAlphas))->toBitmap()->pixels;
    }
}
