<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Models\StrokeTextures;
use Closure;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Stroke\Fill;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/** Lays finished strokes into a sheet. */
final readonly class SheetPainter
{
    /** Samples that are painted before a stroke is stored: it takes no longer than a piece. */
    private const FEW = 64;

    public function __construct(private BrushTextureLoader $tips, private TileStore $tiles, private SheetStack $stacks, private LiveStrokes $strokes, private History $history, private SheetView $view, private StrokeLaying $laying, private UnlaidStrokes $unlaid, private PixelsUnderPen $under)
    {
    }

    /**
     * Stores a whole stroke, paints it and lays it down. It is stored first, so that nothing that happens to this process afterwards
     * loses it. A stroke that arrives twice is laid once.
     *
     * @param  bool  $keepsPrint  whether its coverage is kept for whoever changes something near it later; it can be painted anew, too
     * @param  int|null  $seen  the last of its pieces that the page has shown; null where it may lack some
     * @return PixelPatches what the sheet looks like where the page does not show it yet
     *
     * @throws InvalidInput where it cannot be painted on the layer
     */
    public function finish(Sheet $sheet, StrokeRequest $order, Trace $trace, bool $keepsPrint = true, ?int $seen = null): PixelPatches
    {
        $layer = $sheet->layerToPaintOn($order->layer);
        $there = Stroke::query()->where('uuid', $order->stroke)->first();
        if ($there !== null) {
            return $this->shownOf($sheet, $there);
        }
        $textures = $order->textures();
        $under = new LayerBackdrop($this->tiles, $this->stacks, $layer);
        $hand = $this->strokes->letGo($order->stroke, $order->summary());
        $isNear = $hand !== null && count($trace->samples) - $hand->count() <= self::FEW;
        $ended = $isNear ? $hand->end($trace) : null;
        // Before it is stored: one whose pictures are gone is refused.
        $kit = $ended === null ? $this->tips->load($textures, $order->settings) : null;
        // Looked at while the stroke is not in the library yet: from then on it would have to be laid first.
        $added = $ended !== null && $hand?->piece === $seen && $this->laying->canWait() ? $this->added($layer, $hand->painted, $ended) : null;
        $stored = $this->store($sheet, $layer, $order, $textures, $trace, $ended === null ? null : $hand?->changed());
        if ($stored === null) {
            return $this->shownOf($sheet, Stroke::query()->where('uuid', $order->stroke)->firstOrFail());
        }
        [$stroke, $change] = $stored;
        $ended ??= $isNear ? null : $hand?->end($trace);
        $toLay = $hand === null || $ended === null ? null : new StrokeToLay($sheet, $layer, $stroke, $change, $hand->painted, $hand->under, $hand->changed(), $keepsPrint);
        if ($toLay !== null && $added !== null && ! LayerRepainter::looksBeneath($stroke)) {
            $this->laying->later($toLay);

            return $added;
        }
        $this->unlaid->settleBefore($sheet, $stroke);
        $toLay ??= $this->unlaid->whileLaying(function () use ($sheet, $layer, $order, $trace, $textures, $kit, $under, $stroke, $change, $keepsPrint): StrokeToLay {
            try {
                $painted = (new StrokePainter($kit ?? $this->tips->load($textures, $order->settings), $order->settings, $under, $order->moved))->stroke($trace, $order->roll, $sheet->bounds());
            } catch (InvalidInput $e) {
                $this->laying->giveUp($stroke, $change);
                throw $e;
            }

            return new StrokeToLay($sheet, $layer, $stroke, $change, $painted, $under, $painted->takeDirty(), $keepsPrint);
        });

        return $this->laid($toLay, $this->shownMore($order, $toLay->changed, $sheet->bounds()));
    }

    /**
     * A stroke in the library and in the history, before anything of it is laid.
     *
     * @param  array<string, Rect>|null  $changed  what it covers, by tile, where that is known
     * @return array{Stroke, Change}|null null where it is there already
     */
    private function store(Sheet $sheet, Layer $layer, StrokeRequest $order, StrokeTextures $textures, Trace $trace, ?array $changed): ?array
    {
        $verb = match ($order->settings->choices->does) {
            Does::Erases => 'Erased',
            Does::Smudges => 'Smudged',
            Does::Paints => 'Painted',
        };

        return $this->once($order->stroke, fn (): array => $this->history->note($sheet, "{$verb} with {$order->brush->name}", function (ChangeRecorder $recorder) use ($sheet, $layer, $order, $textures, $trace, $changed): array {
            $stroke = Stroke::query()->create([
                'layer_id' => $layer->id,
                'rank' => $layer->nextRank(),
                'area' => $changed === null ? null : Rect::around($changed)->toArray(),
                'uuid' => $order->stroke,
                'brush_id' => $order->brush->id,
                'textures' => $textures,
                'brush' => $order->settings,
                'roll' => $order->roll,
                'trace' => Stroke::pack($trace),
                'keeps_alpha' => $layer->keeps_alpha,
                'moved' => $order->moved->isNothing() ? null : $order->moved,
            ]);
            $recorder->made($stroke, ['is_down' => 0], ['is_down' => 1]);
            $this->unlaid->add($sheet, $stroke, $recorder->change, $this->laying->canWait());

            return [$stroke, $recorder->change];
        }));
    }

    /**
     * What the end of a stroke adds to the pieces that the page shows.
     *
     * @param  array<string, Rect>  $changed  by tile
     */
    private function added(Layer $layer, PaintedStroke $painted, array $changed): PixelPatches
    {
        $patches = new PixelPatches;
        foreach ($painted->blendMode() === BlendMode::Normal ? $this->under->parts($layer, $changed) : [] as $key => $deep) {
            $deep = Compositor::lay($deep, $changed[$key], $painted, null, $layer->keeps_alpha);
            $patches->add($changed[$key], ($layer->recolour?->apply($deep) ?? $deep)->toBitmap(), $layer->id);
        }

        return $patches;
    }

    /** @param  list<string>  $more  tiles to show besides */
    private function laid(StrokeToLay $toLay, array $more): PixelPatches
    {
        $layer = $toLay->layer;
        $shown = $this->laying->whole($toLay);
        $patches = new PixelPatches;
        foreach ($toLay->changed as $key => $area) {
            $patches->add($area, isset($shown[$key]) && $layer->recolour === null ? $shown[$key] : $this->view->shown($layer, $area), $layer->id);
        }
        foreach ($more as $place) {
            $area = StrokeBuffer::area($place)->intersect($toLay->sheet->bounds());
            $patches->add($area, $this->view->shown($layer, $area), $layer->id);
        }

        return $patches;
    }

    /** All that a stroke changed, as it is shown now. */
    private function shownOf(Sheet $sheet, Stroke $stroke): PixelPatches
    {
        $this->unlaid->settleSheet($sheet);

        return $this->view->at($sheet, [$stroke->layer_id => StrokeBuffer::keysUnder(($stroke->fresh() ?? $stroke)->bounds()->intersect($sheet->bounds()))]);
    }

    /**
     * Fills a closed space of the sheet with a colour, as one stroke that can be taken back. One that arrives twice is laid once.
     *
     * @param  string  $stroke  UUID
     *
     * @throws InvalidInput where there is no closed space
     */
    public function fill(Sheet $sheet, string $stroke, Sample $place, Srgb $ink): PixelPatches
    {
        $layer = $sheet->layer();
        if (Stroke::query()->where('uuid', $stroke)->exists()) {
            return new PixelPatches;
        }
        $fill = Fill::of($this->tiles->parts($layer, ['all' => $sheet->bounds()])['all'], $place->x, $place->y, $ink->toInt());
        $changed = $fill->takeDirty();

        return $this->once($stroke, fn (): PixelPatches => $this->history->record($sheet, 'Filled a space', function (ChangeRecorder $recorder) use ($layer, $fill, $changed, $stroke, $place, $ink): PixelPatches {
            $patches = new PixelPatches;
            $row = Stroke::query()->create([
                'layer_id' => $layer->id,
                'rank' => $layer->nextRank(),
                'area' => Rect::around($changed)->toArray(),
                'uuid' => $stroke,
                'brush_id' => null,
                'brush' => BrushSettings::standard(TipKind::InkMask)->withInks($ink, $ink),
                'roll' => 0,
                'trace' => Stroke::pack(new Trace([$place])),
                'kind' => Stroke::FILL,
            ]);
            $recorder->made($row, ['is_down' => 0], ['is_down' => 1]);
            $this->tiles->lay($layer, $recorder->change, $changed, fn (DeepBitmap $deep, Rect $at): DeepBitmap => Compositor::lay($deep, $at, $fill));
            foreach ($changed as $area) {
                $patches->add($area, $this->view->shown($layer, $area), $layer->id);
            }

            return $patches;
        })) ?? new PixelPatches;
    }

    /**
     * Does something with a stroke that the library does not have; null where it has it.
     *
     * @template T
     *
     * @param  Closure(): T  $do
     * @return T|null
     */
    private function once(string $uuid, Closure $do): mixed
    {
        return DB::connection()->transaction(fn (): mixed => Stroke::query()->where('uuid', $uuid)->exists() ? null : $do());
    }

    /**
     * Tiles in which the live stroke may have shown more than the finished one covers: a
     * stroke that tapers out, or is lent its pressure, is narrower than it was while nobody knew its end.
     *
     * @param  array<string, Rect>  $changed
     * @return list<string>
     */
    private function shownMore(StrokeRequest $order, array $changed, Rect $bounds): array
    {
        if ($order->settings->base('taperOut') <= 0 && ! $order->settings->isBand() && $order->lent === null) {
            return [];
        }
        $reach = (int) ceil($order->settings->base('size'));
        $places = [];
        foreach ($changed as $area) {
            $places = [...$places, ...StrokeBuffer::keysUnder($area->grow($reach)->intersect($bounds))];
        }

        return array_values(array_unique($places));
    }
}
