<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Brush;
use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Models\StrokeTextures;
use Illuminate\Database\Eloquent\Collection;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\PictureBackdrop;
use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Similarity;

/** Strokes that are down, taken up again: shown alone, as another brush would paint them, and changed. */
final readonly class StrokeActions
{
    private const NAMES = [Stroke::FILL => 'Filled space', Stroke::PICTURE => 'Picture'];

    /** px, width and height of a stroke as another brush would paint it. */
    private const STRIP = [180, 64];

    public function __construct(private History $history, private StrokeFinder $finder, private LayerRepainter $repainter)
    {
    }

    /** @return array<string, mixed> what a page shows of a stroke */
    public function describe(Stroke $stroke): array
    {
        $brush = $stroke->brush_id === null ? null : Brush::withTrashed()->find($stroke->brush_id);

        return [
            'id' => $stroke->id,
            'layer' => $stroke->layer_id,
            'area' => $stroke->bounds()->toArray(),
            'brush' => $brush === null ? self::NAMES[$stroke->kind] ?? 'A brush that is gone' : $brush->name,
            'brushId' => $stroke->brush_id,
            'at' => $stroke->created_at?->toIso8601String(),
            'size' => $stroke->brush->base('size'),
            'opacity' => $stroke->brush->base('opacity'),
            'inks' => ['main' => $stroke->brush->mainInk->toHex(), 'second' => $stroke->brush->secondInk->toHex()],
            'mode' => $stroke->brush->choices->blendMode->value,
            'roll' => $stroke->roll,
            'moved' => $stroke->moved?->toArray(),
            'stretch' => $stroke->kind === Stroke::PICTURE ? $stroke->stretch : null,
        ];
    }

    /** A stroke alone, on nothing. */
    public function print(Sheet $sheet, Stroke $stroke): PixelPatches
    {
        $patches = new PixelPatches;
        [$laid, $changed] = $this->repainter->paintWhole($stroke, $sheet->bounds()) ?? [null, []];
        foreach ($changed as $area) {
            if ($laid !== null && ($laid->effect() === Effect::Paints || $laid->effect() === Effect::Covers)) {
                $patches->add($area, Compositor::over(DeepBitmap::empty($area->width, $area->height), $area, $laid)->toBitmap(), $stroke->layer_id);
            }
        }

        return $patches;
    }

    /**
     * A stroke as another brush would paint it, small.
     *
     * @throws InvalidInput where a part of the brush is gone
     */
    public function strip(Sheet $sheet, Stroke $stroke, Brush $brush): Bitmap
    {
        $settings = StrokeChange::settingsWith($sheet, $brush, $stroke->brush);
        $area = $stroke->bounds()->grow((int) ceil($settings->base('size') / 4));
        $scale = min(1.0, self::STRIP[0] / $area->width, self::STRIP[1] / $area->height);
        $small = new Similarity($scale, 0, false, (self::STRIP[0] - $scale * $area->width) / 2 - $scale * $area->x, (self::STRIP[1] - $scale * $area->height) / 2 - $scale * $area->y);
        $changed = clone $stroke;
        $changed->fill(['brush' => $settings, 'textures' => StrokeTextures::of($brush->parts(), $settings), 'moved' => ($stroke->moved ?? new Similarity)->then($small)]);
        $whole = new Rect(0, 0, ...self::STRIP);
        $paper = DeepBitmap::of(Bitmap::ofColour($whole->width, $whole->height, 0xFFFFFFFF));
        $laid = $this->repainter->paint($changed, $whole, new PictureBackdrop($paper));

        return ($laid === null ? $paper : Compositor::over($paper, $whole, $laid))->toBitmap();
    }

    /**
     * Changes strokes, all of them or none. A change that arrives twice is done once.
     *
     * @param  list<int>  $ids
     * @param  string|null  $uuid  what the browser calls the change
     * @return array<int, list<string>> the tiles that changed, for each layer
     *
     * @throws InvalidInput
     */
    public function change(Sheet $sheet, array $ids, StrokeChange $change, ?string $uuid = null): array
    {
        if ($this->history->has($sheet, $uuid)) {
            return [];
        }
        $strokes = $this->finder->find($sheet, $ids);

        return $this->history->record($sheet, $change->words($strokes->count()), function (ChangeRecorder $recorder) use ($sheet, $strokes, $change): array {
            /** @var array<int, list<Rect>> $areas */
            $areas = [];
            foreach ($strokes as $stroke) {
                LayerActions::mustNotBeLocked($stroke->layer()->firstOrFail());
                $before = $this->repainter->partsOf($stroke, $sheet);
                $areas[$stroke->layer_id] = [...$areas[$stroke->layer_id] ?? [], ...$before];
                $after = $this->changeOne($sheet, $stroke, $change, $recorder) ?? $before;
                $areas[$stroke->layer_id] = [...$areas[$stroke->layer_id] ?? [], ...$after];
            }
            if ($change->order !== null) {
                $this->reorder($strokes, $change->order, $recorder);
            }
            $tiles = [];
            $below = [];
            foreach ($sheet->layers()->get() as $layer) {
                $parts = [...$areas[$layer->id] ?? [], ...$this->repainter->seen($layer, $below)];
                if ($parts !== []) {
                    $tiles[$layer->id] = $this->repainter->repaint($sheet, $layer, $recorder, $parts);
                    $below = $layer->is_hidden ? $below : [...$below, ...array_values($sheet->areasOf($tiles[$layer->id]))];
                }
            }

            return $tiles;
        }, $uuid);
    }

    /**
     * @return list<Rect>|null what it covers now, tile by tile; null where that is as before
     *
     * @throws InvalidInput where it would be larger than a print can be
     */
    private function changeOne(Sheet $sheet, Stroke $stroke, StrokeChange $change, ChangeRecorder $recorder): ?array
    {
        if ($change->deletes) {
            $recorder->update($stroke, ['is_down' => false]);

            return null;
        }
        $values = $change->valuesFor($stroke);
        if ($change->layer !== null && $change->layer->id !== $stroke->layer_id) {
            $values += ['layer_id' => $change->layer->id, 'rank' => $change->layer->nextRank()];
        }
        $changed = clone $stroke;
        $changed->fill($values);
        $size = $changed->brush->base('size') * ($changed->moved->scale ?? 1.0);
        if ($size > 2000 || $size < 0.5) {
            throw new InvalidInput('move', 'Dabs would be '.round($size, 1).' px large; they can be from 1 to 2,000 px.');
        }
        $parts = $change->repaints() ? $this->repainter->partsOf($changed, $sheet) : null;
        $recorder->update($stroke, [...$values, ...$parts === null ? [] : ['area' => Rect::around($parts)->toArray()]]);

        return $parts;
    }

    /**
     * @param  Collection<int, Stroke>  $strokes
     */
    private function reorder(Collection $strokes, string $order, ChangeRecorder $recorder): void
    {
        foreach ($strokes->groupBy('layer_id') as $group) {
            $layer = $group->first()?->layer()->first();
            if ($layer === null) {
                continue;
            }
            $taken = $group->pluck('id')->all();
            $all = array_values($layer->standing()->get()->all());
            $sorted = self::sort($all, fn (Stroke $s): bool => in_array($s->id, $taken, true), $order);
            $ranks = array_map(fn (Stroke $s): int => $s->rank, $all);
            foreach ($sorted as $i => $stroke) {
                $recorder->update($stroke, ['rank' => $ranks[$i]]);
            }
        }
    }

    /**
     * @param  list<Stroke>  $all  from the lowest to the topmost
     * @param  callable(Stroke): bool  $isTaken
     * @return list<Stroke>
     */
    private static function sort(array $all, callable $isTaken, string $order): array
    {
        if ($order === 'top' || $order === 'bottom') {
            $taken = array_values(array_filter($all, $isTaken));
            $others = array_values(array_filter($all, fn (Stroke $s): bool => ! $isTaken($s)));

            return $order === 'top' ? [...$others, ...$taken] : [...$taken, ...$others];
        }
        $out = $order === 'up' ? array_reverse($all) : $all;
        for ($i = 1; $i < count($out); $i++) {
            if ($isTaken($out[$i]) && ! $isTaken($out[$i - 1])) {
                [$out[$i - 1], $out[$i]] = [$out[$i], $out[$i - 1]];
            }
        }

        return array_values($order === 'up' ? array_reverse($out) : $out);
    }
}
