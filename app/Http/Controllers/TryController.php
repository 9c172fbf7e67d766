<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\PlainPen;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Http\Requests\BringIn;
use App\Models\Brush;
use App\Models\Sheet;
use App\Painting\History;
use App\Painting\OpenRasterFile;
use App\Painting\PixelPatches;
use App\Painting\SheetPicture;
use App\Painting\SheetTracing;
use App\Painting\SheetView;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response as FileResponse;
use Symfony\Component\HttpFoundation\Response;

final class TryController
{
    private const WIDTH = 1600;

    private const HEIGHT = 1000;

    public function latest(InHand $inHand): RedirectResponse
    {
        return redirect()->route('try', $inHand->sheet() ?? Sheet::blank('Sheet 1', self::WIDTH, self::HEIGHT));
    }

    public function show(Sheet $sheet, InHand $inHand, PlainPen $plain): View
    {
        abort_unless($sheet->purpose === Sheet::TO_PAINT, 404);
        $inHand->take($sheet);

        return view('rooms.try', [
            'sheet' => $sheet,
            'sheets' => Sheet::query()->where('purpose', Sheet::TO_PAINT)->latest('id')->get(),
            'brushes' => [$plain->brush(), ...Brush::library()->with('tip')->latest('id')->get()],
            'inHand' => $inHand->brush(),
        ]);
    }

    public function store(Request $request): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'width', 'height']);
        $sheet = Sheet::blank(
            $body->text('name', 'Sheet '.(Sheet::query()->where('purpose', Sheet::TO_PAINT)->count() + 1), 120),
            $body->integer('width', 16, Sheet::LARGEST, self::WIDTH),
            $body->integer('height', 16, Sheet::LARGEST, self::HEIGHT),
        );

        return response()->json(['id' => $sheet->id, 'try' => route('try', $sheet)], 201);
    }

    public function pixels(Sheet $sheet, SheetView $view): Response
    {
        // The words first: pixels that are newer than them are only sent once more.
        $words = $view->words($sheet, withStack: true);

        return $view->all($sheet)->answer($words);
    }

    /** The sheet with all its layers, as OpenRaster. */
    public function export(Sheet $sheet, OpenRasterFile $files): FileResponse
    {
        set_time_limit(0);

        return response($files->write($sheet), 200, [
            'Content-Type' => OpenRasterFile::MIME,
            'Content-Disposition' => 'attachment; filename="sheet-'.$sheet->id.'.ora"',
        ]);
    }

    /** What is shown as outlines. */
    public function trace(Request $request, Sheet $sheet, SheetTracing $tracing): FileResponse
    {
        set_time_limit(0);
        [$least, $most, $usual] = SheetTracing::WITHIN;
        $within = $request->query('within');

        return response($tracing->trace($sheet, null, is_numeric($within) ? max($least, min($most, (float) $within)) : $usual)['svg'], 200, [
            'Content-Type' => 'image/svg+xml',
            'Content-Disposition' => 'attachment; filename="sheet-'.$sheet->id.'.svg"',
        ]);
    }

    /** A new sheet of an OpenRaster file. */
    public function open(BringIn $request, OpenRasterFile $files): JsonResponse
    {
        set_time_limit(0);
        [$sheet, $notes] = $files->read($request->bytes(), $request->name());

        return response()->json(['id' => $sheet->id, 'try' => route('try', $sheet), 'notes' => $notes], 201);
    }

    /** What another page did on the sheet since. */
    public function since(Sheet $sheet, int $revision, History $history, SheetView $view): Response
    {
        if ($sheet->revision === $revision) {
            return (new PixelPatches)->answer(['revision' => $revision]);
        }
        // The words first: what comes between them and the pixels is told by the next answer.
        $words = $view->words($sheet, withStack: true);

        return $view->at($sheet, $history->touchedSince($sheet, $revision))->answer($words);
    }

    public function download(Request $request, Sheet $sheet, SheetPicture $pictures): FileResponse
    {
        // A large sheet takes as long as it takes; nginx and the pool have a wall of their own.
        set_time_limit(0);
        $layer = $request->query('layer') === null ? null : $sheet->layers()->findOrFail($request->integer('layer'));

        return response($pictures->png($sheet, $request->query('paper') === '1', $request->query('bits') === '16', $layer), 200, [
            'Content-Type' => 'image/png',
            'Content-Disposition' => 'attachment; filename="sheet-'.$sheet->id.'.png"',
        ]);
    }
}
