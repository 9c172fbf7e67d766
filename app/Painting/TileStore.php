<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Stroke;
use App\Store\Blob;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Paint\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;

/** The pixels of layers, in tiles of the engine's own size, gzipped. */
final class TileStore
{
    /** zlib level: the fastest; paint packs well at any. */
    private const LEVEL = 1;

    private const ROW = 4 * StrokeBuffer::SIDE;

    /** The pixels of a layer inside an area. */
    public function area(Layer $layer, Rect $area): Bitmap
    {
        $rows = array_fill(0, $area->height, str_repeat("\0", 4 * $area->width));
        foreach ($this->packed($layer, StrokeBuffer::keysUnder($area)) as $place => $packed) {
            $bytes = (string) gzuncompress($packed);
            $tile = StrokeBuffer::area($place);
            $part = $area->intersect($tile);
            for ($y = $part->y; $y < $part->bottom(); $y++) {
                $from = self::ROW * ($y - $tile->y) + 4 * ($part->x - $tile->x);
                $rows[$y - $area->y] = substr_replace($rows[$y - $area->y], substr($bytes, $from, 4 * $part->width), 4 * ($part->x - $area->x), 4 * $part->width);
            }
        }

        return Bitmap::fromBytes($area->width, $area->height, implode('', $rows));
    }

    /** @return list<string> places of all tiles that hold paint */
    public function places(Layer $layer): array
    {
        return array_values(array_filter(DB::table('tiles')->where('layer_id', $layer->id)->pluck('place')->all(), is_string(...)));
    }

    /**
     * A part of each of some tiles.
     *
     * @param  array<string, Rect>  $areas  inside each tile, on the sheet
     * @return array<string, Bitmap>
     */
    public function parts(Layer $layer, array $areas): array
    {
        $packed = $this->packed($layer, array_map(strval(...), array_keys($areas)));
        $parts = [];
        foreach ($areas as $place => $area) {
            $parts[$place] = isset($packed[$place])
                ? self::cut((string) gzuncompress($packed[$place]), self::local($place, $area))
                : Bitmap::filled($area->width, $area->height);
        }

        return $parts;
    }

    /**
     * Changes a part of each of some tiles, and keeps with the stroke what was there before.
     *
     * @param  array<string, Rect>  $areas  what changes in each tile, on the sheet
     * @param  callable(Bitmap, Rect): Bitmap  $change  what was in the area → what will be
     */
    public function lay(Layer $layer, Stroke $stroke, array $areas, callable $change): void
    {
        $before = $this->packed($layer, array_map(strval(...), array_keys($areas)));
        $kept = [];
        $laid = [];
        foreach ($areas as $place => $area) {
            $bytes = isset($before[$place]) ? (string) gzuncompress($before[$place]) : str_repeat("\0", self::ROW * StrokeBuffer::SIDE);
            $local = self::local($place, $area);
            $changed = $change(self::cut($bytes, $local), $area)->toBytes();
            $kept[] = ['stroke_id' => $stroke->id, 'place' => $place, 'pixels' => Blob::of($before[$place] ?? null)];
            $laid[] = ['layer_id' => $layer->id, 'place' => $place, 'pixels' => new Blob((string) gzcompress(self::pasted($bytes, $local, $changed), self::LEVEL))];
        }
        foreach (array_chunk($kept, 200) as $rows) {
            DB::table('stroke_tiles')->insert($rows);
        }
        foreach (array_chunk($laid, 200) as $rows) {
            DB::table('tiles')->upsert($rows, ['layer_id', 'place'], ['pixels']);
        }
    }

    /**
     * Exchanges the tiles of a stroke with those of the sheet: that undoes it, or does it again.
     *
     * @return list<string> places that changed
     */
    public function exchange(Layer $layer, Stroke $stroke): array
    {
        $others = [];
        foreach (DB::table('stroke_tiles')->where('stroke_id', $stroke->id)->get(['place', 'pixels']) as $other) {
            $others[is_string($other->place) ? $other->place : ''] = is_string($other->pixels) ? $other->pixels : null;
        }
        $places = array_map(strval(...), array_keys($others));
        $here = $this->packed($layer, $places);
        foreach ($others as $place => $pixels) {
            DB::table('stroke_tiles')->where('stroke_id', $stroke->id)->where('place', $place)->update(['pixels' => Blob::of($here[$place] ?? null)]);
            $tile = DB::table('tiles')->where('layer_id', $layer->id)->where('place', $place);
            $pixels === null ? $tile->delete() : $tile->updateOrInsert(['layer_id' => $layer->id, 'place' => $place], ['pixels' => new Blob($pixels)]);
        }

        return $places;
    }

    /**
     * @param  list<string>  $places
     * @return array<string, string> gzipped tiles, where there are any
     */
    private function packed(Layer $layer, array $places): array
    {
        $packed = [];
        foreach (array_chunk($places, 500) as $some) {
            foreach (DB::table('tiles')->where('layer_id', $layer->id)->whereIn('place', $some)->pluck('pixels', 'place') as $place => $pixels) {
                if (is_string($pixels)) {
                    $packed[(string) $place] = $pixels;
                }
            }
        }

        return $packed;
    }

    /** An area of the sheet, counted from the top left of a tile. */
    private static function local(string $place, Rect $area): Rect
    {
        $tile = StrokeBuffer::area($place);

        return $area->moved(-$tile->x, -$tile->y);
    }

    /** @param  Rect  $area  inside the tile */
    private static function cut(string $tile, Rect $area): Bitmap
    {
        $bytes = '';
        for ($y = $area->y; $y < $area->bottom(); $y++) {
            $bytes .= substr($tile, self::ROW * $y + 4 * $area->x, 4 * $area->width);
        }

        return Bitmap::fromBytes($area->width, $area->height, $bytes);
    }

    /** @param  Rect  $area  inside the tile */
    private static function pasted(string $tile, Rect $area, string $bytes): string
    {
        $out = '';
        $end = 0;
        for ($row = 0; $row < $area->height; $row++) {
            $start = self::ROW * ($area->y + $row) + 4 * $area->x;
            $out .= substr($tile, $end, $start - $end).substr($bytes, 4 * $area->width * $row, 4 * $area->width);
            $end = $start + 4 * $area->width;
        }

        return $out.substr($tile, $end);
    }
}
