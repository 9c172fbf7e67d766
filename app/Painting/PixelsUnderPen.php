<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Store\LibraryConnection;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

/**
 * What lies under a stroke that is being painted. Strokes of this process that wait to be laid are put over it in memory, at a
 * twentieth of what laying them costs: nobody waits for that with the pen down.
 */
final readonly class PixelsUnderPen
{
    /** Strokes put over each tile, about: of more it is cheaper to lay them once. */
    private const MOST = 3;

    public function __construct(private TileStore $tiles, private ChangeTiles $kept, private UnlaidStrokes $unlaid, private StrokeLaying $laying)
    {
    }

    /**
     * Some areas of a layer, as they are once all that waits is laid.
     *
     * @param  array<string, Rect>  $areas  on the sheet, by tile
     * @return array<string, DeepBitmap>
     */
    public function parts(Layer $layer, array $areas): array
    {
        return LibraryConnection::reading(fn (): ?array => $this->withWaiting($layer, $areas)) ?? $this->tiles->parts($layer, $areas);
    }

    /**
     * @param  array<string, Rect>  $areas
     * @return array<string, DeepBitmap>|null null where what waits has to be laid
     */
    private function withWaiting(Layer $layer, array $areas): ?array
    {
        $waiting = $this->waiting($layer, $areas);
        if ($waiting === null) {
            return null;
        }
        $parts = $this->unlaid->whileLaying(fn (): array => $this->tiles->parts($layer, $areas));
        foreach ($waiting as $stroke) {
            foreach (array_keys($this->kept->untouched($layer, $stroke->change, array_intersect_key($stroke->left, $areas))) as $key) {
                $parts[$key] = Compositor::lay($parts[$key], $areas[$key], $stroke->painted, null, $stroke->stroke->keeps_alpha);
            }
        }

        return $parts;
    }

    /**
     * @param  array<string, Rect>  $areas
     * @return list<StrokeToLay>|null the oldest first; null where they are too many, or not all at hand, or look at what lies beneath them
     */
    private function waiting(Layer $layer, array $areas): ?array
    {
        $strokes = $this->unlaid->onLayer($layer->id);
        $here = $strokes === [] ? [] : $this->laying->here();
        $waiting = [];
        $tiles = 0;
        foreach ($strokes as $id => $uuid) {
            $stroke = $here[$id] ?? null;
            if ($stroke?->stroke->uuid !== $uuid || LayerRepainter::looksBeneath($stroke->stroke)) {
                return null;
            }
            $tiles += count(array_intersect_key($stroke->left, $areas));
            $waiting[] = $stroke;
        }

        return $tiles > self::MOST * count($areas) ? null : $waiting;
    }
}
