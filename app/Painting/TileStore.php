<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Stroke;
use App\Store\Blob;
use DeflateContext;
use Illuminate\Support\Facades\DB;
use stdClass;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Bytes;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

/**
 * The pixels of layers, in tiles, and what each stroke changed in them.
 *
 * A tile is two packed pictures: `pixels` as it is shown, RGBA of 8 bits, and `rest`, what
 * it holds beyond them (DeepBitmap::rest), plane by plane: null where that is nothing. So a
 * sheet opens without the rest.
 *
 * A stroke keeps of each tile the bits it changed (before XOR after), so that undo and
 * redo are the same. Where a tile was not there before it keeps nothing while it stands, and all of it while it is undone.
 */
final class TileStore
{
    /** px; the engine's tiles are whole numbers of these. */
    private const SIDE = 64;

    /** zlib level: the fastest; paint packs well at any. */
    private const LEVEL = 1;

    /** The pixels of a layer inside an area, as they are shown. */
    public function area(Layer $layer, Rect $area): Bitmap
    {
        return self::show(self::open($this->tiles($layer, self::places($area), withRest: false), $area), $area);
    }

    /** @return list<string> the engine's tiles that hold paint, by their keys */
    public function paintedPlaces(Layer $layer): array
    {
        return self::keys(array_values(array_filter(DB::table('tiles')->where('layer_id', $layer->id)->pluck('place')->all(), is_string(...))));
    }

    /**
     * Some areas of a layer.
     *
     * @param  array<string, Rect>  $areas  on the sheet
     * @return array<string, DeepBitmap>
     */
    public function parts(Layer $layer, array $areas): array
    {
        $tiles = $this->tiles($layer, self::placesOf($areas));

        return array_map(fn (Rect $area): DeepBitmap => self::deep(self::open($tiles, $area), $area), $areas);
    }

    /**
     * Changes some areas, and keeps with the stroke what was there before.
     *
     * @param  array<string, Rect>  $areas  on the sheet; no two share a tile
     * @param  callable(DeepBitmap, Rect): DeepBitmap  $change  what was in the area → what will be
     * @return array<string, Bitmap> what is shown there now
     */
    public function lay(Layer $layer, Stroke $stroke, array $areas, callable $change): array
    {
        $before = $this->tiles($layer, self::placesOf($areas));
        $kept = [];
        $laid = [];
        $shown = [];
        foreach ($areas as $name => $area) {
            $there = self::open($before, $area);
            $deep = $change(self::deep($there, $area), $area);
            $shown[$name] = $deep->toBitmap();
            $pixels = ByteRows::of($area, 4, 1, $shown[$name]->toBytes());
            $rest = ByteRows::of($area, 1, 4, Bytes::planes($deep->rest($shown[$name])->pixels));
            foreach (self::places($area) as $place) {
                $was = $there[$place] ?? null;
                $is = [
                    'pixels' => self::rows($place, 4, 1, $was['pixels'] ?? null)->put($pixels)->toBytes(),
                    'rest' => self::rows($place, 1, 4, $was['rest'] ?? null)->put($rest)->toBytes(),
                ];
                $kept[] = ['stroke_id' => $stroke->id, 'place' => $place, ...self::blobs($was === null ? null : self::pack(self::copyWith($was, $is)))];
                $laid[] = ['layer_id' => $layer->id, 'place' => $place, ...self::blobs(self::pack($is))];
            }
        }
        foreach (array_chunk($kept, 200) as $rows) {
            DB::table('stroke_tiles')->insert($rows);
        }
        foreach (array_chunk($laid, 200) as $rows) {
            DB::table('tiles')->upsert($rows, ['layer_id', 'place'], ['pixels', 'rest']);
        }

        return $shown;
    }

    /**
     * Undoes a stroke, or does it again.
     *
     * @return list<string> the engine's tiles that changed, by their keys
     */
    public function exchange(Layer $layer, Stroke $stroke): array
    {
        $changes = [];
        foreach (DB::table('stroke_tiles')->where('stroke_id', $stroke->id)->get(['place', 'pixels', 'rest']) as $row) {
            $changes[is_string($row->place) ? $row->place : ''] = self::tile($row);
        }
        $places = array_map(strval(...), array_keys($changes));
        $tiles = $this->tiles($layer, $places);
        foreach ($changes as $place => $change) {
            $here = $tiles[$place] ?? null;
            $kept = DB::table('stroke_tiles')->where('stroke_id', $stroke->id)->where('place', $place);
            $tile = DB::table('tiles')->where('layer_id', $layer->id)->where('place', $place);
            if ($here !== null && $change !== null) {
                $tile->update(self::blobs(self::pack(self::copyWith(self::unpack($here), self::unpack($change)))));

                continue;
            }
            $kept->update(self::blobs($here));
            $change === null ? $tile->delete() : $tile->updateOrInsert(['layer_id' => $layer->id, 'place' => $place], self::blobs($change));
        }

        return self::keys($places);
    }

    /** @return list<string> */
    private static function places(Rect $area): array
    {
        $places = [];
        for ($row = intdiv($area->y, self::SIDE); $row * self::SIDE < $area->bottom(); $row++) {
            for ($column = intdiv($area->x, self::SIDE); $column * self::SIDE < $area->right(); $column++) {
                $places[] = "{$column} {$row}";
            }
        }

        return $places;
    }

    /**
     * @param  array<string, Rect>  $areas
     * @return list<string>
     */
    private static function placesOf(array $areas): array
    {
        return array_merge(...array_map(self::places(...), array_values($areas)));
    }

