<?php

declare(strict_types=1);

namespace App\Pictures;

use Imagick;
use ImagickException;
use ImagickPixel;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;

/** Picture files to pixels and back, through Imagick; only the decoders named in PictureType are ever used. */
final class PictureFile
{
    public const MOST_BYTES = 100 * 1024 * 1024;

    public const MOST_MEGAPIXELS = 64;

    /** Rows that are read at once of a deep picture. */
    private const BAND = 64;

    /** zlib levels. Beyond 4 a painting of 9 megapixels takes three times as long (16 bits: 12 s for 4), and a tenth less room. */
    private const PACKED = 4;

    private const FASTEST = 1;

    /**
     * Decodes a file, or its first frame, upright and in sRGB.
     *
     * @param  int|null  $longest  px; scaled down to it when larger
     *
     * @throws PictureRefused with one sentence that says why
     */
    public static function read(string $bytes, ?int $longest = null): Picture
    {
        $type = self::check($bytes);
        try {
            $image = self::decode($bytes, $type);
            $dpi = self::dpi($image);
            self::orient($image);
            if ($image->getImageColorspace() !== Imagick::COLORSPACE_SRGB) {
                $image->transformImageColorspace(Imagick::COLORSPACE_SRGB);
            }
            $width = $image->getImageWidth();
            $height = $image->getImageHeight();
            if ($longest !== null && max($width, $height) > $longest) {
                $factor = $longest / max($width, $height);
                $width = max(1, (int) round($width * $factor));
                $height = max(1, (int) round($height * $factor));
                $image->resizeImage($width, $height, Imagick::FILTER_BOX, 1);
            }
            $image->setImageAlphaChannel(Imagick::ALPHACHANNEL_SET);
            $image->setImageDepth(8);
            $image->setFormat('RGBA');
            $image->setImageFormat('RGBA');
            $rgba = $image->getImageBlob();
            $image->clear();
        } catch (ImagickException) {
            throw new PictureRefused("This {$type->label()} is damaged: it cannot be decoded. Save it again and try once more.");
        }
        if (strlen($rgba) !== $width * $height * 4) {
            throw new PictureRefused("This {$type->label()} is damaged: it cannot be decoded. Save it again and try once more.");
        }

        return new Picture($width, $height, $rgba, $dpi);
    }

    /**
     * All that a PNG of 16 bits a channel holds, band by band.
     *
     * @throws PictureRefused
     */
    public static function readDeep(string $bytes): DeepBitmap
    {
        $type = self::check($bytes);
        try {
            $image = self::decode($bytes, $type);
            [$width, $height] = [$image->getImageWidth(), $image->getImageHeight()];
            $words = [];
            for ($y = 0; $y < $height; $y += self::BAND) {
                foreach (DeepBitmap::wordsOf16(array_map(fn (mixed $v): int => is_int($v) ? $v : 0, $image->exportImagePixels(0, $y, $width, min(self::BAND, $height - $y), 'RGBA', Imagick::PIXEL_SHORT))) as $word) {
                    $words[] = $word;
                }
            }
            $image->clear();

            return new DeepBitmap($width, $height, $words);
        } catch (ImagickException) {
            throw new PictureRefused("This {$type->label()} is damaged: it cannot be decoded. Save it again and try once more.");
        }
    }

    /** Whether a file holds more than 8 bits a channel. */
    public static function isDeep(string $bytes): bool
    {
        return str_starts_with($bytes, "\x89PNG") && strlen($bytes) > 24 && ord($bytes[24]) === 16;
    }

    /**
     * What can be told without decoding: type, wholeness and size.
     *
     * @throws PictureRefused
     */
    public static function check(string $bytes): PictureType
    {
        $type = PictureType::of($bytes);
        self::assertSize($bytes);
        try {
            $ping = new Imagick;
            $ping->setFormat($type->value);
            $ping->pingImageBlob($type === PictureType::Gif ? GifFile::firstFrame($bytes) : $bytes);
            $width = $ping->getImageWidth();
            $height = $ping->getImageHeight();
            $ping->clear();
        } catch (ImagickException) {
            $size = @getimagesizefromstring($bytes);
            [$width, $height] = $size === false ? [0, 0] : [$size[0], $size[1]];
        }
        if ($width * $height > self::MOST_MEGAPIXELS * 1000000) {
            throw new PictureRefused(sprintf('This %s claims %s × %s px. The most Yarrowfog opens is %d megapixels.', $type->label(), number_format($width), number_format($height), self::MOST_MEGAPIXELS));
        }
        if (! $type->isWhole($bytes)) {
            throw new PictureRefused("This {$type->label()} is cut short: the file ends before the picture does. Copy it again from where it came from.");
        }
        if ($width < 1 || $height < 1) {
            throw new PictureRefused("This {$type->label()} is damaged: it cannot be decoded. Save it again and try once more.");
        }

        return $type;
    }

    /** @throws PictureRefused */
    public static function assertSize(string $bytes): void
    {
        if (strlen($bytes) > self::MOST_BYTES) {
            throw new PictureRefused(sprintf('This file has %s MB. The most Yarrowfog opens is %d MB.', number_format(strlen($bytes) / 1048576), self::MOST_BYTES / 1048576));
        }
    }

