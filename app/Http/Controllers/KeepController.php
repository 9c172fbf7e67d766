<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Brush;
use Illuminate\Contracts\View\View;

final class KeepController
{
    public function show(): View
    {
        $brushes = Brush::library()->with('tip.source')->latest('id')->get();
        foreach ($brushes as $brush) {
            $brush->tip->loadCount('makings');
        }

        return view('rooms.keep', ['brushes' => $brushes, 'aside' => Brush::onlyTrashed()->where('is_plain', false)->with('tip')->latest('deleted_at')->get()]);
    }
}
