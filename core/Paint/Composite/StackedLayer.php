<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Raster\BlendMode;

/** A layer as it is shown in a stack. */
final readonly class StackedLayer
{
    /**
     * @param  float  $opacity  0–1
     * @param  bool  $isClipped  only over the layer below
     * @param  bool  $isHidden  and with it those that are clipped to it
     */
    public function __construct(public TileSource $pixels, public float $opacity = 1.0, public BlendMode $mode = BlendMode::Normal, public bool $isClipped = false, public Recolour $recolour = new Recolour, public bool $isHidden = false)
    {
    }

    /** @return array<int, int>|null words, recoloured */
    public function tile(string $key): ?array
    {
        $tile = $this->pixels->tile($key);

        return $tile === null || $this->recolour->isNothing() ? $tile : $this->recolour->recolour($tile);
    }
}
