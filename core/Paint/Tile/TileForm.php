<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Tile;

use Yarrowfog\Core\Raster\Rect;

/** How a tile of a stroke holds its pixels. */
enum TileForm
{
    /** A coverage an int, 0–65535. */
    case Coverage;

    /** Two of them an int (see PackedCoveragePair). */
    case Pairs;

    /** The density of three pixels an int (see Density). */
    case Density;

    /** A coverage and its colour an int (see ColouredCoverage). */
    case Colours;

    /** Ints in a tile. */
    public function ints(): int
    {
        return match ($this) {
            self::Coverage, self::Colours => StrokeBuffer::SIDE * StrokeBuffer::SIDE,
            self::Pairs => PackedCoveragePair::TILE,
            self::Density => StrokeBuffer::SIDE * Density::TILE_ROWS,
        };
    }

    /**
     * The pixels of a tile, an int each.
     *
     * @param  array<int, int>  $tile
     * @param  Rect  $there  what of it is on the sheet: an int that holds several pixels may reach beyond
     * @param  int  $most  what full density covers, 0–65535
     * @return array<int, int> coverage, with its colour where there are many
     */
    public function toCoverage(array $tile, Rect $there, int $most): array
    {
        return match ($this) {
            self::Coverage, self::Colours => $tile,
            self::Pairs => PackedCoveragePair::toCoverage($tile, $there->x, $there->y, $there->right(), $there->bottom()),
            self::Density => Density::toCoverage($tile, $most, $there->y, $there->bottom()),
        };
    }
}
