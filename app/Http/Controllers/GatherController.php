<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\Ways;
use App\Models\Source;
use Illuminate\Contracts\View\View;

final class GatherController
{
    public function show(Ways $ways): View
    {
        return view('rooms.gather', ['sources' => Source::query()->with('tips.brushes')->latest('id')->get(), 'ways' => $ways->all()]);
    }
}
