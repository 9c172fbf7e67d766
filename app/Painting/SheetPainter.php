<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Sheet;
use App\Models\Stroke;
use App\Models\StrokeTextures;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Stroke\Fill;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Paint\Tile\StrokeLayer;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/** Lays finished strokes into a sheet, takes them back and lays them again. */
final readonly class SheetPainter
{
    public function __construct(private BrushTextureLoader $tips, private TileStore $tiles, private LiveStrokes $strokes)
    {
    }

    /**
     * Paints a whole stroke, stores it and lays it down, all or nothing. A stroke that
     * arrives twice is laid once.
     *
     * @return PixelPatches what the sheet looks like where the stroke is
     */
    public function finish(Sheet $sheet, StrokeRequest $order, Trace $trace): PixelPatches
    {
        $textures = $order->textures();
        [$painted, $changed] = $this->paint($sheet, $order, $textures, $trace);

        return $this->lay($sheet, $painted, $changed, $this->shownMore($order, $changed, $sheet->bounds()), [
            'uuid' => $order->stroke,
            'brush_id' => $order->brush->id,
            'textures' => $textures,
            'brush' => $order->settings,
            'roll' => $order->roll,
            'trace' => Stroke::pack($trace),
        ]);
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

        return $this->lay($sheet, $fill, $fill->changedAreas(), [], [
            'uuid' => $stroke,
            'brush_id' => null,
            'brush' => BrushSettings::standard(TipKind::InkMask)->withInks($ink, $ink),
            'roll' => 0,
            'trace' => Stroke::pack(new Trace([$place])),
            'is_fill' => true,
        ]);
    }

    /**
     * Stores a stroke and lays it down, all or nothing, unless it was laid before.
     *
     * @param  array<string, Rect>  $changed  by tile
     * @param  list<string>  $more  tiles to show besides
     * @param  array<string, mixed>  $kept  what is kept of the stroke
     */
    private function lay(Sheet $sheet, StrokeLayer $painted, array $changed, array $more, array $kept): PixelPatches
    {
        $layer = $sheet->layer();

        return DB::connection()->transaction(function () use ($sheet, $layer, $painted, $changed, $more, $kept): PixelPatches {
            $patches = new PixelPatches;
            if (Stroke::query()->where('uuid', $kept['uuid'])->exists()) {
                foreach ($changed as $area) {
                    $patches->add($area, $this->tiles->area($layer, $area));
                }

                return $patches;
            }
            // A new stroke ends the way to what had been undone.
            Stroke::query()->where('layer_id', $layer->id)->where('undone', true)->delete();
            $stroke = Stroke::query()->create(['layer_id' => $layer->id, ...$kept]);
            foreach ($this->tiles->lay($layer, $stroke, $changed, fn (DeepBitmap $under, Rect $area): DeepBitmap => Compositor::over($under, $area, $painted)) as $key => $shown) {
                $patches->add($changed[$key], $shown);
            }
            foreach ($more as $place) {
                $area = StrokeBuffer::area($place)->intersect($sheet->bounds());
                $patches->add($area, $this->tiles->area($layer, $area));
            }

            return $patches;
        });
    }

    /**
     * The whole stroke: gone on with from its pieces where this process painted them and nothing of them was provisional.
     *
     * @return array{PaintedStroke, array<string, Rect>} and what it changes, by tile
     */
    private function paint(Sheet $sheet, StrokeRequest $order, StrokeTextures $textures, Trace $trace): array
    {
        $hand = $this->strokes->letGo($order->stroke, $order->summary());
        $changed = $hand?->end($trace);
        if ($hand !== null && $changed !== null) {
            return [$hand->painted, $changed];
        }
        $under = new LayerBackdrop($this->tiles, $sheet->layer());
        $painted = (new StrokePainter($this->tips->load($textures, $order->settings), $order->settings, $under))->stroke($trace, $order->roll, $sheet->bounds());

        return [$painted, $painted->takeDirty()];
    }

    /**
     * Tiles in which the live stroke may have shown more than the finished one covers: a
     * stroke that tapers out is narrower at its end than it was while nobody knew the end.
     *
     * @param  array<string, Rect>  $changed
     * @return list<string>
     */
    private function shownMore(StrokeRequest $order, array $changed, Rect $bounds): array
    {
        if ($order->settings->base('taperOut') <= 0 && ! $order->settings->isBand()) {
            return [];
        }
        $reach = (int) ceil($order->settings->base('size'));
        $places = [];
        foreach ($changed as $area) {
            $places = [...$places, ...StrokeBuffer::keysUnder($area->grow($reach)->intersect($bounds))];
        }

        return array_values(array_unique($places));
    }

    /** Takes the last stroke back. Null when there is none. */
    public function undo(Sheet $sheet): ?PixelPatches
    {
        return $this->step($sheet, false);
    }

    /** Lays the stroke down again that was taken back last. Null when there is none. */
    public function redo(Sheet $sheet): ?PixelPatches
    {
        return $this->step($sheet, true);
    }

    /** @return array{undo: bool, redo: bool} which of the two can be done */
    public function history(Sheet $sheet): array
    {
        $strokes = fn (bool $undone): bool => $sheet->layer()->strokes()->where('undone', $undone)->exists();

        return ['undo' => $strokes(false), 'redo' => $strokes(true)];
    }

    /** All paint of the sheet. */
    public function all(Sheet $sheet): PixelPatches
    {
        return $this->at($sheet, $this->tiles->paintedPlaces($sheet->layer()));
    }

    private function step(Sheet $sheet, bool $undone): ?PixelPatches
    {
        return DB::connection()->transaction(function () use ($sheet, $undone): ?PixelPatches {
            $strokes = Stroke::query()->where('layer_id', $sheet->layer()->id)->where('undone', $undone);
            $stroke = $undone ? $strokes->oldest('id')->first() : $strokes->latest('id')->first();
            if ($stroke === null) {
                return null;
            }
            $places = $this->tiles->exchange($sheet->layer(), $stroke);
            $stroke->update(['undone' => ! $undone]);

            return $this->at($sheet, $places);
        });
    }

    /** @param  list<string>  $places */
    private function at(Sheet $sheet, array $places): PixelPatches
    {
        $patches = new PixelPatches;
        $layer = $sheet->layer();
        foreach ($places as $place) {
            $area = StrokeBuffer::area($place)->intersect($sheet->bounds());
            $patches->add($area, $this->tiles->area($layer, $area));
        }

        return $patches;
    }
}
