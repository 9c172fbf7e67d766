<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Sheet;
use App\Pictures\PictureFile;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

/** A sheet as one picture. */
final readonly class SheetPicture
{
    public function __construct(private TileStore $tiles)
    {
    }

    /**
     * A PNG of the whole sheet, on its paper or on nothing. It is put together band by band.
     *
     * @param  bool  $isDeep  16 bits a channel, and all that the layer holds; 8, as it is shown, otherwise
     */
    public function png(Sheet $sheet, bool $withPaper, bool $isDeep = false): string
    {
        $layer = $sheet->layer();
        $paper = $withPaper ? DeepBitmap::word(Srgb::fromHex($sheet->paper)->toInt() << 8 | 255) : 0;
        $bytes = fn (DeepBitmap $band): string => $isDeep ? $band->toBytes16() : $band->toBitmap()->toBytes();
        $empty = $bytes(new DeepBitmap(1, 1, [$paper]));
        // Bands without paint are filled without looking at a pixel.
        $painted = [];
        foreach ($this->tiles->paintedPlaces($layer) as $key) {
            $painted[StrokeBuffer::place($key)[1]] = true;
        }
        $rgba = '';
        for ($y = 0; $y < $sheet->height; $y += StrokeBuffer::SIDE) {
            $height = min(StrokeBuffer::SIDE, $sheet->height - $y);
            if (! isset($painted[intdiv($y, StrokeBuffer::SIDE)])) {
                $rgba .= str_repeat($empty, $sheet->width * $height);

                continue;
            }
            $area = new Rect(0, $y, $sheet->width, $height);
            if (! $isDeep && ! $withPaper) {
                $rgba .= $this->tiles->area($layer, $area)->toBytes();

                continue;
            }
            $band = $this->tiles->parts($layer, ['band' => $area])['band'];
            $rgba .= $bytes($withPaper ? $band->on($paper) : $band);
        }

        return PictureFile::encode($sheet->width, $sheet->height, $rgba, $isDeep ? 'png64' : 'png');
    }
}
