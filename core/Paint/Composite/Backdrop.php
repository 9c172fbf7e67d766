<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

/** What lies on the sheet before a stroke: the layer that it is painted on, and what is shown beneath that. */
interface Backdrop extends TileSource
{
    /**
     * @param  string  $key  of a tile
     * @return array<int, int>|null words of all that is shown under the layer; null where nothing is
     */
    public function beneath(string $key): ?array;
}
