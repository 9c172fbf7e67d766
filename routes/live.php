<?php

declare(strict_types=1);

use App\Http\Controllers\CutController;
use App\Http\Controllers\InkController;
use App\Http\Controllers\PaintController;
use App\Http\Controllers\SwatchController;
use Illuminate\Support\Facades\Route;

// What a pen or a moving slider sends: no session, so that nothing waits for one, and no stroke is lost with one.
Route::post('/sheets/{sheet}/pieces', [PaintController::class, 'piece'])->name('sheets.piece');
Route::post('/sheets/{sheet}/strokes', [PaintController::class, 'stroke'])->name('sheets.stroke');
Route::post('/sheets/{sheet}/fills', [PaintController::class, 'fill'])->name('sheets.fill');
Route::post('/tune/{brush}/pieces', [SwatchController::class, 'piece'])->name('tune.piece');
Route::post('/tune/{brush}/swatch', [SwatchController::class, 'swatch'])->name('tune.swatch');
Route::post('/tune/{brush}/advice', [SwatchController::class, 'advice'])->name('tune.advice');
Route::post('/tune/{brush}/influence', [SwatchController::class, 'influence'])->name('tune.influence');
Route::post('/tune/{brush}/range', [SwatchController::class, 'range'])->name('tune.range');
Route::post('/tune/{brush}/beginnings', [SwatchController::class, 'beginnings'])->name('tune.beginnings');
Route::post('/cut/{source}/preview', [CutController::class, 'preview'])->name('cut.preview');
Route::post('/cut/{source}/checks', [CutController::class, 'checks'])->name('cut.checks');
Route::post('/inks', InkController::class)->name('inks');
