<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Keeping\BrushFinder;
use App\Keeping\KeepHistory;
use App\Models\Maker;

/** What stands beside the wall of Keep, and changes with whatever is done there. */
final class KeepState
{
    /** @return array{sets: list<array<string, mixed>>, tags: list<array<string, mixed>>, makers: list<array<string, mixed>>, history: array<string, string|null>} */
    public static function of(BrushFinder $finder, KeepHistory $history): array
    {
        $makers = Maker::query()->withCount('brushes')->get()->sortBy('name', SORT_NATURAL | SORT_FLAG_CASE);

        return [
            'sets' => $finder->sets(),
            'tags' => $finder->tags(),
            'makers' => array_values($makers->map(fn (Maker $maker): array => [...$maker->card(), 'count' => $maker->brushes_count ?? 0])->all()),
            'history' => $history->describe(),
        ];
    }
}
