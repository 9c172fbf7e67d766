<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\TilePart;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Stroke\Sample;

/**
 * Paints a piece of a stroke while the pen moves.
 *
 * The browser sends the new samples and the state that the piece before gave it; the stroke so far is in the memory of
 * this worker (see LiveStrokes). Where it is not the answer is null, and the browser sends the whole trace so
 * far instead, with no state.
 */
final readonly class LivePainter
{
    public function __construct(private BrushTextureLoader $tips, private TileStore $tiles, private SheetStack $stacks, private LiveStrokes $strokes)
    {
    }

    /**
     * @param  list<Sample>  $samples  that are new, or all of them when there is no state
     * @param  JsonReader|null  $state  what the last piece gave back
     * @return array{patches: PixelPatches, state: array<string, mixed>, provisional: list<string>}|null null when nobody has the piece before
     *
     * @throws InvalidInput
     */
    public function piece(Sheet $sheet, StrokeRequest $order, array $samples, ?JsonReader $state): ?array
    {
        $layer = $sheet->layerToPaintOn($order->layer);
        $hand = $this->strokes->takeUp($order->stroke, $order->summary(), $state?->keys(['piece']), function () use ($sheet, $layer, $order): array {
            $under = new LayerBackdrop($this->tiles, $this->stacks, $layer);
            $painter = new StrokePainter($this->tips->load($order->textures(), $order->settings), $order->settings, $under, $order->moved);

            return [$painter->begin($order->realPressure, $order->roll, $sheet->bounds()), $under];
        });
        if ($hand === null) {
            return null;
        }
        $stroke = $hand->painted;
        $patches = new PixelPatches;
        $changed = $hand->feed($samples);
        foreach ($this->tiles->parts($layer, $changed) as $place => $under) {
            $beneath = $stroke->blendMode() === BlendMode::Normal ? null : TilePart::of($hand->under->beneath($place), $place, $changed[$place]);
            $patches->add($changed[$place], self::shown($layer, Compositor::lay($under, $changed[$place], $stroke, $beneath, $layer->keeps_alpha)), $layer->id);
        }

        return ['patches' => $patches, 'state' => $this->strokes->putDown($hand), 'provisional' => [...$stroke->provisional(), ...$order->lent === null ? [] : ['pressure']]];
    }

    private static function shown(Layer $layer, DeepBitmap $painted): Bitmap
    {
        return ($layer->recolour?->apply($painted) ?? $painted)->toBitmap();
    }
}
