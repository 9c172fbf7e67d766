<?php

declare(strict_types=1);

use App\Http\Controllers\PaintController;
use Illuminate\Support\Facades\Route;

// What a moving pen sends: no session, so that nothing waits for one.
Route::post('/sheets/{sheet}/pieces', [PaintController::class, 'piece'])->name('sheets.piece');
