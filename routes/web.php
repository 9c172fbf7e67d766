<?php

declare(strict_types=1);

use App\Cutting\TipFile;
use App\Http\Controllers\AreaController;
use App\Http\Controllers\BrushController;
use App\Http\Controllers\BrushPageController;
use App\Http\Controllers\BrushSetController;
use App\Http\Controllers\CutController;
use App\Http\Controllers\FrameSetController;
use App\Http\Controllers\GatherController;
use App\Http\Controllers\IncomingController;
use App\Http\Controllers\KeepController;
use App\Http\Controllers\LayerController;
use App\Http\Controllers\LibraryController;
use App\Http\Controllers\MakerController;
use App\Http\Controllers\MarkController;
use App\Http\Controllers\NamedListController;
use App\Http\Controllers\OutgoingController;
use App\Http\Controllers\PaintController;
use App\Http\Controllers\RecordingController;
use App\Http\Controllers\SheetController;
use App\Http\Controllers\SheetFileController;
use App\Http\Controllers\SourceController;
use App\Http\Controllers\StrokeController;
use App\Http\Controllers\SwatchController;
use App\Http\Controllers\TipController;
use App\Http\Controllers\ToothController;
use App\Http\Controllers\TryController;
use App\Http\Controllers\TuneController;
use App\Http\Controllers\WayController;
use Illuminate\Support\Facades\Route;

// What fits in an integer of the machine: anything longer is the number of nothing.
foreach (['id', 'layer', 'stroke', 'revision', 'frame', 'tip'] as $number) {
    Route::pattern($number, '[0-9]{1,18}');
}

Route::redirect('/', '/gather');
// For a page that outlived its session; nothing but this site's own pages can read the answer.
Route::get('/token', fn () => response()->json(['token' => csrf_token()]))->name('token');

Route::get('/gather', [GatherController::class, 'show'])->name('gather');
Route::get('/sources', [SourceController::class, 'index'])->name('sources.index');
Route::post('/sources', [SourceController::class, 'store'])->name('sources.store');
Route::patch('/sources/{source}', [SourceController::class, 'update'])->name('sources.update');
Route::put('/sources/{source}/size', [SourceController::class, 'redraw'])->name('sources.redraw');
Route::delete('/sources/{source}', [SourceController::class, 'destroy'])->name('sources.destroy');
Route::post('/sources/{id}/restore', [SourceController::class, 'restore'])->name('sources.restore');
Route::post('/fonts', [WayController::class, 'font'])->name('fonts.store');
Route::get('/gather/{way}', [WayController::class, 'show'])->name('ways.show');
Route::get('/gather/{way}/choices/{key}', [WayController::class, 'choice'])->name('ways.choice');
Route::post('/gather/{way}/preview', [WayController::class, 'preview'])->name('ways.preview');
Route::post('/gather/{way}', [WayController::class, 'store'])->name('ways.store');
Route::get('/sources/{source}/thumb', [SourceController::class, 'thumb'])->name('sources.thumb');
Route::post('/marks', [MarkController::class, 'create'])->name('mark.create');
Route::get('/marks/{sheet}', [MarkController::class, 'show'])->name('mark.show');
Route::get('/marks/{sheet}/drawn', [MarkController::class, 'drawn'])->name('mark.drawn');
Route::post('/marks/{sheet}/keep', [MarkController::class, 'keep'])->name('mark.keep');

Route::get('/cut', [CutController::class, 'latest'])->name('cut.latest');
Route::get('/cut/{source}', [CutController::class, 'show'])->name('cut');
Route::get('/cut/{source}/before', [CutController::class, 'before'])->name('cut.before');
Route::post('/cut/{source}/effects', [CutController::class, 'effects'])->name('cut.effects');
Route::post('/cut/{source}/corners', [CutController::class, 'corners'])->name('cut.corners');
Route::post('/cut/{source}/greys', [CutController::class, 'greys'])->name('cut.greys');
Route::put('/cut/{source}', [CutController::class, 'save'])->name('cut.save');
Route::post('/cut/{source}/tip', [TipController::class, 'store'])->name('tips.store');
Route::post('/tips/{tip}/remake', [TipController::class, 'remake'])->name('tips.remake');
Route::post('/tips/{tip}/put-back', [TipController::class, 'putBack'])->name('tips.put-back');
Route::get('/tips/{tip}.{format}', [TipController::class, 'download'])->whereIn('format', array_keys(TipFile::TYPES))->name('tips.download');
Route::get('/work/{job}', [TipController::class, 'progress'])->whereUuid('job')->name('work');
Route::delete('/work/{job}', [TipController::class, 'callOff'])->whereUuid('job');

