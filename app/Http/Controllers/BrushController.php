<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Http\Requests\BringIn;
use App\Http\Tags;
use App\Models\Brush;
use App\Models\Maker;
use App\Painting\BrushStrip;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Stroke\Practice\PracticePen;

final class BrushController
{
    /** The brush as a painted strip. */
    public function strip(Brush $brush, BrushStrip $strips): Response
    {
        return response($strips->png($brush), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'no-cache']);
    }

    /** A new name, another note, other tags, another maker: whatever is given. */
    public function update(Request $request, Brush $brush): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'note', 'tags', 'maker', 'strip']);
        $name = trim($body->text('name', $brush->name, 120));
        if ($name === '') {
            throw new InvalidInput('name', 'A brush needs a name.');
        }
        $maker = $body->has('maker') ? $body->integer('maker', 0, PHP_INT_MAX) : $brush->maker_id;
        if ($maker !== null && $maker > 0 && Maker::query()->whereKey($maker)->doesntExist()) {
            throw new InvalidInput('maker', 'This maker is gone. Choose another one.');
        }
        $brush->update([
            'name' => $name,
            'note' => trim($body->text('note', $brush->note ?? '', 4000)),
            'tags' => $body->has('tags') ? Tags::of($body->text('tags', '', 400)) : $brush->tags,
            'maker_id' => $maker === 0 ? null : $maker,
            // A movement that is chosen is painted: it takes the place of a picture.
            ...$body->has('strip') ? ['strip_movement' => self::movement($body), 'strip_picture' => null] : [],
        ]);

        return response()->json(['strip' => self::stripOf($brush), 'name' => $brush->name, 'note' => $brush->note ?? '', 'tags' => implode(', ', $brush->tags ?? []), 'maker' => $brush->maker_id]);
    }

    /** A picture of the painter's own in place of a painted strip. */
    public function bringStrip(BringIn $request, Brush $brush, BrushStrip $strips): JsonResponse
    {
        $brush->update(['strip_picture' => $strips->keepPicture($request->bytes())]);

        return response()->json(['strip' => self::stripOf($brush)]);
    }

    /** @return array{movement: string, own: bool, url: string} how its strip is made; the address is another one with each change */
    public static function stripOf(Brush $brush): array
    {
        return ['movement' => $brush->strip_movement ?? '', 'own' => $brush->strip_picture !== null, 'url' => route('brushes.strip', [$brush, 'as' => hash('xxh32', $brush->strip_movement.$brush->strip_picture)])];
    }

    private static function movement(JsonReader $body): ?string
    {
        $movement = $body->text('strip', '', 40);

        return $movement === '' ? null : $body->choice('strip', PracticePen::names());
    }

    public function duplicate(Brush $brush): JsonResponse
    {
        $copy = $brush->replicate(['draft', 'draft_parts', 'revision', 'changed_by']);
        $parts = $brush->parts();
        $copy->name = mb_substr($brush->name, 0, 112).' again';
        $copy->kept = $brush->current();
        $copy->fill(['tip_id' => $parts->tip, 'bite_id' => $parts->bite, 'tooth_id' => $parts->tooth]);
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
