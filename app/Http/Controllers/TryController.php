<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\PlainPen;
use App\Http\InHand;
use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Source;
use App\Painting\History;
use App\Painting\KeptPixels;
use App\Painting\PixelPatches;
use App\Painting\SheetThumbnail;
use App\Painting\SheetView;
use Illuminate\Contracts\View\View;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Response as PlainResponse;
use Symfony\Component\HttpFoundation\Response;

use function Illuminate\Support\defer;

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
            'sources' => Source::query()->latest('id')->get(),
            'brushes' => [$plain->brush(), ...Brush::library()->with('tip')->latest('id')->get()],
            'inHand' => $inHand->brush(),
        ]);
    }

    public function pixels(Sheet $sheet, SheetView $view, KeptPixels $kept): Response
    {
        // The words first: pixels that are newer than them are only sent once more.
        $words = $view->words($sheet, withStack: true);

        return ($kept->find($sheet) ?? $view->all($sheet))->answer($words);
    }

    /** A page goes: the next one finds a small picture and all paint ready. */
    public function leave(Sheet $sheet, SheetThumbnail $thumbnails, KeptPixels $kept): PlainResponse
    {
        defer(function () use ($sheet, $thumbnails, $kept): void {
            $thumbnails->png($sheet);
            $kept->keep($sheet);
        });

        return response()->noContent();
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
}
