<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Models\Brush;
use App\Painting\BrushStrip;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Yarrowfog\Core\InvalidInput;

final class BrushController
{
    /** The brush as a painted strip. */
    public function strip(Brush $brush, BrushStrip $strips): Response
    {
        return response($strips->png($brush), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'no-cache']);
    }

    public function rename(Request $request, Brush $brush): JsonResponse
    {
        $name = trim(JsonBody::read($request)->keys(['name'])->text('name', null, 120));
        if ($name === '') {
            throw new InvalidInput('name', 'A brush needs a name.');
        }
        $brush->update(['name' => $name]);

        return response()->json(['name' => $brush->name]);
    }

    public function duplicate(Brush $brush): JsonResponse
    {
        $copy = $brush->replicate(['draft']);
        $copy->name = mb_substr($brush->name, 0, 112).' again';
        $copy->kept = $brush->current();
        $copy->save();

        return response()->json(['id' => $copy->id], 201);
    }

    public function destroy(Brush $brush): JsonResponse
    {
        $brush->delete();

        return response()->json(['id' => $brush->id]);
    }

    public function restore(int $id): JsonResponse
    {
        $brush = Brush::withTrashed()->findOrFail($id);
        $brush->restore();

        return response()->json(['id' => $id]);
    }
}
