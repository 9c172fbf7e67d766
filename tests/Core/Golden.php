<?php

declare(strict_types=1);

namespace Tests\Core;

use Imagick;
use PHPUnit\Framework\Assert;
use Yarrowfog\Core\Raster\Bitmap;

/** Pictures kept as they looked when they were good. To take new ones on purpose, run with GOLDEN=write, and look at them. */
final class Golden
{
    /**
     * @param  string  $file  a PNG of the same size
     * @param  int  $worst  levels, of colour times alpha, by which a pixel may differ
     */
    public static function assertLooksAs(string $file, Bitmap $picture, int $worst = 3, float $mean = 0.05): void
    {
        [$width, $height] = [$picture->width, $picture->height];
        if (getenv('GOLDEN') === 'write') {
            $written = new Imagick;
            $written->newImage($width, $height, 'none', 'png');
            $written->importImagePixels(0, 0, $width, $height, 'RGBA', Imagick::PIXEL_CHAR, array_values((array) unpack('C*', $picture->toBytes())));
            $written->setImageFormat('png32');
            $written->stripImage();
            $written->writeImage($file);
        }
        $golden = new Imagick($file);
        Assert::assertSame([$width, $height], [$golden->getImageWidth(), $golden->getImageHeight()]);
        $off = $most = 0;
        foreach (Bitmap::fromBytes($width, $height, pack('C*', ...$golden->exportImagePixels(0, 0, $width, $height, 'RGBA', Imagick::PIXEL_CHAR)))->pixels as $i => $pixel) {
            $alpha = $pixel & 255;
            $there = $picture->pixels[$i];
            $apart = abs($alpha - ($there & 255));
            foreach ([24, 16, 8] as $shift) {
                $apart = max($apart, intdiv(abs(($pixel >> $shift & 255) * $alpha - ($there >> $shift & 255) * ($there & 255)), 255));
            }
            $most = max($most, $apart);
            $off += $apart;
        }
        Assert::assertLessThanOrEqual($worst, $most, 'worst pixel');
        Assert::assertLessThan($mean, $off / ($width * $height), 'mean');
    }
}
