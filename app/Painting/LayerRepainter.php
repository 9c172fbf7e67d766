<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\TilePart;
use Yarrowfog\Core\Paint\Stroke\ClearedArea;
use Yarrowfog\Core\Paint\Stroke\Fill;
use Yarrowfog\Core\Paint\Stroke\MovedStroke;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\SettingsTable;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Stroke\Similarity;

/**
 * Paints parts of a layer anew from its strokes.
 *
 * Only the tiles asked for are painted, and only strokes that touch them. One that takes up what lies under it looks otherwise as soon as
 * that does: where it touches one of those tiles, all of its own are painted too.
 */
final readonly class LayerRepainter
{
    public function __construct(private BrushTextureLoader $tips, private LayerPictures $pictures, private PrintCache $prints, private TileStore $tiles, private SheetStack $stacks)
    {
    }

    /**
     * @param  list<Rect>  $areas  in which something changed
     * @return list<string> the tiles that were painted, by their keys
     *
     * @throws InvalidInput where a picture that a stroke was painted with is gone
     */
    public function repaint(Sheet $sheet, Layer $layer, ChangeRecorder $recorder, array $areas): array
    {
        $standing = array_values($layer->standing()->get()->all());
        $keys = self::tilesOf($sheet, $areas, $standing);
        $under = new LayerBackdrop($this->tiles, $this->stacks, $layer);
        $working = new WorkingBackdrop($under);
        foreach ($standing as $stroke) {
            if (self::touches($stroke, $keys)) {
                $this->lay($sheet, $stroke, $working, $keys);
            }
        }
        $painted = array_map(strval(...), array_keys($keys));
        $this->tiles->lay($layer, $recorder->change, $sheet->areasOf($painted), fn (DeepBitmap $was, Rect $at, string $key): DeepBitmap => TilePart::of($working->tile($key), $key, $at) ?? DeepBitmap::empty($at->width, $at->height));

        return $painted;
    }

    /**
     * A stroke painted where it lies now.
     *
     * @param  Rect  $bounds  nothing is painted outside
     *
     * @throws InvalidInput where a picture that it was painted with is gone
     */
    public function paint(Stroke $stroke, Rect $bounds, ?Backdrop $under = null): ?LaidStroke
    {
        if ($stroke->kind === Stroke::CLEARED) {
            return new ClearedArea(SheetAreas::regionOf($stroke), $bounds);
        }
        $textures = $stroke->textures;
        if ($textures !== null && $stroke->kind === Stroke::PICTURE) {
            return $this->pictures->lay($textures->frames[0], $stroke->moved ?? new Similarity, $bounds, $stroke->brush, $stroke->stretch);
        }

        return $textures === null ? null : MovedStroke::paint($this->tips->load($textures, $stroke->brush), $stroke->brush, $stroke->unpack(), $stroke->roll, $stroke->moved ?? new Similarity, $bounds, $under);
    }

    /**
     * All of a stroke, from what was kept of its last painting where there is that.
     *
     * @return array{LaidStroke, array<string, Rect>}|null and what it covers, by tile
     */
    public function paintWhole(Stroke $stroke, Rect $bounds, ?Backdrop $under = null): ?array
    {
        $isAlike = $stroke->kind === Stroke::PAINTED && ! self::takesUp($stroke);
        $laid = $isAlike ? $this->prints->find($stroke, $bounds) : null;
        if ($laid !== null) {
            return [$laid, $laid->takeDirty()];
        }
        $laid = $this->paint($stroke, $bounds, $under);
        if ($laid === null) {
            return null;
        }
        $changed = $laid->takeDirty();
        if ($isAlike) {
            $this->prints->keep($stroke, $bounds, $laid, $changed);
        }

        return [$laid, $changed];
    }

    /**
     * What a stroke covers where it lies now, tile by tile.
     *
     * @return list<Rect>
     */
    public function partsOf(Stroke $stroke, Sheet $sheet): array
    {
        return $stroke->isFill() ? [$stroke->bounds()] : array_values($this->paintWhole($stroke, $sheet->bounds())[1] ?? []);
    }

    /**
     * Where a layer looks otherwise because something beneath it does: strokes that take up, smudge or blend with what is shown there.
     *
     * @param  list<Rect>  $below  what changed beneath
     * @return list<Rect>
     */
    public function seen(Layer $layer, array $below): array
    {
        if ($below === [] || $layer->is_locked) {
            return [];
        }
        $parts = [];
        $all = Rect::around($below);
        foreach ($layer->standing()->get(['id', 'layer_id', 'kind', 'area', 'brush']) as $stroke) {
            $bounds = $stroke->bounds();
            if (! $bounds->intersect($all)->isEmpty() && self::looksBeneath($stroke)) {
                $parts = [...$parts, ...array_filter(array_map($bounds->intersect(...), $below), fn (Rect $part): bool => ! $part->isEmpty())];
            }
        }

        return array_values($parts);
    }

    /** Whether a stroke is painted, or laid, otherwise where something else lies under it. */
    public static function looksBeneath(Stroke $stroke): bool
    {
        return self::takesUp($stroke) || ! self::isAsUsual($stroke, 'blendMode');
    }

    /** @param  array<string, true>  $keys  of the tiles that are painted */
    private function lay(Sheet $sheet, Stroke $stroke, WorkingBackdrop $working, array $keys): void
    {
        $laid = $stroke->isFill() ? self::fill($sheet, $stroke, $working) : null;
        [$laid, $changed] = $laid === null ? $this->paintWhole($stroke, $sheet->bounds(), $working) ?? [null, []] : [$laid, $laid->takeDirty()];
        foreach ($changed as $key => $part) {
            if ($laid === null || ! isset($keys[$key])) {
                continue;
            }
            $tile = new DeepBitmap(StrokeBuffer::SIDE, StrokeBuffer::SIDE, $working->tiles[$key] ?? array_fill(0, StrokeBuffer::SIDE ** 2, 0));
            unset($working->tiles[$key]);
            $beneath = $laid->blendMode() === BlendMode::Normal ? null : TilePart::of($working->beneath($key), $key, StrokeBuffer::area($key));
            $working->tiles[$key] = Compositor::lay($tile, StrokeBuffer::area($key), $laid, $beneath, $stroke->keeps_alpha, $part)->words;
        }
    }

    /** A space that is not closed any more stays as it is. */
    private static function fill(Sheet $sheet, Stroke $stroke, WorkingBackdrop $working): ?LaidStroke
    {
        $place = $stroke->unpack()->samples[0];
        try {
            return Fill::of(TilePart::join($working->tiles, $sheet->bounds()), $place->x, $place->y, $stroke->brush->mainInk->toInt());
        } catch (InvalidInput) {
            return null;
        }
    }

    /**
     * @param  list<Rect>  $areas
     * @param  list<Stroke>  $strokes
     * @return array<string, true> by key
     */
    private static function tilesOf(Sheet $sheet, array $areas, array $strokes): array
    {
        $keys = [];
        foreach ($areas as $area) {
            $keys += array_fill_keys(StrokeBuffer::keysUnder($area->intersect($sheet->bounds())), true);
        }
        $reading = array_filter($strokes, self::takesUp(...));
        do {
            $count = count($keys);
            foreach ($reading as $i => $stroke) {
                if (self::touches($stroke, $keys)) {
                    $keys += array_fill_keys(StrokeBuffer::keysUnder($stroke->isFill() ? $sheet->bounds() : $stroke->bounds()->intersect($sheet->bounds())), true);
                    unset($reading[$i]);
                }
            }
        } while (count($keys) > $count);

        return $keys;
    }

    /** Whether a stroke looks otherwise where something else lies under it. */
    private static function takesUp(Stroke $stroke): bool
    {
        return $stroke->isFill()
            || (! self::isAsUsual($stroke, 'lends') && $stroke->brush->lendsFromSheet())
            || (! self::isAsUsual($stroke, 'does') && $stroke->brush->choices->does === Does::Smudges);
    }

    /** Whether a setting of its brush is written as it is by default: reading a brush costs more than looking for that. */
    private static function isAsUsual(Stroke $stroke, string $id): bool
    {
        $usual = "\"{$id}\":".json_encode(SettingValue::standard(SettingsTable::get($id))->toArray(), JSON_THROW_ON_ERROR);
        $written = $stroke->getAttributes()['brush'] ?? '';

        return is_string($written) && str_contains($written, $usual);
    }

    /** @param  array<string, true>  $keys */
    private static function touches(Stroke $stroke, array $keys): bool
    {
        foreach (StrokeBuffer::keysUnder($stroke->bounds()) as $key) {
            if (isset($keys[$key])) {
                return true;
            }
        }

        return false;
    }
}
