<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\Ways;
use App\Models\Source;
use App\Models\Tip;
use Illuminate\Contracts\View\View;

final class GatherController
{
    public function show(Ways $ways): View
    {
        return view('rooms.gather', ['sources' => Source::query()->with('tips.brushes')->latest('id')->get(), 'asFrames' => self::tipsByFrame(), 'ways' => $ways->all()]);
    }

    /** @return array<int, list<Tip>> tips of several frames, by each source that one of them was cut from */
    private static function tipsByFrame(): array
    {
        $tips = [];
        foreach (Tip::query()->with('brushes')->get()->whereNotNull('frame_set_id') as $tip) {
            foreach ($tip->pictures() as $frame) {
                if ($frame['source'] !== null) {
                    $tips[$frame['source']][$tip->id] = $tip;
                }
            }
        }

        return array_map(array_values(...), $tips);
    }
}
