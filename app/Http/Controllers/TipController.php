<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Cutting\Cutter;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Models\Source;
use App\Models\Tip;
use App\Store\Kept;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use Yarrowfog\Core\Cut\CutList;

final class TipController
{
    public function store(Request $request, Source $source, Cutter $cutter, InHand $inHand): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['list', 'name']);
        $brush = $cutter->makeTip($source, CutList::read($body->object('list')), $body->text('name', $source->name, 120));
        $inHand->take($brush);

        return response()->json(['brush' => $brush->id, 'tune' => route('tune', $brush)], 201);
    }

    /** The tip as a file to take away: black with its ink as alpha, or in its own colours. */
    public function download(Tip $tip, Kept $kept): Response
    {
        return response($kept->get($tip->hash), 200, [
            'Content-Type' => 'image/png',
            'Content-Disposition' => 'attachment; filename="'.(Str::slug($tip->name) ?: 'tip').'.png"',
        ]);
    }
}
