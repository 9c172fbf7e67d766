<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Premultiplied;

/** Gives every patch of a picture the mean of its colours. */
final class Patchwork
{
    /**
     * @param  array<int, int>  $owners  the patch of each pixel
     * @param  int  $count  patches are numbered below this
     */
    public static function evened(Premultiplied $in, array $owners, int $count): Bitmap
    {
        $sizes = array_fill(0, $count, 0);
        foreach ($owners as $owner) {
            $sizes[$owner]++;
        }

        return $in->each(fn (array $lanes): array => self::means($lanes, $owners, $sizes))->toBitmap();
    }

    /**
     * @param  array<int, int>  $lanes
     * @param  array<int, int>  $owners
     * @param  array<int, int>  $sizes  px of each patch
     * @return array<int, int>
     */
    private static function means(array $lanes, array $owners, array $sizes): array
    {
        $high = $low = array_fill(0, count($sizes), 0);
        $i = 0;
        foreach ($owners as $owner) {
            $value = $lanes[$i];
            $i++;
            $high[$owner] += $value >> 32;
            $low[$owner] += $value & 0xFFFFFFFF;
        }
        $means = [];
        foreach ($sizes as $owner => $size) {
            $means[] = $size === 0 ? 0 : intdiv($high[$owner], $size) << 32 | intdiv($low[$owner], $size);
        }
        $out = [];
        foreach ($owners as $owner) {
            $out[] = $means[$owner];
        }

        return $out;
    }
}
