<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use Yarrowfog\Core\Paint\Composite\Recolour;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;

/** What a page is told of a sheet: its layers, their pixels and its history. */
final readonly class SheetView
{
    /** Tiles that are read in one go. */
    private const AT_ONCE = 100;

    public function __construct(private TileStore $tiles, private History $history)
    {
    }

    /** All paint of the sheet, layer by layer, for a page that shows nothing of it yet. */
    public function all(Sheet $sheet): PixelPatches
    {
        $patches = new PixelPatches;
        foreach ($sheet->layers()->get() as $layer) {
            $this->add($patches, $sheet, $layer, $this->tiles->paintedPlaces($layer->id), withEmpty: false);
        }

        return $patches;
    }

    /** All paint of one layer. */
    public function layer(Sheet $sheet, Layer $layer): PixelPatches
    {
        $patches = new PixelPatches;
        $this->add($patches, $sheet, $layer, $this->tiles->paintedPlaces($layer->id));

        return $patches;
    }

    /**
     * Some tiles of some layers.
     *
     * @param  array<int, list<string>>  $tiles  the engine's, by their keys, for each layer
     */
    public function at(Sheet $sheet, array $tiles): PixelPatches
    {
        $patches = new PixelPatches;
        foreach ($sheet->layers()->get() as $layer) {
            $this->add($patches, $sheet, $layer, $tiles[$layer->id] ?? []);
        }

        return $patches;
    }

    /**
     * @param  bool  $withStack  whether the layers, and the paper under them, are described too
     * @return array<string, mixed>
     */
    public function words(Sheet $sheet, bool $withStack = false): array
    {
        return [...$this->history->describe($sheet), ...$withStack ? ['layers' => $this->layers($sheet), ...Sheet::query()->findOrFail($sheet->id, ['paper', 'tooth'])->only(['paper', 'tooth'])] : []];
    }

    /** @return list<array<string, mixed>> from the lowest to the topmost */
    public function layers(Sheet $sheet): array
    {
        return array_values($sheet->layers()->get()->map(fn (Layer $layer): array => [
            'id' => $layer->id,
            'name' => $layer->name,
            'isHidden' => $layer->is_hidden,
            'opacity' => $layer->opacity,
            'mode' => $layer->blend_mode->value,
            'isLocked' => $layer->is_locked,
            'isPicture' => $layer->is_picture,
            'keepsAlpha' => $layer->keeps_alpha,
            'isClipped' => $layer->is_clipped,
            'recolour' => ($layer->recolour ?? new Recolour)->toArray(),
        ])->all());
    }

    /** @param  list<string>  $places */
    private function add(PixelPatches $patches, Sheet $sheet, Layer $layer, array $places, bool $withEmpty = true): void
    {
        $areas = $sheet->areasOf($places);
        foreach (array_chunk($areas, self::AT_ONCE, true) as $some) {
            if ($layer->recolour !== null) {
                foreach ($some as $area) {
                    $patches->add($area, $this->shown($layer, $area), $layer->id);
                }

                continue;
            }
            foreach ($this->tiles->stored($layer->id, $some, $withEmpty) as [$area, $bytes]) {
                $patches->addBytes($area, $bytes, $layer->id);
            }
        }
    }

    /** A part of a layer, in the colours in which it is shown. */
    public function shown(Layer $layer, Rect $area): Bitmap
    {
        return $layer->recolour === null
            ? $this->tiles->area($layer, $area)
            : $layer->recolour->apply($this->tiles->parts($layer, ['all' => $area])['all'])->toBitmap();
    }
}
