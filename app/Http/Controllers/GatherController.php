<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Source;
use Illuminate\Contracts\View\View;

final class GatherController
{
    public function show(): View
    {
        return view('rooms.gather', ['sources' => Source::query()->with('tips')->latest('id')->get()]);
    }
}
