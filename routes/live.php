<?php

declare(strict_types=1);

use App\Http\Controllers\CutController;
use App\Http\Controllers\InkController;
use App\Http\Controllers\PaintController;
use App\Http\Controllers\StrokeController;
use App\Http\Controllers\SwatchController;
use Illuminate\Support\Facades\Route;

// What a pen or a moving slider sends: no session, so that nothing waits for one, and no stroke is lost with one.
Route::post('/sheets/{sheet}/pen/pieces', [PaintController::class, 'piece'])->name('sheets.piece');
Route::post('/sheets/{sheet}/pen/strokes', [PaintController::class, 'stroke'])->name('sheets.stroke');
Route::post('/sheets/{sheet}/pen/taken', [StrokeController::class, 'change'])->name('strokes.change');
Route::post('/sheets/{sheet}/pen/fills', [PaintController::class, 'fill'])->name('sheets.fill');
Route::post('/tune/{brush}/pen/pieces', [SwatchController::class, 'piece'])->name('tune.piece');
Route::post('/tune/{brush}/look/swatch', [SwatchController::class, 'swatch'])->name('tune.swatch');
Route::post('/tune/{brush}/ask/advice', [SwatchController::class, 'advice'])->name('tune.advice');
Route::post('/tune/{brush}/ask/influence', [SwatchController::class, 'influence'])->name('tune.influence');
Route::post('/tune/{brush}/ask/range', [SwatchController::class, 'range'])->name('tune.range');
Route::post('/tune/{brush}/ask/beginnings', [SwatchController::class, 'beginnings'])->name('tune.beginnings');
Route::post('/cut/{source}/look/preview', [CutController::class, 'preview'])->name('cut.preview');
Route::post('/cut/{source}/look/checks', [CutController::class, 'checks'])->name('cut.checks');
Route::post('/ask/inks', InkController::class)->name('inks');