Route::post('/cut/{source}/part', [FrameSetController::class, 'part'])->name('cut.part');
Route::post('/cut-sets', [FrameSetController::class, 'store'])->name('sets.store');
Route::get('/cut-sets/{set}', [FrameSetController::class, 'show'])->name('sets.show');
Route::put('/cut-sets/{set}', [FrameSetController::class, 'save'])->name('sets.save');
Route::post('/cut-sets/{set}/tip', [TipController::class, 'storeOfSet'])->name('sets.tip');

Route::post('/cut-lists', [NamedListController::class, 'store'])->name('lists.store');
Route::post('/cut-lists/read', [NamedListController::class, 'read'])->name('lists.read');
Route::get('/cut-lists/{list}.json', [NamedListController::class, 'download'])->name('lists.download');
Route::delete('/cut-lists/{list}', [NamedListController::class, 'destroy'])->name('lists.destroy');

Route::delete('/tips/{tip}', [TipController::class, 'destroy'])->name('tips.destroy');
Route::post('/tips/{id}/restore', [TipController::class, 'restore'])->name('tips.restore');
Route::get('/tips/{tip}/frames/{frame}', [TipController::class, 'frame'])->name('tips.frame');

Route::get('/tune', [TuneController::class, 'latest'])->name('tune.latest');
Route::get('/tune/{brush}', [TuneController::class, 'show'])->name('tune');
Route::put('/tune/{brush}', [TuneController::class, 'draft'])->name('tune.draft');
Route::post('/tune/{brush}/keep', [TuneController::class, 'keep'])->name('tune.keep');
Route::post('/tune/{brush}/put-back', [TuneController::class, 'putBack'])->name('tune.put-back');
Route::post('/tune/{brush}/branch', [TuneController::class, 'branch'])->name('tune.branch');
Route::get('/brush-versions/{version}/strip', [TuneController::class, 'versionStrip'])->name('versions.strip');

Route::post('/tune/{brush}/movements', [SwatchController::class, 'movements'])->name('tune.movements');

Route::post('/recordings', [RecordingController::class, 'store'])->name('recordings.store');
Route::post('/recordings/bring', [RecordingController::class, 'bring'])->name('recordings.bring');
Route::patch('/recordings/{recording}', [RecordingController::class, 'rename'])->name('recordings.rename');
Route::delete('/recordings/{recording}', [RecordingController::class, 'destroy'])->name('recordings.destroy');
Route::post('/recordings/{id}/restore', [RecordingController::class, 'restore'])->name('recordings.restore');
Route::get('/recordings/{recording}.inkml', [RecordingController::class, 'download'])->name('recordings.download');
Route::post('/teeth', [ToothController::class, 'store'])->name('teeth.store');
Route::delete('/teeth/{tooth}', [ToothController::class, 'destroy'])->whereNumber('tooth')->name('teeth.destroy');
Route::post('/teeth/{id}/restore', [ToothController::class, 'restore'])->name('teeth.restore');
Route::get('/teeth/{tooth}.png', [ToothController::class, 'picture'])->whereNumber('tooth')->name('teeth.picture');
Route::get('/teeth/made/{name}', [ToothController::class, 'made'])->name('teeth.made');
Route::post('/makers', [MakerController::class, 'store'])->name('makers.store');
Route::patch('/makers/{maker}', [MakerController::class, 'update'])->name('makers.update');
Route::post('/makers/{maker}/mark', [MakerController::class, 'bring'])->name('makers.bring');
Route::post('/makers/{maker}/drawn', [MakerController::class, 'draw'])->name('makers.draw');
Route::get('/makers/{maker}/mark', [MakerController::class, 'mark'])->name('makers.mark');

