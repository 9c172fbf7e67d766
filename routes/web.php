<?php

declare(strict_types=1);

use App\Http\Controllers\BrushController;
use App\Http\Controllers\CutController;
use App\Http\Controllers\GatherController;
use App\Http\Controllers\KeepController;
use App\Http\Controllers\MarkController;
use App\Http\Controllers\PaintController;
use App\Http\Controllers\SourceController;
use App\Http\Controllers\TipController;
use App\Http\Controllers\TryController;
use App\Http\Controllers\TuneController;
use Illuminate\Support\Facades\Route;

Route::redirect('/', '/gather');

Route::get('/gather', [GatherController::class, 'show'])->name('gather');
Route::post('/sources', [SourceController::class, 'store'])->name('sources.store');
Route::get('/sources/{source}/thumb', [SourceController::class, 'thumb'])->name('sources.thumb');
Route::post('/marks', [MarkController::class, 'create'])->name('mark.create');
Route::get('/marks/{sheet}', [MarkController::class, 'show'])->name('mark.show');
Route::post('/marks/{sheet}/keep', [MarkController::class, 'keep'])->name('mark.keep');

Route::get('/cut', [CutController::class, 'latest'])->name('cut.latest');
Route::get('/cut/{source}', [CutController::class, 'show'])->name('cut');
Route::get('/cut/{source}/before', [CutController::class, 'before'])->name('cut.before');
Route::post('/cut/{source}/preview', [CutController::class, 'preview'])->name('cut.preview');
Route::put('/cut/{source}', [CutController::class, 'save'])->name('cut.save');
Route::post('/cut/{source}/tip', [TipController::class, 'store'])->name('tips.store');
Route::get('/tips/{tip}.png', [TipController::class, 'download'])->name('tips.download');

Route::get('/tune', [TuneController::class, 'latest'])->name('tune.latest');
Route::get('/tune/{brush}', [TuneController::class, 'show'])->name('tune');
Route::post('/tune/{brush}/swatch', [TuneController::class, 'swatch'])->name('tune.swatch');
Route::post('/tune/{brush}/advice', [TuneController::class, 'advice'])->name('tune.advice');
Route::put('/tune/{brush}', [TuneController::class, 'draft'])->name('tune.draft');
Route::post('/tune/{brush}/keep', [TuneController::class, 'keep'])->name('tune.keep');
Route::post('/tune/{brush}/put-back', [TuneController::class, 'putBack'])->name('tune.put-back');

Route::get('/try', [TryController::class, 'latest'])->name('try.latest');
Route::get('/try/{sheet}', [TryController::class, 'show'])->name('try');
Route::post('/sheets', [TryController::class, 'store'])->name('sheets.store');
Route::get('/sheets/{sheet}/pixels', [TryController::class, 'pixels'])->name('sheets.pixels');
Route::get('/sheets/{sheet}/picture', [TryController::class, 'download'])->name('sheets.picture');
Route::post('/sheets/{sheet}/strokes', [PaintController::class, 'stroke'])->name('sheets.stroke');
Route::post('/sheets/{sheet}/undo', [PaintController::class, 'undo'])->name('sheets.undo');
Route::post('/sheets/{sheet}/redo', [PaintController::class, 'redo'])->name('sheets.redo');

Route::get('/keep', [KeepController::class, 'show'])->name('keep');
Route::get('/brushes/{brush}/strip', [BrushController::class, 'strip'])->name('brushes.strip');
Route::patch('/brushes/{brush}', [BrushController::class, 'rename'])->name('brushes.rename');
Route::post('/brushes/{brush}/duplicate', [BrushController::class, 'duplicate'])->name('brushes.duplicate');
Route::delete('/brushes/{brush}', [BrushController::class, 'destroy'])->name('brushes.destroy');
Route::post('/brushes/{id}/restore', [BrushController::class, 'restore'])->whereNumber('id')->name('brushes.restore');
