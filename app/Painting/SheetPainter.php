<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Models\StrokeTextures;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\TilePart;
use Yarrowfog\Core\Paint\Stroke\Fill;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Paint\Tile\StrokeLayer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Settings\InkSettings;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

use function Illuminate\Support\defer;

/** Lays finished strokes into a sheet. */
final readonly class SheetPainter
{
    public function __construct(private BrushTextureLoader $tips, private TileStore $tiles, private SheetStack $stacks, private LiveStrokes $strokes, private History $history, private SheetView $view, private PrintCache $prints)
    {
    }

    /**
     * Paints a whole stroke, stores it and lays it down, all or nothing. A stroke that
     * arrives twice is laid once.
     *
     * @param  bool  $keepsPrint  whether its coverage is kept for whoever changes something near it later; it can be painted anew, too
     * @return PixelPatches what the sheet looks like where the stroke is
     *
     * @throws InvalidInput where it cannot be painted on the layer
     */
    public function finish(Sheet $sheet, StrokeRequest $order, Trace $trace, bool $keepsPrint = true): PixelPatches
    {
        $layer = $sheet->layerToPaintOn($order->layer);
        $textures = $order->textures();
        $under = new LayerBackdrop($this->tiles, $this->stacks, $layer);
        [$painted, $changed] = $this->paint($sheet, $order, $textures, $trace, $under);
        $verb = match ($order->settings->choice('does')) {
            InkSettings::ERASES => 'Erased',
            InkSettings::SMUDGES => 'Smudged',
            default => 'Painted',
        };

        return $this->lay($sheet, $layer, $painted, $under, $changed, $this->shownMore($order, $changed, $sheet->bounds()), "{$verb} with {$order->brush->name}", [
            'uuid' => $order->stroke,
            'brush_id' => $order->brush->id,
            'textures' => $textures,
            'brush' => $order->settings,
            'roll' => $order->roll,
            'trace' => Stroke::pack($trace),
            'keeps_alpha' => $layer->keeps_alpha,
            'moved' => $order->moved->isNothing() ? null : $order->moved,
        ], $keepsPrint);
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

        return $this->lay($sheet, $layer, $fill, null, $fill->takeDirty(), [], 'Filled a space', [
            'uuid' => $stroke,
            'brush_id' => null,
            'brush' => BrushSettings::standard(TipKind::InkMask)->withInks($ink, $ink),
            'roll' => 0,
            'trace' => Stroke::pack(new Trace([$place])),
            'kind' => Stroke::FILL,
        ], false);
    }

    /**
     * Stores a stroke and lays it down, all or nothing, unless it was laid before.
     *
     * @param  Backdrop|null  $under  what it was painted on; null where that does not matter
     * @param  array<string, Rect>  $changed  by tile
     * @param  list<string>  $more  tiles to show besides
     * @param  string  $words  what is done
     * @param  array<string, mixed>  $kept  what is kept of the stroke
     * @param  bool  $keepsPrint  whether its coverage is, too
     */
    private function lay(Sheet $sheet, Layer $layer, StrokeLayer $painted, ?Backdrop $under, array $changed, array $more, string $words, array $kept, bool $keepsPrint): PixelPatches
    {
        return DB::connection()->transaction(function () use ($sheet, $layer, $painted, $under, $changed, $more, $words, $kept, $keepsPrint): PixelPatches {
            if (Stroke::query()->where('uuid', $kept['uuid'])->exists()) {
                return $this->shown($layer, $changed);
            }
            $patches = $this->history->record($sheet, $words, function (ChangeRecorder $recorder) use ($sheet, $layer, $painted, $under, $changed, $kept, $keepsPrint): PixelPatches {
                $stroke = Stroke::query()->create(['layer_id' => $layer->id, 'rank' => $layer->nextRank(), 'area' => Rect::around($changed)->toArray(), ...$kept]);
                $recorder->made($stroke, ['is_down' => 0], ['is_down' => 1]);
                if ($keepsPrint && $painted instanceof PaintedStroke) {
                    // After the answer: whoever changes something near it later need not paint it anew.
                    defer(fn () => $this->prints->keep($stroke, $sheet->bounds(), $painted, $changed));
                }
                $blends = $under !== null && $painted->blendMode() !== BlendMode::Normal;
                $shown = $this->tiles->lay($layer, $recorder->change, $changed, fn (DeepBitmap $deep, Rect $at, string $key): DeepBitmap => Compositor::lay($deep, $at, $painted, $blends ? TilePart::of($under->beneath($key), $key, $at) : null, $stroke->keeps_alpha));
                $patches = new PixelPatches;
                foreach ($shown as $key => $pixels) {
                    $patches->add($changed[$key], $layer->recolour === null ? $pixels : $this->view->shown($layer, $changed[$key]), $layer->id);
                }

                return $patches;
            });
            foreach ($more as $place) {
                $area = StrokeBuffer::area($place)->intersect($sheet->bounds());
                $patches->add($area, $this->view->shown($layer, $area), $layer->id);
            }

            return $patches;
        });
    }

    /**
     * The whole stroke: gone on with from its pieces where this process painted them and nothing of them was provisional.
     *
     * @return array{PaintedStroke, array<string, Rect>} and what it changes, by tile
     */
    private function paint(Sheet $sheet, StrokeRequest $order, StrokeTextures $textures, Trace $trace, Backdrop $under): array
    {
        $hand = $this->strokes->letGo($order->stroke, $order->summary());
        $changed = $hand?->end($trace);
        if ($hand !== null && $changed !== null) {
            return [$hand->painted, $changed];
        }
        $painted = (new StrokePainter($this->tips->load($textures, $order->settings), $order->settings, $under, $order->moved))->stroke($trace, $order->roll, $sheet->bounds());

        return [$painted, $painted->takeDirty()];
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

    /** @param  array<string, Rect>  $areas */
    private function shown(Layer $layer, array $areas): PixelPatches
    {
        $patches = new PixelPatches;
        foreach ($areas as $area) {
            $patches->add($area, $this->view->shown($layer, $area), $layer->id);
        }

        return $patches;
    }
}