    /** A PNG of straight RGBA. */
    public static function png(Bitmap $bitmap, ?int $dpi = null, bool $fast = false): string
    {
        return self::encode($bitmap->width, $bitmap->height, $bitmap->toBytes(), 'png', $dpi, $fast);
    }

    /**
     * @param  string  $rgba  width · height · 4 bytes; for `png64` 8 bytes, the higher one of a channel first
     * @param  string  $format  png, png64 (16 bits a channel), jpeg, webp, tiff or tiff64 (16 bits a channel)
     */
    public static function encode(int $width, int $height, string $rgba, string $format, ?int $dpi = null, bool $fast = false): string
    {
        $image = new Imagick;
        $image->setSize($width, $height);
        $depth = str_ends_with($format, '64') ? 16 : 8;
        $image->setOption('depth', (string) $depth);
        $image->setOption('endian', 'MSB');
        $image->setFormat('RGBA');
        $image->readImageBlob($rgba);
        $image->setImageDepth($depth);
        if ($format === 'jpeg') {
            $image->setImageBackgroundColor(new ImagickPixel('white'));
            $image->setImageAlphaChannel(Imagick::ALPHACHANNEL_REMOVE);
            $image->setImageCompressionQuality(88);
        }
        if ($format === 'tiff' || $format === 'tiff64') {
            $image->setImageCompression(Imagick::COMPRESSION_ZIP);
            $format = 'tiff';
        }
        $image->setFormat($format === 'png' ? 'png32' : $format);
        $image->setImageFormat($format === 'png' ? 'png32' : $format);
        $image->setOption('png:compression-level', (string) ($fast ? self::FASTEST : self::PACKED));
        // Dates would make the same picture a different file each time.
        $image->setOption('png:exclude-chunk', 'date,time,tEXt,bKGD');
        if ($dpi !== null) {
            $image->setImageUnits(Imagick::RESOLUTION_PIXELSPERINCH);
            $image->setImageResolution($dpi, $dpi);
        }
        $bytes = $image->getImageBlob();
        $image->clear();

        return $bytes;
    }

    /**
     * Pixels made smaller, each the mean of `factor`² of them, by their alpha.
     *
     * @param  string  $rgba  width · height · 4 bytes; both are whole multiples of the factor
     */
    public static function shrink(int $width, int $height, string $rgba, int $factor): string
    {
        if ($factor === 1) {
            return $rgba;
        }
        $image = new Imagick;
        $image->setSize($width, $height);
        $image->setOption('depth', '8');
        $image->setFormat('RGBA');
        $image->readImageBlob($rgba);
        $image->resizeImage(intdiv($width, $factor), intdiv($height, $factor), Imagick::FILTER_BOX, 1);
        $image->setImageDepth(8);
        $image->setImageFormat('RGBA');
        $small = $image->getImageBlob();
        $image->clear();

        return $small;
    }

    /** @throws ImagickException */
    private static function decode(string $bytes, PictureType $type): Imagick
    {
        $all = new Imagick;
        $all->setFormat($type->value);
        $all->readImageBlob($type === PictureType::Gif ? GifFile::firstFrame($bytes) : $bytes);
        $all->setIteratorIndex(0);
        if ($type === PictureType::Gif) {
            // A frame of an animation may cover a part only.
            $all = $all->coalesceImages();
            $all->setIteratorIndex(0);
        }

        return $all->getImage();
    }

    private static function dpi(Imagick $image): ?int
    {
        $resolution = $image->getImageResolution();
        $x = $resolution['x'];
        if ($image->getImageUnits() === Imagick::RESOLUTION_PIXELSPERCENTIMETER) {
            $x *= 2.54;
        }

        return $x >= 10 && $image->getImageUnits() !== Imagick::RESOLUTION_UNDEFINED ? (int) round($x) : null;
    }

    /** Turns the picture as its orientation tag asks, then forgets the tag. */
    private static function orient(Imagick $image): void
    {
        $none = new ImagickPixel('none');
        switch ($image->getImageOrientation()) {
            case Imagick::ORIENTATION_TOPRIGHT: $image->flopImage();
                break;
            case Imagick::ORIENTATION_BOTTOMRIGHT: $image->rotateImage($none, 180);
                break;
            case Imagick::ORIENTATION_BOTTOMLEFT: $image->flipImage();
                break;
            case Imagick::ORIENTATION_LEFTTOP: $image->rotateImage($none, 90);
                $image->flopImage();
                break;
            case Imagick::ORIENTATION_RIGHTTOP: $image->rotateImage($none, 90);
                break;
            case Imagick::ORIENTATION_RIGHTBOTTOM: $image->rotateImage($none, 270);
                $image->flopImage();
                break;
            case Imagick::ORIENTATION_LEFTBOTTOM: $image->rotateImage($none, 270);
                break;
        }
        $image->setImageOrientation(Imagick::ORIENTATION_TOPLEFT);
    }
}
