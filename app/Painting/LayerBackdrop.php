<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;

/** What lies on a layer, for brushes that take colour from it or push it about. */
final class LayerBackdrop implements Backdrop
{
    /** @var array<string, array<int, int>> */
    private array $tiles = [];

    public function __construct(private readonly TileStore $store, private readonly Layer $layer)
    {
    }

    public function tile(string $key): array
    {
        return $this->tiles[$key] ??= $this->store->parts($this->layer, [$key => StrokeBuffer::area($key)])[$key]->words;
    }
}
