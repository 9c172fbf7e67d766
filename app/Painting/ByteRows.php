<?php

declare(strict_types=1);

namespace App\Painting;

use Yarrowfog\Core\Raster\Rect;

/** The bytes of a rectangle of pixels, row by row, that others can be put into. */
final class ByteRows
{
    /**
     * @param  Rect  $area  on the sheet
     * @param  int  $size  bytes a pixel
     * @param  array<int, string>  $rows
     */
    private function __construct(private readonly Rect $area, private readonly int $size, private array $rows)
    {
    }

    public static function empty(Rect $area, int $size): self
    {
        return new self($area, $size, array_fill(0, $area->height, str_repeat("\0", $size * $area->width)));
    }

    /** @param  string  $bytes  as `toBytes` gives them */
    public static function of(Rect $area, int $size, string $bytes): self
    {
        return new self($area, $size, str_split($bytes, max(1, $size * $area->width)));
    }

    /** Takes over what another one holds of the same place; both have pixels of the same kind. */
    public function put(self $other): self
    {
        $part = $this->area->intersect($other->area);
        $isWide = $part->width === $this->area->width;
        $to = $this->size * ($part->x - $this->area->x);
        $from = $this->size * ($part->x - $other->area->x);
        $length = $this->size * $part->width;
        for ($y = $part->y; $y < $part->bottom(); $y++) {
            $bytes = substr($other->rows[$y - $other->area->y], $from, $length);
            $row = $y - $this->area->y;
            $this->rows[$row] = $isWide ? $bytes : substr_replace($this->rows[$row], $bytes, $to, $length);
        }

        return $this;
    }

    public function toBytes(): string
    {
        return implode('', $this->rows);
    }
}
