<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\SourceWall;
use App\Gathering\Ways;
use Illuminate\Contracts\View\View;

/** The room where sources come in. */
final class GatherController
{
    public function show(Ways $ways, SourceWall $wall): View
    {
        return view('rooms.gather', ['wall' => $wall->part(), 'tags' => $wall->tags(), 'ways' => $ways->all()]);
    }
}
