<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Composite\LayerStack;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;

/** What lies on a layer and is shown under it, for strokes that take colour from it, push it about or blend with it. */
final class LayerBackdrop implements Backdrop
{
    /** @var array<string, array<int, int>> */
    private array $tiles = [];

    /** @var array<string, array<int, int>|null> */
    private array $lower = [];

    private readonly ?LayerStack $stack;

    public function __construct(private readonly TileStore $store, SheetStack $stacks, private readonly Layer $layer)
    {
        $this->stack = $stacks->beneath($layer);
    }

    public function tile(string $key): array
    {
        return $this->tiles[$key] ??= $this->store->parts($this->layer, [$key => StrokeBuffer::area($key)])[$key]->words;
    }

    public function beneath(string $key): ?array
    {
        if (! array_key_exists($key, $this->lower)) {
            $this->lower[$key] = $this->stack?->tile($key);
        }

        return $this->lower[$key];
    }
}
