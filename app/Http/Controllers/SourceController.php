<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\Gatherer;
use App\Http\InHand;
use App\Http\Requests\BringIn;
use App\Models\Source;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

final class SourceController
{
    public function store(BringIn $request, Gatherer $gatherer, InHand $inHand): JsonResponse
    {
        $source = $gatherer->takeIn($request->bytes(), $request->name());
        $inHand->take($source);

        return response()->json(['id' => $source->id, 'name' => $source->name, 'cut' => route('cut', $source)], 201);
    }

    public function thumb(Source $source, Gatherer $gatherer): Response
    {
        return response($gatherer->thumb($source), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=31536000, immutable']);
    }
}
