<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use App\Models\StoredPicture;
use App\Models\Stroke;
use App\Models\StrokeTextures;
use Illuminate\Support\Str;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\LayerStack;
use Yarrowfog\Core\Paint\Composite\Recolour;
use Yarrowfog\Core\Paint\Composite\StackedLayer;
use Yarrowfog\Core\Paint\Composite\TilePart;
use Yarrowfog\Core\Paint\Composite\TileSource;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Similarity;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/** Layers that hold a picture, and layers that become one: merged and flattened. */
final readonly class PictureLayers
{
    public function __construct(private History $history, private LayerActions $layers, private LayerPictures $pictures, private LayerRepainter $repainter, private TileStore $tiles)
    {
    }

    /**
     * A picture of the library on a layer of its own, as large as it fits, in the middle of the sheet.
     *
     * @param  Layer|null  $above  null for the top
     *
     * @throws InvalidInput where the sheet has as many layers as it can
     */
    public function add(Sheet $sheet, StoredPicture $picture, string $name, ?Layer $above): Layer
    {
        return $this->history->record($sheet, "Picture “{$name}” laid on the sheet", function (ChangeRecorder $recorder) use ($sheet, $picture, $name, $above): Layer {
            $layer = $this->layers->insert($sheet, $recorder, $above, ['name' => $name, 'is_picture' => true]);
            $scale = min(1.0, $sheet->width / $picture->width, $sheet->height / $picture->height);
            $moved = new Similarity($scale, 0, false, floor(($sheet->width - $scale * $picture->width) / 2), floor(($sheet->height - $scale * $picture->height) / 2));
            $this->put($sheet, $layer, $recorder, $picture, $moved);

            return $layer;
        });
    }

    /**
     * Lays a layer into the one below. Where both are laid over one another as they are, their strokes stay alive; otherwise what is
     * shown becomes a picture.
     *
     * @return array<int, list<string>> the tiles that changed, for each layer
     *
     * @throws InvalidInput where there is none below, or one of them is locked
     */
    public function mergeDown(Sheet $sheet, Layer $layer): array
    {
        $lower = $sheet->layers()->get()->reverse()->first(fn (Layer $other): bool => $other->position < $layer->position) ?? throw new InvalidInput('layer', 'There is no layer below this one.');
        LayerActions::mustNotBeLocked($layer);
        LayerActions::mustNotBeLocked($lower);

        return $this->history->record($sheet, "Layer “{$layer->name}” merged into “{$lower->name}”", function (ChangeRecorder $recorder) use ($sheet, $layer, $lower): array {
            $staysAlive = self::canStayAlive($layer, $lower);
            $painted = $this->tiles->paintedPlaces($layer->id);
            if ($staysAlive) {
                $rank = $lower->nextRank();
                foreach ($layer->standing()->get() as $i => $stroke) {
                    $recorder->update($stroke, ['layer_id' => $lower->id, 'rank' => $rank + $i]);
                }
                $recorder->update($layer, ['is_gone' => true]);

                return [$lower->id => $this->repainter->repaint($sheet, $lower, $recorder, array_map(StrokeBuffer::area(...), $painted))];
            }
            $bakes = $lower->blend_mode === BlendMode::Normal;
            $stack = new LayerStack([
                new StackedLayer(new LayerTiles($this->tiles, $lower), $bakes ? $lower->opacity : 1.0, recolour: $lower->recolour ?? new Recolour),
                new StackedLayer(new LayerTiles($this->tiles, $layer), $layer->opacity, $layer->blend_mode, $layer->is_clipped, $layer->recolour ?? new Recolour),
            ]);
            $keys = array_values(array_unique([...$painted, ...$this->tiles->paintedPlaces($lower->id)]));
            $recorder->update($layer, ['is_gone' => true]);
            $recorder->update($lower, ['recolour' => null, ...$bakes ? ['opacity' => 1.0] : []]);

            return [$lower->id => $this->become($sheet, $lower, $recorder, $stack, $keys)];
        });
    }

    /**
     * All that is shown becomes one layer; hidden layers stay as they are.
     *
     * @return array<int, list<string>> the tiles that changed, for each layer
     *
     * @throws InvalidInput where one that is shown is locked
     */
    public function flatten(Sheet $sheet, SheetStack $stacks): array
    {
        $shown = array_values($sheet->layers()->get()->reject(fn (Layer $layer): bool => $layer->is_hidden)->all());
        if (count($shown) < 2) {
            throw new InvalidInput('layer', 'Two layers at least must be shown to be made one.');
        }
        array_map(LayerActions::mustNotBeLocked(...), $shown);

        return $this->history->record($sheet, 'Layers made one', function (ChangeRecorder $recorder) use ($sheet, $stacks, $shown): array {
            $stack = $stacks->of($sheet, false);
            $keys = array_map(strval(...), array_keys($stacks->painted($sheet)));
            $layer = $this->layers->insert($sheet, $recorder, end($shown), ['name' => 'All in one']);
            $changed = $this->become($sheet, $layer, $recorder, $stack, $keys);
            foreach ($shown as $old) {
                $recorder->update($old, ['is_gone' => true]);
            }

            return [$layer->id => $changed];
        });
    }

    /** Pixels that were painted, as a picture on a new layer above the one that they were copied from. */
    public function copyOf(Sheet $sheet, Layer $layer, DeepBitmap $pixels, Rect $area): Layer
    {
        return $this->history->record($sheet, "A part of layer “{$layer->name}” copied", function (ChangeRecorder $recorder) use ($sheet, $layer, $pixels, $area): Layer {
            $made = $this->layers->insert($sheet, $recorder, $layer, ['name' => mb_substr("Part of {$layer->name}", 0, 120)]);
            $this->put($sheet, $made, $recorder, $this->pictures->keep($pixels), new Similarity(dx: $area->x, dy: $area->y));

            return $made;
        });
    }

    /** Lays a picture of the library on a layer that holds nothing yet, as it is. */
    public function fill(Sheet $sheet, Layer $layer, StoredPicture $picture, int $x, int $y): void
    {
        $this->history->record($sheet, "Layer “{$layer->name}” opened", fn (ChangeRecorder $recorder) => $this->put($sheet, $layer, $recorder, $picture, new Similarity(dx: $x, dy: $y)));
    }

    /** Whether laying strokes one by one gives what laying their layer gives. */
    private static function canStayAlive(Layer $layer, Layer $lower): bool
    {
        return $layer->opacity === 1.0 && $layer->blend_mode === BlendMode::Normal && ! $layer->is_clipped && $layer->recolour === null
            && $lower->recolour === null && ! $lower->is_picture && ! $layer->is_picture && ! $layer->is_hidden
            && $layer->standing()->get()->every(fn (Stroke $stroke): bool => $stroke->kind === Stroke::PAINTED
                && $stroke->brush->choices->does === Does::Paints
                && $stroke->brush->choices->blendMode === BlendMode::Normal
                && ! $stroke->brush->lendsFromSheet() && ! $stroke->keeps_alpha);
    }

    /**
     * A layer becomes a picture of what was shown.
     *
     * @param  list<string>  $keys  of the tiles that may hold something
     * @return list<string> the tiles that changed
     */
    private function become(Sheet $sheet, Layer $layer, ChangeRecorder $recorder, TileSource $shown, array $keys): array
    {
        foreach ($layer->standing()->get() as $stroke) {
            $recorder->update($stroke, ['is_down' => false]);
        }
        $tiles = array_filter(array_combine($keys, array_map($shown->tile(...), $keys)), fn (?array $tile): bool => $tile !== null);
        $area = Rect::around($sheet->areasOf(array_map(strval(...), array_keys($tiles))));
        if ($area->isEmpty()) {
            return [];
        }
        $picture = $this->pictures->keep(TilePart::join($tiles, $area));
        $this->insert($layer, $recorder, $picture, new Similarity(dx: $area->x, dy: $area->y), $area);
        $this->tiles->lay($layer, $recorder->change, $sheet->areasOf($keys), fn (DeepBitmap $was, Rect $at, string $key): DeepBitmap => TilePart::of($tiles[$key] ?? null, $key, $at) ?? DeepBitmap::empty($at->width, $at->height));

        return $keys;
    }

    /** Lays a picture on a layer that holds nothing yet. */
    private function put(Sheet $sheet, Layer $layer, ChangeRecorder $recorder, StoredPicture $picture, Similarity $moved): void
    {
        $stroke = $this->insert($layer, $recorder, $picture, $moved, new Rect(0, 0, 0, 0));
        $parts = $this->repainter->partsOf($stroke, $sheet);
        $stroke->update(['area' => Rect::around($parts)->toArray()]);
        $this->repainter->repaint($sheet, $layer, $recorder, $parts);
    }

    private function insert(Layer $layer, ChangeRecorder $recorder, StoredPicture $picture, Similarity $moved, Rect $area): Stroke
    {
        $stroke = Stroke::query()->create([
            'layer_id' => $layer->id,
            'uuid' => (string) Str::uuid(),
            'rank' => 1,
            'kind' => Stroke::PICTURE,
            'brush_id' => null,
            'textures' => new StrokeTextures([$picture]),
            'brush' => BrushSettings::standard(TipKind::OwnColours),
            'roll' => 0,
            'trace' => Stroke::pack(new Trace([new Sample(0, 0, 0)])),
            'moved' => $moved,
            'area' => $area->toArray(),
        ]);
        $recorder->made($stroke, ['is_down' => 0], ['is_down' => 1]);

        return $stroke;
    }
}
