<?php

declare(strict_types=1);

namespace App\Painting;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Bytes;
use Yarrowfog\Core\Raster\DeepBitmap;

/** A stored tile: packed, its bytes, and words to compute with. */
final readonly class OpenTile
{
    /**
     * @param  array{pixels: string, rest: string|null}  $packed
     * @param  array{pixels: string, rest: string|null}  $bytes
     * @param  array<int, int>  $words  see DeepBitmap
     */
    public function __construct(public array $packed, public array $bytes, public array $words)
    {
    }

    /** @param  array{pixels: string, rest: string|null}  $packed */
    public static function of(array $packed): self
    {
        $bytes = TilePacking::unpack($packed);
        $shown = Bitmap::fromBytes(TileGrid::SIDE, TileGrid::SIDE, $bytes['pixels']);
        $rest = $bytes['rest'] === null ? null : new Bitmap(TileGrid::SIDE, TileGrid::SIDE, Bytes::ofPlanes($bytes['rest']));

        return new self($packed, $bytes, DeepBitmap::fromParts($shown, $rest)->words);
    }

    /** @param  array<int, int>  $words  of paint that is to be stored */
    public static function ofWords(array $words): self
    {
        $deep = new DeepBitmap(TileGrid::SIDE, TileGrid::SIDE, $words);
        $shown = $deep->toBitmap();
        $rest = Bytes::planes($deep->rest($shown)->pixels);
        $bytes = ['pixels' => $shown->toBytes(), 'rest' => trim($rest, "\0") === '' ? null : $rest];

        return new self(TilePacking::pack($bytes), $bytes, $words);
    }
}
