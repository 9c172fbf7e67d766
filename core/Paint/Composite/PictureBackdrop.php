<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

/** A picture as what lies on the sheet. */
final readonly class PictureBackdrop implements Backdrop
{
    public function __construct(private DeepBitmap $picture)
    {
    }

    public function tile(string $key): ?array
    {
        $area = new Rect(0, 0, $this->picture->width, $this->picture->height);

        return TilePart::ofPicture($this->picture, $area, $key, $area);
    }

    public function beneath(string $key): ?array
    {
        return null;
    }
}
