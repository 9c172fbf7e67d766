<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Paint\Composite\LayerStack;
use Yarrowfog\Core\Paint\Composite\Recolour;
use Yarrowfog\Core\Paint\Composite\StackedLayer;
use Yarrowfog\Core\Paint\Composite\TileSource;
use Yarrowfog\Core\Raster\DeepBitmap;

/** The layers of a sheet, as they are shown over one another. */
final readonly class SheetStack
{
    public function __construct(private TileStore $tiles)
    {
    }

    /** All that is shown of a sheet. */
    public function of(Sheet $sheet, bool $withPaper): LayerStack
    {
        return new LayerStack(
            array_values($sheet->layers()->get()->map($this->layer(...))->all()),
            $withPaper ? self::paper($sheet) : null,
        );
    }

    /** The word of the sheet's paper. */
    public static function paper(Sheet $sheet): int
    {
        return DeepBitmap::word(Srgb::fromHex($sheet->paper)->toInt() << 8 | 255);
    }

    /** One layer alone, as it is shown. */
    public function alone(Layer $layer): LayerStack
    {
        return new LayerStack([new StackedLayer(new LayerTiles($this->tiles, $layer), recolour: $layer->recolour ?? new Recolour)]);
    }

    /** What is shown under a layer; null where nothing can be. */
    public function beneath(Layer $layer): ?LayerStack
    {
        $lower = $layer->sheet()->firstOrFail()->layers()->where('position', '<', $layer->position)->where('is_hidden', false)->get();

        return $lower->isEmpty() ? null : new LayerStack(array_values($lower->map($this->layer(...))->all()));
    }

    /** @return array<string, true> the tiles on which any layer that is shown has paint, by their keys */
    public function painted(Sheet $sheet): array
    {
        $keys = [];
        foreach ($sheet->layers()->get() as $layer) {
            $keys += array_fill_keys($this->tiles->paintedPlaces($layer->id), true);
        }

        return $keys;
    }

    private function layer(Layer $layer): StackedLayer
    {
        return self::shown($layer, new LayerTiles($this->tiles, $layer));
    }

    /** A layer as it is shown, of these pixels. */
    public static function shown(Layer $layer, TileSource $pixels): StackedLayer
    {
        return new StackedLayer($pixels, $layer->opacity, $layer->blend_mode, $layer->is_clipped, $layer->recolour ?? new Recolour, $layer->is_hidden);
    }
}
