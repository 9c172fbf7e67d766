<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Sheet;
use App\Models\Stroke;
use App\Store\Blob;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Paint\Lay;
use Yarrowfog\Core\Paint\StrokeBuffer;
use Yarrowfog\Core\Paint\StrokePainter;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Trace;

/** Lays finished strokes into a sheet, takes them back and lays them again. */
final readonly class SheetPainter
{
    public function __construct(private TipRack $tips, private TileStore $tiles, private LiveCache $cache)
    {
    }

    /**
     * Paints a whole stroke, stores it and lays it down, all or nothing. A stroke that
     * arrives twice is laid once.
     *
     * @return Patches what the sheet looks like where the stroke is
     */
    public function finish(Sheet $sheet, Order $order, Trace $trace): Patches
    {
        $this->cache->forget($order->stroke);
        $layer = $sheet->layer();
        $under = new LayerUnder($this->tiles, $layer);
        $painted = (new StrokePainter($this->tips->kit($order->brush, $order->settings), $order->settings, $under))->stroke($trace, $order->roll, $sheet->bounds());
        $changed = $painted->takeDirty();

        return DB::connection()->transaction(function () use ($sheet, $layer, $order, $trace, $painted, $changed): Patches {
            $patches = new Patches;
            if (Stroke::query()->where('uuid', $order->stroke)->exists()) {
                foreach ($changed as $area) {
                    $patches->add($area, $this->tiles->area($layer, $area));
                }

                return $patches;
            }
            // A new stroke ends the way to what had been undone.
            Stroke::query()->where('layer_id', $layer->id)->where('undone', true)->delete();
            $stroke = Stroke::query()->create([
                'layer_id' => $layer->id,
                'uuid' => $order->stroke,
                'brush_id' => $order->brush->id,
                'tip_hash' => $order->brush->tip->hash,
                'brush' => $order->settings,
                'roll' => $order->roll,
                'trace' => new Blob((string) gzcompress(json_encode($trace->toArray(), JSON_THROW_ON_ERROR))),
            ]);
            $this->tiles->lay($layer, $stroke, $changed, function (Bitmap $under, Rect $area) use ($painted, $patches): Bitmap {
                $laid = Lay::over($under, $area, $painted);
                $patches->add($area, $laid);

                return $laid;
            });

            foreach ($this->shownMore($order, $changed, $sheet->bounds()) as $place) {
                $area = StrokeBuffer::area($place)->intersect($sheet->bounds());
                $patches->add($area, $this->tiles->area($layer, $area));
            }

            return $patches;
        });
    }

    /**
     * Tiles in which the live stroke may have shown more than the finished one covers: a
     * stroke that tapers out is narrower at its end than it was while nobody knew the end.
     *
     * @param  array<string, Rect>  $changed
     * @return list<string>
     */
    private function shownMore(Order $order, array $changed, Rect $bounds): array
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
    public function undo(Sheet $sheet): ?Patches
    {
        return $this->step($sheet, false);
    }

    /** Lays the stroke down again that was taken back last. Null when there is none. */
    public function redo(Sheet $sheet): ?Patches
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
    public function all(Sheet $sheet): Patches
    {
        return $this->at($sheet, $this->tiles->places($sheet->layer()));
    }

    private function step(Sheet $sheet, bool $undone): ?Patches
    {
        return DB::connection()->transaction(function () use ($sheet, $undone): ?Patches {
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
    private function at(Sheet $sheet, array $places): Patches
    {
        $patches = new Patches;
        $layer = $sheet->layer();
        foreach ($places as $place) {
            $area = StrokeBuffer::area($place)->intersect($sheet->bounds());
            $patches->add($area, $this->tiles->area($layer, $area));
        }

        return $patches;
    }
}
