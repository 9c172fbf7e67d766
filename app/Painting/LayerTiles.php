<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use Yarrowfog\Core\Paint\Composite\TileSource;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;

/** The pixels of a layer, tile by tile as they are asked for. */
final class LayerTiles implements TileSource
{
    /** @var array<string, true>|null the tiles that hold paint */
    private ?array $painted = null;

    public function __construct(private readonly TileStore $store, private readonly Layer $layer)
    {
    }

    public function tile(string $key): ?array
    {
        $this->painted ??= array_fill_keys($this->store->paintedPlaces($this->layer->id), true);

        return isset($this->painted[$key]) ? $this->store->parts($this->layer, [$key => StrokeBuffer::area($key)])[$key]->words : null;
    }
}
