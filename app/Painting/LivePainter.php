<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use App\Store\ProcessCache;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\TilePart;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Stroke\Trace;

/**
 * Paints a piece of a stroke while the pen moves.
 *
 * The browser sends the new samples and the state that the piece before gave it; the stroke so far is in the memory of
 * this worker (see LiveStrokes). Where it is not the answer is null, and the browser sends the whole trace so
 * far instead, with no state.
 */
final readonly class LivePainter
{
    private const DRAWER = 'orders';

    /** Orders at hand: one that is not is read anew. */
    private const MOST = 100;

    public const KEYS = [...StrokeRequest::KEYS, 'samples', 'state'];

    public function __construct(private BrushTextureLoader $tips, private TileStore $tiles, private PixelsUnderPen $under, private SheetStack $stacks, private LiveStrokes $strokes, private ProcessCache $memory)
    {
    }

    /**
     * @param  JsonReader  $said  the order, `samples` that are new, and the `state` that the last piece gave back; all samples when there is none
     * @return array{patches: PixelPatches, state: array<string, mixed>, provisional: list<string>}|null null when nobody has the piece before
     *
     * @throws InvalidInput
     */
    public function piece(Sheet $sheet, JsonReader $said): ?array
    {
        $state = $said->has('state') ? $said->object('state')->keys(['piece']) : null;
        $live = $this->order($sheet, $said, $state !== null);
        [$order, $layer] = [$live->order, $live->layer];
        $samples = $order->piece(Trace::readSamples($said));
        $hand = $this->strokes->takeUp($order->stroke, $live->summary, $state, function () use ($sheet, $layer, $order): array {
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
        foreach ($this->under->parts($layer, $changed) as $place => $deep) {
            $beneath = $stroke->blendMode() === BlendMode::Normal ? null : TilePart::of($hand->under->beneath($place), $place, $changed[$place]);
            $patches->add($changed[$place], self::shown($layer, Compositor::lay($deep, $changed[$place], $stroke, $beneath, $layer->keeps_alpha)), $layer->id);
        }

        return ['patches' => $patches, 'state' => $this->strokes->putDown($hand), 'provisional' => [...$stroke->provisional(), ...$order->lent === null ? [] : ['pressure']]];
    }

    /** As it was read for the first piece, where the page says the very same: a stroke goes on with the brush and the layer that it began with. */
    private function order(Sheet $sheet, JsonReader $said, bool $goesOn): LiveOrder
    {
        $stroke = StrokeRequest::stroke($said);
        $digest = "{$sheet->id} {$said->digest(['samples', 'state'])}";
        $known = $goesOn ? $this->memory->recall(self::DRAWER, $stroke, LiveOrder::class) : null;
        if ($known?->digest === $digest) {
            return $known;
        }
        $order = StrokeRequest::read($said, $sheet);
        $live = new LiveOrder($digest, $order, $order->summary(), $sheet->layerToPaintOn($order->layer));
        $this->memory->hold(self::DRAWER, $stroke, $live, self::MOST);

        return $live;
    }

    private static function shown(Layer $layer, DeepBitmap $painted): Bitmap
    {
        return ($layer->recolour?->apply($painted) ?? $painted)->toBitmap();
    }
}
