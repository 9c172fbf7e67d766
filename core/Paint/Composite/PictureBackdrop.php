<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
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
        $tile = StrokeBuffer::area($key);
        $part = $tile->intersect(new Rect(0, 0, $this->picture->width, $this->picture->height));
        if ($part->isEmpty()) {
            return null;
        }
        $out = array_fill(0, StrokeBuffer::SIDE * StrokeBuffer::SIDE, 0);
        for ($y = $part->y; $y < $part->bottom(); $y++) {
            $i = $y * $this->picture->width + $part->x;
            $j = ($y - $tile->y) * StrokeBuffer::SIDE + $part->x - $tile->x;
            for ($n = 0; $n < $part->width; $n++) {
                $out[$j + $n] = $this->picture->words[$i + $n];
            }
        }

        return $out;
    }

    public function beneath(string $key): ?array
    {
        return null;
    }
}