    private static function at(string $place): Rect
    {
        [$column, $row] = array_map(intval(...), explode(' ', $place));

        return new Rect($column * self::SIDE, $row * self::SIDE, self::SIDE, self::SIDE);
    }

    /**
     * @param  list<string>  $places
     * @return list<string>
     */
    private static function keys(array $places): array
    {
        $keys = [];
        foreach ($places as $place) {
            $at = self::at($place);
            $keys[StrokeBuffer::key(intdiv($at->x, StrokeBuffer::SIDE), intdiv($at->y, StrokeBuffer::SIDE))] = true;
        }

        return array_map(strval(...), array_keys($keys));
    }

    /**
     * @param  list<string>  $places
     * @return array<string, array{pixels: string, rest: string|null}> packed, where there are any
     */
    private function tiles(Layer $layer, array $places, bool $withRest = true): array
    {
        $columns = ['place', 'pixels', $withRest ? 'rest' : DB::raw('null as rest')];
        $tiles = [];
        foreach (array_chunk($places, 500) as $some) {
            foreach (DB::table('tiles')->where('layer_id', $layer->id)->whereIn('place', $some)->get($columns) as $row) {
                $tile = self::tile($row);
                if ($tile !== null && is_string($row->place)) {
                    $tiles[$row->place] = $tile;
                }
            }
        }

        return $tiles;
    }

    /** @return array{pixels: string, rest: string|null}|null null where nothing lies */
    private static function tile(stdClass $row): ?array
    {
        return is_string($row->pixels) ? ['pixels' => $row->pixels, 'rest' => is_string($row->rest) ? $row->rest : null] : null;
    }

    /**
     * @param  array{pixels: string, rest: string|null}|null  $tile
     * @return array{pixels: Blob|null, rest: Blob|null}
     */
    private static function blobs(?array $tile): array
    {
        return ['pixels' => Blob::of($tile['pixels'] ?? null), 'rest' => Blob::of($tile['rest'] ?? null)];
    }

    /**
     * The bits in which two tiles differ, or one of them from the other and these bits.
     *
     * @param  array{pixels: string, rest: string|null}  $one
     * @param  array{pixels: string, rest: string|null}  $other
     * @return array{pixels: string, rest: string|null}
     */
    private static function copyWith(array $one, array $other): array
    {
        return ['pixels' => $one['pixels'] ^ $other['pixels'], 'rest' => $one['rest'] === null ? $other['rest'] : ($other['rest'] === null ? $one['rest'] : $one['rest'] ^ $other['rest'])];
    }

    /**
     * @param  array{pixels: string, rest: string|null}  $tile
     * @return array{pixels: string, rest: string|null}
     */
    private static function unpack(array $tile): array
    {
        return ['pixels' => (string) gzuncompress($tile['pixels']), 'rest' => $tile['rest'] === null ? null : (string) gzuncompress($tile['rest'])];
    }

    /**
     * @param  array{pixels: string, rest: string|null}  $tile
     * @return array{pixels: string, rest: string|null}
     */
    private static function pack(array $tile): array
    {
        return ['pixels' => (string) gzcompress($tile['pixels'], self::LEVEL), 'rest' => $tile['rest'] === null ? null : self::packedRest($tile['rest'])];
    }

    /** Runs of one byte are all that there is to find in it, and looking for no more takes half the time. */
    private static function packedRest(string $rest): ?string
    {
        if (trim($rest, "\0") === '') {
            return null;
        }
        $deflate = deflate_init(ZLIB_ENCODING_DEFLATE, ['level' => self::LEVEL, 'strategy' => ZLIB_RLE]);

        return $deflate instanceof DeflateContext ? (string) deflate_add($deflate, $rest, ZLIB_FINISH) : (string) gzcompress($rest, self::LEVEL);
    }

    private static function rows(string $place, int $size, int $planes, ?string $bytes): ByteRows
    {
        return $bytes === null ? ByteRows::empty(self::at($place), $size, $planes) : ByteRows::of(self::at($place), $size, $planes, $bytes);
    }

    /**
     * @param  array<string, array{pixels: string, rest: string|null}>  $tiles  packed
     * @return array<string, array{pixels: string, rest: string|null}> unpacked, those that the area touches
     */
    private static function open(array $tiles, Rect $area): array
    {
        $opened = [];
        foreach (self::places($area) as $place) {
            if (isset($tiles[$place])) {
                $opened[$place] = self::unpack($tiles[$place]);
            }
        }

        return $opened;
    }

    /** @param  array<string, array{pixels: string, rest: string|null}>  $opened  of the area */
    private static function show(array $opened, Rect $area): Bitmap
    {
        $rows = ByteRows::empty($area, 4);
        foreach ($opened as $place => $tile) {
            $rows->put(self::rows($place, 4, 1, $tile['pixels']));
        }

        return Bitmap::fromBytes($area->width, $area->height, $rows->toBytes());
    }

    /** @param  array<string, array{pixels: string, rest: string|null}>  $opened  of the area */
    private static function deep(array $opened, Rect $area): DeepBitmap
    {
        $rest = null;
        foreach ($opened as $place => $tile) {
            if ($tile['rest'] !== null) {
                $rest = ($rest ?? ByteRows::empty($area, 1, 4))->put(self::rows($place, 1, 4, $tile['rest']));
            }
        }

        return DeepBitmap::fromParts(self::show($opened, $area), $rest === null ? null : new Bitmap($area->width, $area->height, Bytes::ofPlanes($rest->toBytes())));
    }
}
