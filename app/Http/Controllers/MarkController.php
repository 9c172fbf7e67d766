<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\MarkPicture;
use App\Gathering\PlainPen;
use App\Gathering\SourceIntake;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Models\Brush;
use App\Models\Sheet;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Placing;
use Yarrowfog\Core\Tip\TipKind;

/** Draw a mark: a blank sheet, painted on by the engine, that becomes a source. */
final class MarkController
{
    /** px, width and height, by what is asked for. */
    private const SHEETS = ['800' => [800, 800], '1600' => [1600, 1600], 'wide' => [1800, 700]];

    public function create(Request $request): RedirectResponse
    {
        [$width, $height] = self::SHEETS[$request->string('side')->value()] ?? self::SHEETS['800'];

        return redirect()->route('mark.show', Sheet::blank('Mark', $width, $height, Sheet::TO_DRAW_A_MARK));
    }

    public function show(Sheet $sheet, PlainPen $plain): View
    {
        abort_unless($sheet->purpose === Sheet::TO_DRAW_A_MARK, 404);

        $pen = $plain->brush();

        return view('rooms.mark', ['sheet' => $sheet, 'pen' => $pen, 'brushes' => [$pen, ...Brush::library()->with('tip')->latest('id')->get()]]);
    }

    /** Where the drawn part lies, so that the page can fill the square with it. */
    public function drawn(Sheet $sheet, MarkPicture $mark): JsonResponse
    {
        $box = $mark->drawnArea($sheet) ?? throw new InvalidInput('mark', 'Nothing is drawn yet. Draw a mark first.');

        return response()->json(['box' => $box->toArray()]);
    }

    public function keep(Request $request, Sheet $sheet, MarkPicture $mark, SourceIntake $sources, InHand $inHand): JsonResponse
    {
        if ($sheet->layer()->standing()->doesntExist()) {
            throw new InvalidInput('mark', 'Nothing is drawn yet. Draw a mark first.');
        }
        $body = $request->getContent() === '' ? null : JsonBody::read($request)->keys(['scale', 'turn', 'dx', 'dy', 'prints']);
        $kind = TipKind::from($body?->choice('prints', TipKind::names(), TipKind::InkMask->value) ?? TipKind::InkMask->value);
        $placing = $body === null ? new Placing : Placing::read($body);
        $source = $sources->takeIn($mark->png($sheet, $placing, $kind === TipKind::InkMask), 'Drawn mark', 'mark');
        if ($kind !== TipKind::InkMask) {
            $source->update(['cut_list' => CutList::read([...$source->cutListOrFirst()->toArray(), 'kind' => $kind->value])]);
        }
        $inHand->take($source);

        return response()->json(['id' => $source->id, 'cut' => route('cut', $source)], 201);
    }
}
