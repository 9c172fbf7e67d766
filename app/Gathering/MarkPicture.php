<?php

declare(strict_types=1);

namespace App\Gathering;

use App\Models\Sheet;
use App\Models\Stroke;
use App\Painting\BrushTextureLoader;
use App\Painting\SheetPicture;
use App\Painting\TileStore;
use App\Pictures\PictureFile;
use Yarrowfog\Core\Cut\InkBounds;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\PictureBackdrop;
use Yarrowfog\Core\Paint\Stroke\Fill;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Placing;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/**
 * A drawn mark as a picture. Placed elsewhere or at another size it is painted again from its
 * strokes, so that it stays as crisp as it was drawn.
 */
final readonly class MarkPicture
{
    private const WHITE = 0xFFFFFFFF;

    public function __construct(private SheetPicture $pictures, private BrushTextureLoader $tips, private TileStore $tiles)
    {
    }

    /** @param  bool  $onWhite  as an ink mask is read; on nothing otherwise, where white is ink too */
    public function png(Sheet $sheet, Placing $placing, bool $onWhite = true): string
    {
        return $placing->isNothing() ? $this->pictures->png($sheet, $onWhite) : PictureFile::png($this->paint($sheet, $placing, $onWhite));
    }

    /** As it will be kept. */
    public function paint(Sheet $sheet, Placing $placing, bool $onWhite = true): Bitmap
    {
        $picture = DeepBitmap::empty($sheet->width, $sheet->height);
        foreach ($sheet->layer()->standing()->get() as $stroke) {
            if ($stroke->isFill()) {
                $picture = self::fill($picture, $stroke, $placing);

                continue;
            }
            if ($stroke->textures === null) {
                continue;
            }
            $settings = $placing->brush($stroke->brush);
            $trace = $placing->trace($stroke->unpack(), $sheet->width, $sheet->height);
            $painter = new StrokePainter($this->tips->load($stroke->textures, $settings), $settings, new PictureBackdrop($picture));
            $picture = Compositor::over($picture, $sheet->bounds(), $painter->stroke($trace, $stroke->roll, $sheet->bounds()));
        }

        return ($onWhite ? $picture->on(DeepBitmap::word(self::WHITE)) : $picture)->toBitmap();
    }

    /** A space that is not closed there any more, or has become too narrow, stays as it is. */
    private static function fill(DeepBitmap $picture, Stroke $stroke, Placing $placing): DeepBitmap
    {
        $place = $placing->trace($stroke->unpack(), $picture->width, $picture->height)->samples[0];
        try {
            $fill = Fill::of($picture, $place->x, $place->y, $stroke->brush->mainInk->toInt());

            return Compositor::over($picture, $fill->bounds(), $fill);
        } catch (InvalidInput) {
            return $picture;
        }
    }

    /** The smallest rectangle around what is drawn; null when nothing is. */
    public function drawnArea(Sheet $sheet): ?Rect
    {
        $paint = $this->tiles->area($sheet->layer(), $sheet->bounds());

        return InkBounds::of(InkRule::plane($paint, TipKind::OwnColours), 1311);
    }
}