Route::get('/try', [TryController::class, 'latest'])->name('try.latest');
Route::get('/try/{sheet}', [TryController::class, 'show'])->name('try');
Route::get('/sheets', [SheetController::class, 'index'])->name('sheets');
Route::post('/sheets', [SheetController::class, 'store'])->name('sheets.store');
Route::get('/sheets/{sheet}/pixels', [TryController::class, 'pixels'])->name('sheets.pixels');
Route::post('/sheets/{sheet}/left', [TryController::class, 'leave'])->name('sheets.left');
Route::post('/sheets/open', [SheetController::class, 'open'])->name('sheets.open');
Route::patch('/sheets/{sheet}', [SheetController::class, 'update'])->name('sheets.update');
Route::post('/sheets/{sheet}/duplicate', [SheetController::class, 'duplicate'])->name('sheets.duplicate');
Route::delete('/sheets/{sheet}', [SheetController::class, 'destroy'])->name('sheets.destroy');
Route::post('/sheets/{id}/restore', [SheetController::class, 'restore'])->name('sheets.restore');
Route::get('/sheets/{id}/thumb', [SheetController::class, 'thumb'])->name('sheets.thumb');
Route::get('/sheets/{sheet}/openraster', [SheetFileController::class, 'openRaster'])->name('sheets.openraster');
Route::get('/sheets/{sheet}/tracing', [SheetFileController::class, 'tracing'])->name('sheets.tracing');
Route::get('/sheets/{sheet}/outlines', [SheetFileController::class, 'outlines'])->name('sheets.outlines');
Route::get('/sheets/{sheet}/picture', [SheetFileController::class, 'picture'])->name('sheets.picture');
Route::post('/sheets/{sheet}/undo', [PaintController::class, 'undo'])->name('sheets.undo');
Route::post('/sheets/{sheet}/redo', [PaintController::class, 'redo'])->name('sheets.redo');
Route::post('/sheets/{sheet}/layers', [LayerController::class, 'store'])->name('layers.store');
Route::put('/sheets/{sheet}/layers', [LayerController::class, 'reorder'])->name('layers.reorder');
Route::patch('/sheets/{sheet}/layers/{layer}', [LayerController::class, 'update'])->name('layers.update');
Route::post('/sheets/{sheet}/layers/{layer}/duplicate', [LayerController::class, 'duplicate'])->name('layers.duplicate');
Route::post('/sheets/{sheet}/layers/{layer}/clear', [LayerController::class, 'clear'])->name('layers.clear');
Route::post('/sheets/{sheet}/layers/{layer}/merge', [LayerController::class, 'merge'])->name('layers.merge');
Route::post('/sheets/{sheet}/flatten', [LayerController::class, 'flatten'])->name('layers.flatten');
Route::post('/sheets/{sheet}/pictures', [LayerController::class, 'picture'])->name('layers.picture');
Route::delete('/sheets/{sheet}/layers/{layer}', [LayerController::class, 'destroy'])->name('layers.destroy');
Route::post('/sheets/{sheet}/area/cut', [AreaController::class, 'cut'])->name('areas.cut');
Route::post('/sheets/{sheet}/area/copy', [AreaController::class, 'copy'])->name('areas.copy');
Route::post('/sheets/{sheet}/area/clear', [AreaController::class, 'clear'])->name('areas.clear');
Route::post('/sheets/{sheet}/taken', [StrokeController::class, 'find'])->name('strokes.find');
Route::get('/sheets/{sheet}/taken/{stroke}/print', [StrokeController::class, 'print'])->name('strokes.print');
Route::get('/sheets/{sheet}/taken/{stroke}/strip', [StrokeController::class, 'strip'])->name('strokes.strip');
Route::get('/sheets/{sheet}/since/{revision}', [TryController::class, 'since'])->name('sheets.since');

