<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Stroke;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Paint\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;

/** The pixels of layers, in tiles of the engine's own size, gzipped. */
final class TileStore
{
    /** zlib level: the fastest; paint packs well at any. */
    private const LEVEL = 1;

    public function tile(Layer $layer, string $place): Bitmap
    {
        return self::unpacked($this->packed($layer, $place));
    }

    /** The pixels of a layer inside an area. */
    public function area(Layer $layer, Rect $area): Bitmap
    {
        $row = str_repeat("\0", 4 * $area->width);
        $rows = array_fill(0, $area->height, $row);
        foreach (StrokeBuffer::keysUnder($area) as $place) {
            $packed = $this->packed($layer, $place);
            if ($packed === null) {
                continue;
            }
            $bytes = self::inflated($packed);
            $tileArea = StrokeBuffer::area($place);
            $part = $area->intersect($tileArea);
            for ($y = $part->y; $y < $part->bottom(); $y++) {
                $rows[$y - $area->y] = substr_replace(
                    $rows[$y - $area->y],
                    substr($bytes, 4 * (($y - $tileArea->y) * StrokeBuffer::SIDE + $part->x - $tileArea->x), 4 * $part->width),
                    4 * ($part->x - $area->x),
                    4 * $part->width,
                );
            }
        }

        return Bitmap::fromBytes($area->width, $area->height, implode('', $rows));
    }

    /** @return list<string> places of all tiles that hold paint */
    public function places(Layer $layer): array
    {
        return array_values(array_filter(DB::table('tiles')->where('layer_id', $layer->id)->pluck('place')->all(), is_string(...)));
    }

    /** Puts a tile in place and keeps what was there with the stroke. */
    public function lay(Layer $layer, Stroke $stroke, string $place, Bitmap $tile): void
    {
        DB::table('stroke_tiles')->insert(['stroke_id' => $stroke->id, 'place' => $place, 'pixels' => $this->packed($layer, $place)]);
        $this->put($layer, $place, (string) gzcompress($tile->toBytes(), self::LEVEL));
    }

    /**
     * Exchanges the tiles of a stroke with those of the sheet: that undoes it, or does it again.
     *
     * @return list<string> places that changed
     */
    public function exchange(Layer $layer, Stroke $stroke): array
    {
        $places = [];
        foreach (DB::table('stroke_tiles')->where('stroke_id', $stroke->id)->get() as $other) {
            $place = is_string($other->place) ? $other->place : '';
            DB::table('stroke_tiles')->where('stroke_id', $stroke->id)->where('place', $place)->update(['pixels' => $this->packed($layer, $place)]);
            $this->put($layer, $place, is_string($other->pixels) ? $other->pixels : null);
            $places[] = $place;
        }

        return $places;
    }

    private function put(Layer $layer, string $place, ?string $packed): void
    {
        if ($packed === null) {
            DB::table('tiles')->where('layer_id', $layer->id)->where('place', $place)->delete();

            return;
        }
        DB::table('tiles')->upsert([['layer_id' => $layer->id, 'place' => $place, 'pixels' => $packed]], ['layer_id', 'place'], ['pixels']);
    }

    private function packed(Layer $layer, string $place): ?string
    {
        $pixels = DB::table('tiles')->where('layer_id', $layer->id)->where('place', $place)->value('pixels');

        return is_string($pixels) ? $pixels : null;
    }

    private static function unpacked(?string $packed): Bitmap
    {
        return $packed === null
            ? Bitmap::filled(StrokeBuffer::SIDE, StrokeBuffer::SIDE)
            : Bitmap::fromBytes(StrokeBuffer::SIDE, StrokeBuffer::SIDE, self::inflated($packed));
    }

    private static function inflated(string $packed): string
    {
        return (string) gzuncompress($packed);
    }
}
