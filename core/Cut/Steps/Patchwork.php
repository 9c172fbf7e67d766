<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Premultiplied;

/** Gives every patch of a picture the mean of its colours. */
final class Patchwork
{
    /** px that are summed up before a sum could leave its 32 bits. */
    private const RUN = 65536;

    /**
     * @param  array<int, int>  $owners  the patch of each pixel
     * @param  int  $count  patches are numbered below this
     */
    public static function evened(Bitmap $in, array $owners, int $count): Bitmap
    {
        $means = self::means($in->pixels, $owners, $count);
        $out = $owners;
        foreach ($owners as $i => $owner) {
            $out[$i] = $means[$owner];
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /**
     * Colours count by their alpha (see Premultiplied). Neighbours mostly belong together, so
     * they are summed up in a run before their patch is looked up.
     *
     * @param  array<int, int>  $pixels
     * @param  array<int, int>  $owners
     * @return array<int, int> a pixel for each patch
     */
    private static function means(array $pixels, array $owners, int $count): array
    {
        $sizes = $reds = $greens = $blues = $alphas = array_fill(0, $count, 0);
        $all = count($owners);
        for ($i = 0; $i < $all;) {
            $owner = $owners[$i];
            $begin = $i;
            $end = $i + self::RUN < $all ? $i + self::RUN : $all;
            $redGreen = $blueAlpha = 0;
            for (; $i < $end; $i++) {
                if ($owners[$i] !== $owner) {
                    break;
                }
                $p = $pixels[$i];
                $alpha = $p & 255;
                $redGreen += ($p >> 24 << 32 | $p >> 16 & 255) * $alpha;
                $blueAlpha += (($p & 0xFF00) << 24 | 255) * $alpha;
            }
            $sizes[$owner] += $i - $begin;
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
