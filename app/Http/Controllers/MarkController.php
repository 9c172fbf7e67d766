<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\Gatherer;
use App\Gathering\PlainPen;
use App\Http\InHand;
use App\Models\Brush;
use App\Models\Sheet;
use App\Painting\SheetPicture;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Yarrowfog\Core\InvalidInput;

/** Draw a mark: a blank square, painted on by the engine, that becomes a source. */
final class MarkController
{
    private const SIDE = 800;

    public function create(PlainPen $pen): RedirectResponse
    {
        $pen->ensure();

        return redirect()->route('mark.show', Sheet::blank('Mark', self::SIDE, self::SIDE, Sheet::TO_DRAW_A_MARK));
    }

    public function show(Sheet $sheet): View
    {
        abort_unless($sheet->purpose === Sheet::TO_DRAW_A_MARK, 404);

        return view('rooms.mark', ['sheet' => $sheet, 'brushes' => Brush::query()->with('tip')->orderBy('id')->get()]);
    }

    public function keep(Sheet $sheet, SheetPicture $pictures, Gatherer $gatherer, InHand $inHand): JsonResponse
    {
        if ($sheet->layer()->strokes()->where('undone', false)->doesntExist()) {
            throw new InvalidInput('mark', 'Nothing is drawn yet. Draw a mark first.');
        }
        $source = $gatherer->takeIn($pictures->png($sheet, true), 'Drawn mark');
        $inHand->take($source);

        return response()->json(['id' => $source->id, 'cut' => route('cut', $source)], 201);
    }
}
