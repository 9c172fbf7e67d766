<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Sheet;
use App\Pictures\PictureFile;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Paint\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;

/** A sheet as one picture. */
final readonly class SheetPicture
{
    public function __construct(private TileStore $tiles)
    {
    }

    /** A PNG of the whole sheet, on its paper or on nothing. It is put together band by band. */
    public function png(Sheet $sheet, bool $withPaper): string
    {
        $layer = $sheet->layer();
        $paper = Srgb::fromHex($sheet->paper);
        $empty = $withPaper ? pack('N', $paper->toInt() << 8 | 255) : "\0\0\0\0";
        // Bands without paint are filled without looking at a pixel.
        $painted = [];
        foreach ($this->tiles->places($layer) as $place) {
            $painted[StrokeBuffer::place($place)[1]] = true;
        }
        $rgba = '';
        for ($y = 0; $y < $sheet->height; $y += StrokeBuffer::SIDE) {
            $height = min(StrokeBuffer::SIDE, $sheet->height - $y);
            if (! isset($painted[intdiv($y, StrokeBuffer::SIDE)])) {
                $rgba .= str_repeat($empty, $sheet->width * $height);

                continue;
            }
            $band = $this->tiles->area($layer, new Rect(0, $y, $sheet->width, $height));
            $rgba .= ($withPaper ? self::onPaper($band, $paper) : $band)->toBytes();
        }

        return PictureFile::encoded($sheet->width, $sheet->height, $rgba, 'png');
    }

    private static function onPaper(Bitmap $band, Srgb $paper): Bitmap
    {
        $out = [];
        $empty = $paper->toInt() << 8 | 255;
        foreach ($band->pixels as $pixel) {
            $a = $pixel & 255;
            $b = 255 - $a;
            $out[] = $a === 0 ? $empty
                : intdiv(($pixel >> 24) * $a + $paper->red * $b + 127, 255) << 24
                | intdiv(($pixel >> 16 & 255) * $a + $paper->green * $b + 127, 255) << 16
                | intdiv(($pixel >> 8 & 255) * $a + $paper->blue * $b + 127, 255) << 8
                | 255;
        }

        return new Bitmap($band->width, $band->height, $out);
    }
}
