<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use App\Models\Layer;
use Illuminate\Support\Facades\DB;
use stdClass;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Bytes;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\RowCopy;

/**
 * The pixels of layers, in tiles, and what each change of a sheet changed in them.
 *
 * A tile is two packed pictures: `pixels` as it is shown, RGBA of 8 bits, and `rest`, what
 * it holds beyond them (DeepBitmap::rest), plane by plane: null where that is nothing. So a
 * sheet opens without the rest.
 *
 * A change keeps of each tile the bits that it changed (before XOR after), so that undo and redo are the same. Where a tile was not
 * there before, or is not after, it keeps all of the other side, or nothing.
 */
final class TileStore
{
    public function __construct(private readonly UnlaidStrokes $unlaid, private readonly OpenTiles $opened)
    {
    }

    /** The pixels of a layer inside an area, as they are shown. */
    public function area(Layer $layer, Rect $area): Bitmap
    {
        return Bitmap::fromBytes($area->width, $area->height, $this->bytes($layer->id, ['all' => $area])['all']);
    }

    /**
     * The bytes of some areas as they are shown, RGBA row by row.
     *
     * @param  array<string, Rect>  $areas  on the sheet
     * @return array<string, string>
     */
    public function bytes(int $layer, array $areas): array
    {
        $this->settle($layer, $areas);
        $tiles = $this->tiles($layer, TileGrid::placesOf($areas), withRest: false);

        return array_map(fn (Rect $area): string => self::shown($tiles, $area), $areas);
    }

    /**
     * What is shown of some areas, tile by tile, as it is stored: nothing has to be put together.
     *
     * @param  array<string, Rect>  $areas  on the sheet; no two share a tile
     * @param  bool  $withEmpty  whether it is told of tiles that hold nothing, too
     * @return iterable<array{Rect, string}> places on the sheet, and their RGBA row by row
     */
    public function stored(int $layer, array $areas, bool $withEmpty): iterable
    {
        $this->settle($layer, $areas);
        $tiles = $this->tiles($layer, TileGrid::placesOf($areas), withRest: false);
        foreach ($areas as $area) {
            foreach (TileGrid::places($area) as $place) {
                $there = TileGrid::at($place)->intersect($area);
                if (isset($tiles[$place]) || $withEmpty) {
                    $isWhole = isset($tiles[$place]) && $there->area() === TileGrid::SIDE ** 2;
                    yield [$there, $isWhole ? TilePacking::unpack($tiles[$place])['pixels'] : self::shown($tiles, $there)];
                }
            }
        }
    }

    /** @return list<string> the engine's tiles that hold paint, by their keys */
    public function paintedPlaces(int $layer): array
    {
        $this->unlaid->settleLayer($layer);

        return TileGrid::keys(array_values(array_filter(DB::table('tiles')->where('layer_id', $layer)->pluck('place')->all(), is_string(...))));
    }

    /**
     * Some areas of a layer.
     *
     * @param  array<string, Rect>  $areas  on the sheet
     * @return array<string, DeepBitmap>
     */
    public function parts(Layer $layer, array $areas): array
    {
        $this->settle($layer->id, $areas);
        $tiles = $this->tiles($layer->id, TileGrid::placesOf($areas));

        return array_map(fn (Rect $area): DeepBitmap => $this->deep($layer->id, $tiles, $area), $areas);
    }

    /**
     * Changes some areas of a layer, and keeps with the change what was there before.
     *
     * @param  array<string, Rect>  $areas  on the sheet; no two share a tile
     * @param  callable(DeepBitmap, Rect, string): DeepBitmap  $paint  what was in the area → what will be
     */
    public function lay(Layer $layer, Change $change, array $areas, callable $paint): void
    {
        $this->settle($layer->id, $areas);
        $before = $this->tiles($layer->id, TileGrid::placesOf($areas));
        $kept = [];
        $laid = [];
        $gone = [];
        $nothing = array_fill(0, TileGrid::SIDE ** 2, 0);
        foreach ($areas as $name => $area) {
            $painted = $paint($this->deep($layer->id, $before, $area), $area, (string) $name)->words;
            foreach (TileGrid::places($area) as $place) {
                $was = isset($before[$place]) ? $this->opened->open($layer->id, $place, $before[$place]) : null;
                $old = $was->words ?? $nothing;
                $words = RowCopy::put($old, TileGrid::at($place), $painted, $area);
                if ($words === $old) {
                    continue;
                }
                $is = $words === $nothing ? null : OpenTile::ofWords($words);
                $kept[] = ['change_id' => $change->id, 'layer_id' => $layer->id, 'place' => $place, ...TilePacking::blobs(match (true) {
                    $was === null => null,
                    $is === null => $was->packed,
                    default => TilePacking::packDifference(TilePacking::copyWith($was->bytes, $is->bytes)),
                })];
                if ($is === null) {
                    $gone[] = $place;
                } else {
                    $laid[] = ['layer_id' => $layer->id, 'place' => $place, ...TilePacking::blobs($is->packed)];
                    $this->opened->hold($layer->id, $place, $is);
                }
            }
        }
        foreach (array_chunk($kept, 200) as $rows) {
            DB::table('change_tiles')->insert($rows);
        }
        foreach (array_chunk($laid, 200) as $rows) {
            DB::table('tiles')->upsert($rows, ['layer_id', 'place'], ['pixels', 'rest']);
        }
        foreach (array_chunk($gone, 500) as $places) {
            DB::table('tiles')->where('layer_id', $layer->id)->whereIn('place', $places)->delete();
        }
    }

