<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Http\Requests\BringIn;
use App\Http\Tags;
use App\Models\Brush;
use App\Models\Maker;
use App\Painting\BrushCard;
use App\Painting\BrushStrip;
use App\Painting\SettingsInHand;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\SettingsTable;

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
        $body = JsonBody::read($request)->keys(['name', 'note', 'tags', 'maker', 'strip', 'atHand', 'isPinned']);
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
            'at_hand' => $body->has('atHand') ? self::atHand($body) : $brush->at_hand,
            'is_pinned' => $body->flag('isPinned', $brush->is_pinned),
            // A movement that is chosen is painted: it takes the place of a picture.
            ...$body->has('strip') ? ['strip_movement' => self::movement($body), 'strip_picture' => null] : [],
        ]);

        return response()->json(['strip' => self::stripOf($brush), 'name' => $brush->name, 'note' => $brush->note ?? '', 'tags' => implode(', ', $brush->tags ?? []), 'maker' => $brush->maker_id, 'atHand' => $brush->at_hand ?? [], 'isPinned' => $brush->is_pinned]);
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

    /**
     * @return list<string>
     *
     * @throws InvalidInput
     */
    private static function atHand(JsonReader $body): array
    {
        $ids = $body->texts('atHand', 100);
        if (count($ids) > Brush::MOST_AT_HAND) {
            throw new InvalidInput('atHand', 'Six settings stand at hand at most. Take another one away first.');
        }
        foreach ($ids as $id) {
            if (in_array($id, ['size', 'opacity'], true) || SettingsTable::get($id)->isCurve()) {
                throw new InvalidInput('atHand', "“{$id}” cannot be put at hand: size and opacity always are, and curves need the room of Tune.");
            }
        }

        return array_values(array_unique($ids));
    }

    /** Keeps with the brush what the hand has otherwise, as a new version. */
    public function keepHand(Request $request, Brush $brush): JsonResponse
    {
        $settings = SettingsInHand::read(JsonBody::read($request)->keys(SettingsInHand::KEYS), $brush->current());
        if (! $brush->draw($settings, $brush->parts(), $brush->roll)) {
            throw new InvalidInput('brush', 'This brush was changed in another window a moment ago. Keep it once more to put this over it.');
        }
        $brush->keep();

        return response()->json(BrushCard::of($brush));
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
