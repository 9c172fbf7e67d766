<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use App\Pictures\PictureFile;
use App\Work\CalledOff;
use App\Work\Progress;
use Closure;
use Yarrowfog\Core\Paint\Composite\TileSource;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Region;

/** A sheet, or one layer of it, as one picture. */
final readonly class SheetPicture
{
    /** Formats of files, with their types. */
    public const FORMATS = ['png' => 'image/png', 'jpeg' => 'image/jpeg', 'webp' => 'image/webp', 'tiff' => 'image/tiff'];

    /** Those that hold 16 bits a channel. */
    private const DEEP = ['png', 'tiff'];

    public function __construct(private SheetStack $stacks)
    {
    }

    /**
     * A PNG of the whole sheet, on its paper or on nothing.
     *
     * @param  bool  $isDeep  16 bits a channel, and all that the layers hold; 8, as it is shown, otherwise
     * @param  Layer|null  $layer  that one alone; null for all that is shown
     */
    public function png(Sheet $sheet, bool $withPaper, bool $isDeep = false, ?Layer $layer = null): string
    {
        $paper = $withPaper ? SheetStack::paper($sheet) : 0;
        $pixels = $layer === null ? $this->stacks->of($sheet, $withPaper) : $this->stacks->alone($layer);

        return PictureFile::encode($sheet->width, $sheet->height, self::rgba($pixels, $this->stacks->painted($sheet), $sheet->bounds(), $paper, $isDeep), $isDeep ? 'png64' : 'png');
    }

    /**
     * The sheet as a file to take away, at its dpi.
     *
     * @param  string  $format  one of FORMATS; what cannot hold nothing is on paper, and what cannot hold 16 bits has 8
     * @param  Layer|null  $layer  that one alone, on nothing; null for all that is shown
     *
     * @throws CalledOff
     */
    public function file(Sheet $sheet, string $format, bool $withPaper, bool $isDeep, ?Layer $layer, Progress $progress): string
    {
        $withPaper = $layer === null && ($withPaper || $format === 'jpeg');
        $isDeep = $isDeep && in_array($format, self::DEEP, true);
        $pixels = $layer === null ? $this->stacks->of($sheet, $withPaper) : $this->stacks->alone($layer);
        $rgba = self::rgba($pixels, $this->stacks->painted($sheet), $sheet->bounds(), $withPaper ? SheetStack::paper($sheet) : 0, $isDeep, fn (float $part) => $progress->tell(0.9 * $part, 'laying the layers over one another'));
        $progress->tell(0.92, 'writing the file');

        return PictureFile::encode($sheet->width, $sheet->height, $rgba, $format.($isDeep ? '64' : ''), $sheet->dpi);
    }

    /** A part of all that is shown, on nothing, as a PNG. */
    public function part(Sheet $sheet, Region $region): string
    {
        $area = $region->area;
        $rgba = self::rgba($this->stacks->of($sheet, false), $this->stacks->painted($sheet), $area, 0, false);
        if ($region->outline !== null) {
            $rgba = $region->cut(DeepBitmap::of(Bitmap::fromBytes($area->width, $area->height, $rgba)))->toBitmap()->toBytes();
        }

        return PictureFile::encode($area->width, $area->height, $rgba, 'png');
    }

    /** A part of one layer as a PNG of 16 bits a channel: all that it holds, in the colours in which it is shown. */
    public function layer(Sheet $sheet, Layer $layer, Rect $area): string
    {
        return PictureFile::encode($area->width, $area->height, self::rgba($this->stacks->alone($layer), $this->stacks->painted($sheet), $area, 0, true), 'png64', fast: true);
    }

    /**
     * The bytes of all pixels of an area, put together band by band. Tiles without paint are filled without looking at a pixel.
     *
     * @param  array<string, true>  $painted  by tile
     * @param  int  $paper  a word that lies where nothing is painted
     * @param  (Closure(float): void)|null  $told  hears how much is done, 0–1
     */
    private static function rgba(TileSource $pixels, array $painted, Rect $area, int $paper, bool $isDeep, ?Closure $told = null): string
    {
        $side = (int) StrokeBuffer::SIDE;
        $size = $isDeep ? 8 : 4;
        $bytes = fn (DeepBitmap $tile): string => $isDeep ? $tile->toBytes16() : $tile->toBitmap()->toBytes();
        $empty = $bytes(new DeepBitmap(1, 1, [$paper]));
        $rgba = '';
        for ($row = intdiv($area->y, $side); $row * $side < $area->bottom(); $row++) {
            $band = (new Rect($area->x, $row * $side, $area->width, $side))->intersect($area);
            $rows = ByteRows::of($band, $size, str_repeat($empty, $band->area()));
            for ($column = intdiv($area->x, $side); $column * $side < $area->right(); $column++) {
                $key = StrokeBuffer::key($column, $row);
                $tile = isset($painted[$key]) ? $pixels->tile($key) : null;
                if ($tile !== null) {
                    $rows->put(ByteRows::of(StrokeBuffer::area($key), $size, $bytes(new DeepBitmap($side, $side, $tile))));
                }
            }
            $rgba .= $rows->toBytes();
            if ($told !== null) {
                $told(strlen($rgba) / ($size * $area->area()));
            }
        }

        return $rgba;
    }
}
