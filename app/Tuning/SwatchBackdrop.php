<?php

declare(strict_types=1);

namespace App\Tuning;

use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

/** A swatch as what lies under a stroke that is being painted on it by hand. */
final class SwatchBackdrop implements Backdrop
{
    /** @var array<string, DeepBitmap|null> */
    private array $tiles = [];

    /** @param  array<string, string>  $bytes  RGBA of the tiles on which something lies, by key */
    private function __construct(private readonly array $bytes)
    {
    }

    /** @param  list<array{Rect, Bitmap}>  $parts  of the swatch that are painted */
    public static function of(array $parts): self
    {
        $rows = [];
        $side = (int) StrokeBuffer::SIDE;
        foreach ($parts as [$area, $picture]) {
            $bytes = $picture->toBytes();
            foreach (StrokeBuffer::keysUnder($area) as $key) {
                $tile = StrokeBuffer::area($key);
                $part = $area->intersect($tile);
                $rows[$key] ??= array_fill(0, $side, str_repeat("\0", 4 * $side));
                for ($y = $part->y; $y < $part->bottom(); $y++) {
                    $row = substr($bytes, 4 * (($y - $area->y) * $area->width + $part->x - $area->x), 4 * $part->width);
                    $rows[$key][$y - $tile->y] = substr_replace($rows[$key][$y - $tile->y], $row, 4 * ($part->x - $tile->x), 4 * $part->width);
                }
            }
        }

        return new self(array_map(fn (array $tile): string => implode('', $tile), $rows));
    }

    public function tile(string $key): ?array
    {
        if (! array_key_exists($key, $this->tiles)) {
            $bytes = $this->bytes[$key] ?? null;
            $this->tiles[$key] = $bytes === null ? null : DeepBitmap::of(Bitmap::fromBytes(StrokeBuffer::SIDE, StrokeBuffer::SIDE, $bytes));
        }

        return $this->tiles[$key]?->words;
    }

    public function beneath(string $key): ?array
    {
        return null;
    }
}
