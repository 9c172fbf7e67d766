<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Brush;
use Illuminate\Contracts\View\View;

final class KeepController
{
    public function show(): View
    {
        return view('rooms.keep', ['brushes' => Brush::query()->with('tip')->latest('id')->get()]);
    }
}