    /**
     * Takes all paint out of some areas.
     *
     * @param  array<string, Rect>  $areas  on the sheet; no two share a tile
     */
    public function clear(Layer $layer, Change $change, array $areas): void
    {
        $this->lay($layer, $change, $areas, fn (DeepBitmap $was, Rect $at): DeepBitmap => DeepBitmap::empty($at->width, $at->height));
    }

    /**
     * Undoes a change, or does it again.
     *
     * @return array<int, list<string>> the engine's tiles that changed, by their keys, for each layer
     */
    public function exchange(Change $change): array
    {
        $this->unlaid->settleChanges([$change->id]);
        $layers = [];
        foreach (DB::table('change_tiles')->where('change_id', $change->id)->get(['layer_id', 'place', 'pixels', 'rest']) as $row) {
            if (is_int($row->layer_id) && is_string($row->place)) {
                $layers[$row->layer_id][$row->place] = self::tile($row);
            }
        }
        foreach ($layers as $layer => $tiles) {
            $this->exchangeLayer($change, $layer, $tiles);
        }

        return array_map(fn (array $tiles): array => TileGrid::keys(array_map(strval(...), array_keys($tiles))), $layers);
    }

    /** @param  array<array-key, array{pixels: string, rest: string|null}|null>  $changes  by place */
    private function exchangeLayer(Change $change, int $layer, array $changes): void
    {
        $tiles = $this->tiles($layer, array_map(strval(...), array_keys($changes)));
        foreach ($changes as $place => $other) {
            $here = $tiles[$place] ?? null;
            $tile = DB::table('tiles')->where('layer_id', $layer)->where('place', (string) $place);
            if ($here !== null && $other !== null) {
                $tile->update(TilePacking::blobs(TilePacking::pack(TilePacking::copyWith(TilePacking::unpack($here), TilePacking::unpack($other)))));

                continue;
            }
            DB::table('change_tiles')->where('change_id', $change->id)->where('layer_id', $layer)->where('place', (string) $place)->update(TilePacking::blobs($here));
            $other === null ? $tile->delete() : $tile->updateOrInsert(['layer_id' => $layer, 'place' => (string) $place], TilePacking::blobs($other));
        }
    }

    /** @param  array<array-key, Rect>  $areas */
    private function settle(int $layer, array $areas): void
    {
        $this->unlaid->settleLayer($layer, array_merge(...array_map(StrokeBuffer::keysUnder(...), array_values($areas))));
    }

    /**
     * @param  list<string>  $places
     * @return array<string, array{pixels: string, rest: string|null}> packed, where there are any
     */
    private function tiles(int $layer, array $places, bool $withRest = true): array
    {
        $columns = ['place', 'pixels', $withRest ? 'rest' : DB::raw('null as rest')];
        $tiles = [];
        foreach (array_chunk($places, 500) as $some) {
            foreach (DB::table('tiles')->where('layer_id', $layer)->whereIn('place', $some)->get($columns) as $row) {
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
     * @param  array<string, array{pixels: string, rest: string|null}>  $tiles  packed
     * @return string RGBA row by row
     */
    private static function shown(array $tiles, Rect $area): string
    {
        $rows = ByteRows::empty($area, 4);
        foreach (TileGrid::places($area) as $place) {
            if (isset($tiles[$place])) {
                $rows->put(ByteRows::of(TileGrid::at($place), 4, TilePacking::unpack($tiles[$place])['pixels']));
            }
        }

        return $rows->toBytes();
    }

    /** @param  array<string, array{pixels: string, rest: string|null}>  $tiles  packed */
    private function deep(int $layer, array $tiles, Rect $area): DeepBitmap
    {
        $words = array_fill(0, $area->area(), 0);
        foreach (TileGrid::places($area) as $place) {
            if (isset($tiles[$place])) {
                $words = RowCopy::put($words, $area, $this->opened->open($layer, $place, $tiles[$place])->words, TileGrid::at($place));
            }
        }

        return new DeepBitmap($area->width, $area->height, $words);
    }
}
