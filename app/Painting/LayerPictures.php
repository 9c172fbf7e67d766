<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\StoredPicture;
use App\Pictures\PictureFile;
use App\Store\BlobStore;
use Yarrowfog\Core\Paint\Stroke\LaidPicture;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\PlacedPicture;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Similarity;
use Yarrowfog\Core\Tip\TipKind;

/** Pictures that lie on layers. The originals stay whole in the library, however they are placed. */
final readonly class LayerPictures
{
    public function __construct(private BlobStore $kept)
    {
    }

    /** Pixels that were painted, as a picture of 16 bits a channel, in which all of them is. */
    public function keep(DeepBitmap $pixels): StoredPicture
    {
        return new StoredPicture($this->kept->put(PictureFile::encode($pixels->width, $pixels->height, $pixels->toBytes16(), 'png64', fast: true)), $pixels->width, $pixels->height, TipKind::OwnColours);
    }

    /**
     * A picture laid on a sheet.
     *
     * @param  Rect  $bounds  nothing is laid outside
     * @param  BrushSettings  $brush  whose opacity and blend mode are its own
     * @param  float  $stretch  how many times as high as its proportions have it
     */
    public function lay(StoredPicture $picture, Similarity $moved, Rect $bounds, BrushSettings $brush, float $stretch = 1.0): ?LaidPicture
    {
        [$pixels, $scale] = $this->read($picture, $moved->scale, max(1.0, $stretch));
        $placed = PlacedPicture::of($pixels, $scale, $moved->turn, $moved->mirrored, $moved->dx, $moved->dy, $bounds, $stretch);

        return $placed === null ? null : new LaidPicture($placed[0], $placed[1], $bounds, $brush->base('opacity'), $brush->choices->blendMode);
    }

    /**
     * A picture that is shown much smaller than it is need not be read whole.
     *
     * @return array{DeepBitmap, float} and the scale at which it is to be laid
     */
    private function read(StoredPicture $picture, float $scale, float $stretch): array
    {
        $bytes = $this->kept->get($picture->hash);
        if (PictureFile::isDeep($bytes)) {
            return [PictureFile::readDeep($bytes), $scale];
        }
        $longest = max($picture->width, $picture->height);
        $read = PictureFile::read($bytes, $scale * $stretch < 0.5 ? max(1, (int) ceil(2 * $scale * $stretch * $longest)) : null)->bitmap();

        return [DeepBitmap::of($read), $scale * $longest / max($read->width, $read->height)];
    }
}
