<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Paint\Tile\StrokeBuffer;

/**
 * Layers laid over one another, tile by tile: only tiles with paint cost anything.
 *
 * Layers that are shown only over the one below are composited onto it first, with its alpha kept (source-atop), and the group is then
 * laid over what lies beneath with the opacity and mode of its lowest layer.
 */
final readonly class LayerStack implements TileSource
{
    /** @var list<non-empty-list<StackedLayer>> each layer with those that are clipped to it; what is not shown is left out */
    private array $groups;

    /**
     * @param  list<StackedLayer>  $layers  from the lowest to the topmost
     * @param  int|null  $paper  a word of full alpha that all is laid on; null for nothing
     */
    public function __construct(array $layers, private ?int $paper = null)
    {
        $groups = [];
        foreach ($layers as $layer) {
            if ($layer->isClipped && $groups !== []) {
                $groups[count($groups) - 1][] = $layer;
            } else {
                $groups[] = [$layer];
            }
        }
        $this->groups = array_values(array_filter($groups, fn (array $group): bool => ! $group[0]->isHidden));
    }

    public function tile(string $key): ?array
    {
        $ground = $this->paper === null ? null : array_fill(0, StrokeBuffer::SIDE * StrokeBuffer::SIDE, $this->paper);
        $words = $ground;
        foreach ($this->groups as $group) {
            $tile = $this->group($group, $key);
            if ($tile === null) {
                continue;
            }
            $words = $words === null ? LayerBlend::fade($tile, $group[0]->opacity) : LayerBlend::over($words, $tile, $group[0]->opacity, $group[0]->mode);
        }

        return $words;
    }

    /**
     * @param  non-empty-list<StackedLayer>  $group
     * @return array<int, int>|null
     */
    private function group(array $group, string $key): ?array
    {
        $base = $group[0]->tile($key);
        if ($base === null) {
            return null;
        }
        $before = null;
        $opaque = [];
        foreach (array_slice($group, 1) as $clipped) {
            $tile = $clipped->isHidden ? null : $clipped->tile($key);
            if ($tile !== null) {
                $before ??= LayerBlend::opaque($base);
                $opaque = LayerBlend::over($opaque === [] ? $before : $opaque, $tile, $clipped->opacity, $clipped->mode);
            }
        }

        return $before === null ? $base : LayerBlend::withAlphaOf($base, $before, $opaque);
    }
}
