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
     * @param  int  $planes  of that many bytes each, one after another
     * @param  array<int, string>  $rows  of all planes
     */
    private function __construct(private readonly Rect $area, private readonly int $size, private readonly int $planes, private array $rows)
    {
    }

    public static function empty(Rect $area, int $size, int $planes = 1): self
    {
        return new self($area, $size, $planes, array_fill(0, $planes * $area->height, str_repeat("\0", $size * $area->width)));
    }

    /** @param  string  $bytes  as `toBytes` gives them */
    public static function of(Rect $area, int $size, int $planes, string $bytes): self
    {
        return new self($area, $size, $planes, str_split($bytes, max(1, $size * $area->width)));
    }

    /** Takes over what another one holds of the same place; both have pixels of the same kind. */
    public function put(self $other): self
    {
        $part = $this->area->intersect($other->area);
        $isWide = $part->width === $this->area->width;
        $to = $this->size * ($part->x - $this->area->x);
        $from = $this->size * ($part->x - $other->area->x);
        $length = $this->size * $part->width;
        for ($plane = 0; $plane < $this->planes; $plane++) {
            $above = $plane * $this->area->height - $this->area->y;
            $aboveOther = $plane * $other->area->height - $other->area->y;
            for ($y = $part->y; $y < $part->bottom(); $y++) {
                $bytes = substr($other->rows[$aboveOther + $y], $from, $length);
                $this->rows[$above + $y] = $isWide ? $bytes : substr_replace($this->rows[$above + $y], $bytes, $to, $length);
            }
        }

        return $this;
    }

    public function toBytes(): string
    {
        return implode('', $this->rows);
    }
}
