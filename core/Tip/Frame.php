<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Tip;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;

/** One picture of a tip: how much ink each pixel prints and, for own colours, which. */
final readonly class Frame
{
    /**
     * @param  Bitmap|null  $colours  the same size as the ink; null for an ink mask
     */
    public function __construct(public Plane $ink, public ?Bitmap $colours = null)
    {
    }

    public static function fromPicture(Bitmap $picture, TipKind $kind): self
    {
        return new self(InkRule::plane($picture, $kind), $kind === TipKind::InkMask ? null : $picture);
    }

    /** As a picture to keep: an ink mask becomes black with the ink as its alpha. */
    public function toPicture(): Bitmap
    {
        if ($this->colours !== null) {
            return $this->colours;
        }
        $pixels = [];
        foreach ($this->ink->values as $ink) {
            $pixels[] = intdiv($ink + 128, 257);
        }

        return new Bitmap($this->ink->width, $this->ink->height, $pixels);
    }
}
