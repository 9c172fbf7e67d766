<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use App\Pictures\PictureFile;
use App\Store\DerivativeCache;
use App\Store\Epoch;
use Yarrowfog\Core\Paint\Composite\LayerStack;
use Yarrowfog\Core\Paint\Composite\PictureBackdrop;
use Yarrowfog\Core\Paint\Composite\StackedLayer;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

/** A sheet small: its layers are made smaller before they are laid over one another, so that a large sheet costs little more than reading it. */
final readonly class SheetThumbnail
{
    /** px of the longer side, at most. */
    private const LONGEST = 400;

    public function __construct(private TileStore $tiles, private DerivativeCache $derived, private Epoch $epoch)
    {
    }

    /** A PNG on the sheet's paper, kept for as long as the sheet stays so. */
    public function png(Sheet $sheet): string
    {
        return $this->derived->remember($this->key($sheet), fn (): string => PictureFile::png($this->make($sheet)));
    }

    /** What is kept of it as it stands; null where it would have to be made. */
    public function find(Sheet $sheet): ?string
    {
        return $this->derived->find($this->key($sheet));
    }

    private function key(Sheet $sheet): string
    {
        return 'sheet-'.hash('xxh128', "{$this->epoch->current()} {$sheet->id} {$sheet->revision} {$sheet->paper}");
    }

    private function make(Sheet $sheet): Bitmap
    {
        $factor = max(1, (int) ceil(max($sheet->width, $sheet->height) / self::LONGEST));
        $small = new Rect(0, 0, max(1, intdiv($sheet->width, $factor)), max(1, intdiv($sheet->height, $factor)));
        $layers = $sheet->layers()->get()->map(fn (Layer $layer): StackedLayer => SheetStack::shown($layer, new PictureBackdrop(DeepBitmap::of($this->shrink($sheet, $layer, $factor, $small)))));
        $stack = new LayerStack(array_values($layers->all()), SheetStack::paper($sheet));
        $rows = ByteRows::empty($small, 4);
        foreach (StrokeBuffer::keysUnder($small) as $key) {
            $tile = $stack->tile($key);
            if ($tile !== null) {
                $rows->put(ByteRows::of(StrokeBuffer::area($key), 4, (new DeepBitmap(StrokeBuffer::SIDE, StrokeBuffer::SIDE, $tile))->toBitmap()->toBytes()));
            }
        }

        return Bitmap::fromBytes($small->width, $small->height, $rows->toBytes());
    }

    /** A layer's paint, each px the mean of `factor`² px. */
    private function shrink(Sheet $sheet, Layer $layer, int $factor, Rect $small): Bitmap
    {
        $band = $factor * max(1, intdiv(StrokeBuffer::SIDE, $factor));
        $painted = [];
        foreach ($layer->is_hidden ? [] : $this->tiles->paintedPlaces($layer->id) as $key) {
            $area = StrokeBuffer::area($key);
            foreach (range(intdiv($area->y, $band), intdiv($area->bottom() - 1, $band)) as $row) {
                $painted[$row] = true;
            }
        }
        $rgba = '';
        for ($y = 0; $y < $small->height * $factor; $y += $band) {
            $rows = intdiv(min($band, $small->height * $factor - $y), $factor);
            $area = new Rect(0, $y, $small->width * $factor, $rows * $factor);
            $rgba .= isset($painted[intdiv($y, $band)])
                ? PictureFile::shrink($area->width, $area->height, $this->tiles->bytes($layer->id, ['band' => $area])['band'], $factor)
                : str_repeat("\0\0\0\0", $small->width * $rows);
        }

        return Bitmap::fromBytes($small->width, $small->height, $rgba);
    }
}