Route::get('/keep', [KeepController::class, 'show'])->name('keep');
Route::get('/keep/found', [KeepController::class, 'found'])->name('keep.found');
Route::get('/keep/cards', [KeepController::class, 'cards'])->name('keep.cards');
Route::post('/keep/do', [KeepController::class, 'do'])->name('keep.do');
Route::post('/keep/undo', [KeepController::class, 'undo'])->name('keep.undo');
Route::post('/keep/redo', [KeepController::class, 'redo'])->name('keep.redo');
Route::get('/keep/aside', [KeepController::class, 'aside'])->name('keep.aside');
Route::delete('/keep/aside', [KeepController::class, 'emptyAside'])->name('keep.aside.empty');
Route::get('/keep/library', [LibraryController::class, 'show'])->name('library');
Route::post('/library/copies', [LibraryController::class, 'store'])->name('library.copies');
Route::delete('/library/copies/{copy}', [LibraryController::class, 'destroy'])->where('copy', '[a-z0-9-]{1,80}')->name('library.copies.destroy');
Route::post('/library/copies/{copy}/back', [LibraryController::class, 'putBack'])->where('copy', '[a-z0-9-]{1,80}')->name('library.back');
Route::post('/library/pack', [LibraryController::class, 'pack'])->name('library.pack');
Route::get('/library/files/{id}', [LibraryController::class, 'file'])->whereUuid('id')->name('library.file');
Route::post('/library/bring', [LibraryController::class, 'bring'])->name('library.bring');
Route::post('/library/over', [LibraryController::class, 'startOver'])->name('library.over');
Route::post('/incoming/{delivery}/files', [IncomingController::class, 'store'])->whereUuid('delivery')->name('incoming.store');
Route::get('/incoming/{delivery}', [IncomingController::class, 'show'])->whereUuid('delivery')->name('incoming');
Route::get('/incoming/{delivery}/{place}/{brush}/strip', [IncomingController::class, 'strip'])->whereUuid('delivery')->where(['place' => '[0-9]{1,9}', 'brush' => '[0-9]{1,9}'])->name('incoming.strip');
Route::post('/incoming/{delivery}/take', [IncomingController::class, 'take'])->whereUuid('delivery')->name('incoming.take');
Route::delete('/incoming/{delivery}', [IncomingController::class, 'destroy'])->whereUuid('delivery')->name('incoming.destroy');
Route::post('/outgoing', [OutgoingController::class, 'store'])->name('outgoing.store');
Route::post('/outgoing/size', [OutgoingController::class, 'size'])->name('outgoing.size');
Route::get('/outgoing/{id}.{ending}/{name}', [OutgoingController::class, 'file'])->where(['id' => '[0-9a-f-]{36}', 'ending' => '[a-z]+', 'name' => '[a-z0-9-]{1,60}'])->name('outgoing.file');
Route::post('/sets', [BrushSetController::class, 'store'])->name('brush-sets.store');
Route::put('/sets', [BrushSetController::class, 'reorder'])->name('brush-sets.reorder');
Route::patch('/sets/{set}', [BrushSetController::class, 'update'])->name('brush-sets.update');
Route::post('/sets/{set}/duplicate', [BrushSetController::class, 'duplicate'])->name('brush-sets.duplicate');
Route::delete('/sets/{set}', [BrushSetController::class, 'destroy'])->name('brush-sets.destroy');
Route::post('/sets/{set}/brushes', [BrushSetController::class, 'brushes'])->name('brush-sets.brushes');
Route::post('/tags', [MakerController::class, 'tag'])->name('tags.rename');
Route::post('/makers/{maker}/merge', [MakerController::class, 'merge'])->name('makers.merge');
Route::delete('/makers/{maker}', [MakerController::class, 'destroy'])->name('makers.destroy');
Route::post('/makers/{maker}/signature', [MakerController::class, 'bringSignature'])->name('makers.signature.bring');
Route::post('/makers/{maker}/signed', [MakerController::class, 'sign'])->name('makers.sign');
Route::get('/makers/{maker}/signature', [MakerController::class, 'signature'])->name('makers.signature');
Route::get('/brushes/{brush}', [BrushPageController::class, 'show'])->name('brushes.show');
Route::post('/brushes/{brush}/versions/{version}/back', [BrushPageController::class, 'putBack'])->where('version', '[0-9]{1,18}')->name('brushes.versions.back');
Route::post('/brushes/{brush}/versions/{version}/branch', [BrushPageController::class, 'branch'])->where('version', '[0-9]{1,18}')->name('brushes.versions.branch');
Route::get('/brushes/{brush}/strip', [BrushController::class, 'strip'])->withTrashed()->name('brushes.strip');
Route::post('/brushes/{brush}/strip', [BrushController::class, 'bringStrip'])->name('brushes.strip.bring');
Route::patch('/brushes/{brush}', [BrushController::class, 'update'])->name('brushes.update');
Route::post('/brushes/{brush}/hand', [BrushController::class, 'keepHand'])->name('brushes.hand');
Route::post('/brushes/{brush}/duplicate', [BrushController::class, 'duplicate'])->name('brushes.duplicate');
Route::delete('/brushes/{brush}', [BrushController::class, 'destroy'])->name('brushes.destroy');
Route::post('/brushes/{id}/restore', [BrushController::class, 'restore'])->name('brushes.restore');
