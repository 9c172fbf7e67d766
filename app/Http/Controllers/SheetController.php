<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\InHand;
use App\Http\JsonBody;
use App\Http\Requests\BringIn;
use App\Models\Sheet;
use App\Painting\History;
use App\Painting\LayerActions;
use App\Painting\OpenRasterFile;
use App\Painting\SheetThumbnail;
use App\Painting\SheetView;
use App\Painting\UnlaidStrokes;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response as FileResponse;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Make\Teeth;
use Yarrowfog\Core\Stroke\Choice\ToothName;

/** All sheets: made, named, copied, set aside and brought back. */
final class SheetController
{
    private const WIDTH = 1600;

    private const HEIGHT = 1000;

    public function index(InHand $inHand): View
    {
        return view('rooms.sheets', [
            'sheets' => Sheet::painted()->get(),
            'aside' => Sheet::aside()->get(),
            'inHand' => $inHand->sheet(),
        ]);
    }

    /** @return array<string, mixed> the card of a sheet, as the wall shows it */
    public static function card(Sheet $sheet): array
    {
        return [
            'id' => $sheet->id,
            'name' => $sheet->name,
            'facts' => $sheet->facts(),
            'url' => url("/sheets/{$sheet->id}"),
            'try' => route('try', $sheet),
            'thumb' => route('sheets.thumb', [$sheet, 'as' => $sheet->revision]),
            'made' => $sheet->created_at?->format('j M Y, H:i'),
            'since' => $sheet->deleted_at?->format('j M Y, H:i'),
        ];
    }

    public function store(Request $request): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'width', 'height', 'dpi']);
        $name = trim($body->text('name', '', 120));
        $sheet = Sheet::blank(
            $name === '' ? 'Sheet '.(1 + Sheet::withTrashed()->where('purpose', Sheet::TO_PAINT)->count()) : $name,
            $body->integer('width', 16, Sheet::LARGEST, self::WIDTH),
            $body->integer('height', 16, Sheet::LARGEST, self::HEIGHT),
            dpi: $body->integer('dpi', Sheet::DPI[0], Sheet::DPI[1], 300),
        );

        return response()->json(['id' => $sheet->id, 'try' => route('try', $sheet)], 201);
    }

    /** A new sheet of an OpenRaster file. */
    public function open(BringIn $request, OpenRasterFile $files): JsonResponse
    {
        set_time_limit(0);
        [$sheet, $notes] = $files->read($request->bytes(), $request->name());

        return response()->json(['id' => $sheet->id, 'try' => route('try', $sheet), 'notes' => $notes], 201);
    }

    /** Name and dpi are told of the sheet; paper and tooth are what is painted on, and are in its history. */
    public function update(Request $request, Sheet $sheet, History $history, SheetView $view): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'dpi', 'paper', 'tooth']);
        $name = trim($body->text('name', $sheet->name, 120));
        if ($name === '') {
            throw new InvalidInput('name', 'A sheet needs a name.');
        }
        $sheet->update(['name' => $name, 'dpi' => $body->integer('dpi', Sheet::DPI[0], Sheet::DPI[1], $sheet->dpi)]);
        if ($body->has('paper')) {
            $history->change($sheet, 'Paper in another colour', $sheet, ['paper' => Srgb::fromHex($body->text('paper'), 'paper')->toHex()]);
        }
        if ($body->has('tooth')) {
            $tooth = $body->choice('tooth', [ToothName::None->value, ...Teeth::names()]);
            $history->change($sheet, $tooth === ToothName::None->value ? 'Paper without a tooth' : "Paper: {$tooth}", $sheet, ['tooth' => $tooth]);
        }

        return response()->json([...self::card($sheet), ...$view->words($sheet, withStack: true)]);
    }

    public function duplicate(Sheet $sheet, UnlaidStrokes $unlaid): JsonResponse
    {
        $unlaid->settleSheet($sheet);
        $copy = DB::connection()->transaction(function () use ($sheet): Sheet {
            $copy = $sheet->replicate(['revision']);
            $copy->name = mb_substr($sheet->name, 0, 112).' again';
            $copy->save();
            foreach ($sheet->layers()->get() as $layer) {
                $twin = $layer->replicate();
                $twin->fill(['sheet_id' => $copy->id])->save();
                LayerActions::copyPaint($layer, $twin);
            }

            return $copy;
        });

        return response()->json(self::card($copy->refresh()), 201);
    }

    public function destroy(Sheet $sheet): JsonResponse
    {
        $sheet->delete();

        return response()->json(self::card($sheet));
    }

    public function restore(int $id): JsonResponse
    {
        $found = Sheet::withTrashed()->where('purpose', Sheet::TO_PAINT)->findOrFail($id);
        $found->restore();

        return response()->json(self::card($found));
    }

    /** The sheet small. A page that opens it asks only for what is `ready`, and shows it until the paint has come. */
    public function thumb(Request $request, int $id, SheetThumbnail $thumbnails): FileResponse
    {
        $sheet = Sheet::withTrashed()->findOrFail($id);
        $png = $request->query('ready') === '1' ? $thumbnails->find($sheet) : $thumbnails->png($sheet);

        return $png === null ? response('', 204) : response($png, 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, no-cache']);
    }
}
