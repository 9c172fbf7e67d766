<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use Illuminate\Support\Str;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Stroke\ClearedArea;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Region;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/** What can be done with a part of a sheet: copied to a layer of its own, or emptied. */
final readonly class SheetAreas
{
    public function __construct(private History $history, private TileStore $tiles, private PictureLayers $pictures)
    {
    }

    /**
     * What a layer holds there, on a new layer above it.
     *
     * @throws InvalidInput where it holds nothing there
     */
    public function copy(Sheet $sheet, Layer $layer, Region $region): Layer
    {
        $region = self::onSheet($sheet, $region);
        $pixels = $region->cut($this->tiles->parts($layer, ['all' => $region->area])['all']);
        if (array_filter($pixels->words) === []) {
            throw new InvalidInput('area', "The layer “{$layer->name}” holds no paint there.");
        }

        return $this->pictures->copyOf($sheet, $layer, $pixels, $region->area);
    }

    /**
     * Takes all paint out of a part of a layer.
     *
     * @return array<int, list<string>> the tiles that changed, for each layer
     *
     * @throws InvalidInput where the layer is locked or holds a picture
     */
    public function clear(Sheet $sheet, Layer $layer, Region $region): array
    {
        $layer = $sheet->layerToPaintOn($layer->id);
        $region = self::onSheet($sheet, $region);

        return $this->history->record($sheet, "A part of layer “{$layer->name}” cleared", function (ChangeRecorder $recorder) use ($sheet, $layer, $region): array {
            $stroke = Stroke::query()->create([
                'layer_id' => $layer->id,
                'uuid' => (string) Str::uuid(),
                'rank' => $layer->nextRank(),
                'kind' => Stroke::CLEARED,
                'brush_id' => null,
                'brush' => BrushSettings::standard(TipKind::InkMask),
                'roll' => 0,
                'trace' => Stroke::pack(self::traceOf($region)),
                'area' => $region->area->toArray(),
            ]);
            $recorder->made($stroke, ['is_down' => 0], ['is_down' => 1]);
            $cleared = new ClearedArea($region, $sheet->bounds());
            $changed = $cleared->takeDirty();
            $this->tiles->lay($layer, $recorder->change, $changed, fn (DeepBitmap $under, Rect $at): DeepBitmap => Compositor::lay($under, $at, $cleared));

            return [$layer->id => array_map(strval(...), array_keys($changed))];
        });
    }

    /** The part of a sheet that a stroke has cleared: its trace is the outline, or one place where all of its area is meant. */
    public static function regionOf(Stroke $stroke): Region
    {
        $samples = $stroke->unpack()->samples;

        return (count($samples) === 1 ? Region::box($stroke->bounds()) : Region::outlined(array_map(fn (Sample $s): array => [$s->x, $s->y], $samples)))->intersect($stroke->bounds());
    }

    private static function traceOf(Region $region): Trace
    {
        $place = new Sample(0, $region->area->x, $region->area->y);

        return new Trace($region->outline === null ? [$place] : array_map(fn (array $at): Sample => new Sample(0, $at[0], $at[1]), $region->outline));
    }

    /** @throws InvalidInput where none of it lies on the sheet */
    public static function onSheet(Sheet $sheet, Region $region): Region
    {
        $part = $region->intersect($sheet->bounds());

        return $part->area->isEmpty() ? throw new InvalidInput('area', 'This area lies outside of the sheet. Draw it over the paint.') : $part;
    }
}
