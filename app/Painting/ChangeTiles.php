<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use App\Models\Layer;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Raster\Rect;

/** What changes keep of the tiles that they changed: where that is, and what it weighs. */
final readonly class ChangeTiles
{
    public function __construct(private UnlaidStrokes $unlaid)
    {
    }

    /**
     * @param  list<int>  $changes  their ids
     * @return array<int, list<string>> the engine's tiles that they changed, by their keys, for each layer
     */
    public function touchedBy(array $changes): array
    {
        $this->unlaid->settleChanges($changes);
        $layers = [];
        foreach (array_chunk($changes, 500) as $some) {
            foreach (DB::table('change_tiles')->whereIn('change_id', $some)->distinct()->get(['layer_id', 'place']) as $row) {
                if (is_int($row->layer_id) && is_string($row->place)) {
                    $layers[$row->layer_id][] = $row->place;
                }
            }
        }

        return array_map(TileGrid::keys(...), $layers);
    }

    /**
     * Of some areas of a layer those in which a change has not changed anything.
     *
     * @param  array<string, Rect>  $areas  by tile
     * @return array<string, Rect>
     */
    public function untouched(Layer $layer, Change $change, array $areas): array
    {
        $places = TileGrid::placesOf($areas);
        $there = [];
        foreach (array_chunk($places, 500) as $some) {
            foreach (DB::table('change_tiles')->where('change_id', $change->id)->where('layer_id', $layer->id)->whereIn('place', $some)->pluck('place') as $place) {
                $there[] = is_string($place) ? $place : '';
            }
        }

        return array_diff_key($areas, array_flip(TileGrid::keys($there)));
    }

    /** Lets go of what a change keeps. */
    public function forget(Change $change): void
    {
        DB::table('change_tiles')->where('change_id', $change->id)->delete();
    }

    /** Bytes that are kept with a change. */
    public function bytesOf(Change $change): int
    {
        $bytes = DB::table('change_tiles')->where('change_id', $change->id)->sum(DB::raw('coalesce(length(pixels), 0) + coalesce(length(rest), 0)'));

        return is_numeric($bytes) ? (int) $bytes : 0;
    }
}
