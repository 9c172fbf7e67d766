<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\Gatherer;
use App\Gathering\MarkPicture;
use App\Gathering\PlainPen;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Models\Brush;
use App\Models\Sheet;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Placing;

/** Draw a mark: a blank sheet, painted on by the engine, that becomes a source. */
final class MarkController
{
    /** px, width and height, by what is asked for. */
    private const SHEETS = ['800' => [800, 800], '1600' => [1600, 1600], 'wide' => [1800, 700]];

    public function create(Request $request, PlainPen $pen): RedirectResponse
    {
        $pen->ensure();

        [$width, $height] = self::SHEETS[$request->string('side')->value()] ?? self::SHEETS['800'];

        return redirect()->route('mark.show', Sheet::blank('Mark', $width, $height, Sheet::TO_DRAW_A_MARK));
    }

    public function show(Sheet $sheet): View
    {
        abort_unless($sheet->purpose === Sheet::TO_DRAW_A_MARK, 404);

        return view('rooms.mark', ['sheet' => $sheet, 'brushes' => Brush::query()->with('tip')->orderBy('id')->get()]);
    }

    /** Where the drawn part lies, so that the page can fill the square with it. */
    public function drawn(Sheet $sheet, MarkPicture $mark): JsonResponse
    {
        $box = $mark->drawn($sheet) ?? throw new InvalidInput('mark', 'Nothing is drawn yet. Draw a mark first.');

        return response()->json(['box' => $box->toArray()]);
    }

    public function keep(Request $request, Sheet $sheet, MarkPicture $mark, Gatherer $gatherer, InHand $inHand): JsonResponse
    {
        if ($sheet->layer()->strokes()->where('undone', false)->doesntExist()) {
            throw new InvalidInput('mark', 'Nothing is drawn yet. Draw a mark first.');
        }
        $placing = $request->getContent() === '' ? new Placing : Placing::read(JsonBody::read($request));
        $source = $gatherer->takeIn($mark->png($sheet, $placing), 'Drawn mark', 'mark');
        $inHand->take($source);

        return response()->json(['id' => $source->id, 'cut' => route('cut', $source)], 201);
    }
}
