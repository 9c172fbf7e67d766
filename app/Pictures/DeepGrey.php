<?php

declare(strict_types=1);

namespace App\Pictures;

use Imagick;
use ImagickException;

/** Heights of 16 bits as a grey PNG, and back without loss. */
final class DeepGrey
{
    /** @param  string  $heights  width · height little-endian 16-bit values */
    public static function png(int $width, int $height, string $heights): string
    {
        $image = new Imagick;
        $image->setSize($width, $height);
        $image->setOption('depth', '16');
        $image->setOption('endian', 'LSB');
        $image->setFormat('GRAY');
        $image->readImageBlob($heights);
        $image->setImageDepth(16);
        $image->setOption('png:color-type', '0');
        $image->setOption('png:bit-depth', '16');
        $image->setOption('png:exclude-chunk', 'date,time,tEXt,bKGD,gAMA,cHRM');
        $image->setFormat('png');
        $image->setImageFormat('png');
        $bytes = $image->getImageBlob();
        $image->clear();

        return $bytes;
    }

    /**
     * @return array{int, int, string} width, height and the heights
     *
     * @throws PictureRefused
     */
    public static function read(string $png): array
    {
        if (PictureFile::check($png) !== PictureType::Png) {
            throw new PictureRefused('A tooth is a grey PNG.');
        }
        try {
            $image = new Imagick;
            $image->setFormat('png');
            $image->readImageBlob($png);
            [$width, $height] = [$image->getImageWidth(), $image->getImageHeight()];
            $values = $image->exportImagePixels(0, 0, $width, $height, 'I', Imagick::PIXEL_SHORT);
            $image->clear();
        } catch (ImagickException) {
            throw new PictureRefused('This PNG is damaged: it cannot be decoded. Save it again and try once more.');
        }

        return [$width, $height, pack('v*', ...array_map(fn (mixed $v): int => is_int($v) ? $v : 0, $values))];
    }
}
