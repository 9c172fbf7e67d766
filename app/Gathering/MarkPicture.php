<?php

declare(strict_types=1);

namespace App\Gathering;

use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Painting\SheetPicture;
use App\Painting\TileStore;
use App\Painting\TipRack;
use App\Pictures\PictureFile;
use Yarrowfog\Core\Cut\InkBounds;
use Yarrowfog\Core\Paint\Lay;
use Yarrowfog\Core\Paint\PictureUnder;
use Yarrowfog\Core\Paint\StrokePainter;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Placing;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/**
 * A drawn mark as a picture. Placed elsewhere or at another size it is painted again from its
 * strokes, so that it stays as crisp as it was drawn.
 */
final readonly class MarkPicture
{
    private const WHITE = 0xFFFFFFFF;

    public function __construct(private SheetPicture $pictures, private TipRack $tips, private TileStore $tiles)
    {
    }

    /** @param  bool  $onWhite  as an ink mask is read; on nothing otherwise, where white is ink too */
    public function png(Sheet $sheet, Placing $placing, bool $onWhite = true): string
    {
        return $placing->isNothing() ? $this->pictures->png($sheet, $onWhite) : PictureFile::png($this->painted($sheet, $placing, $onWhite));
    }

    /** As it will be kept. */
    public function painted(Sheet $sheet, Placing $placing, bool $onWhite = true): Bitmap
    {
        $picture = $onWhite ? DeepBitmap::of(Bitmap::filled($sheet->width, $sheet->height, self::WHITE)) : DeepBitmap::empty($sheet->width, $sheet->height);
        /** @var Stroke $stroke */
        foreach (Stroke::query()->where('layer_id', $sheet->layer()->id)->where('undone', false)->orderBy('id')->get() as $stroke) {
            $brush = Brush::withTrashed()->with('tip')->where('id', $stroke->brush_id)->first();
            if ($brush === null) {
                continue;
            }
            $settings = $placing->brush($stroke->brush);
            $trace = $placing->trace(Trace::read(json_decode((string) gzuncompress($stroke->trace), true)), $sheet->width, $sheet->height);
            $painter = new StrokePainter($this->tips->kit($brush, $settings), $settings, new PictureUnder($picture));
            $picture = Lay::over($picture, $sheet->bounds(), $painter->stroke($trace, $stroke->roll, $sheet->bounds()));
        }

        return $picture->toBitmap();
    }

    /** The smallest rectangle around what is drawn; null when nothing is. */
    public function drawn(Sheet $sheet): ?Rect
    {
        $paint = $this->tiles->area($sheet->layer(), $sheet->bounds());

        return InkBounds::of(InkRule::plane($paint, TipKind::OwnColours), 1311);
    }
}
