<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Http\Requests\BringIn;
use App\Http\Tags;
use App\Keeping\BrushActions;
use App\Keeping\KeepHistory;
use App\Keeping\KeepRecorder;
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
    public function strip(Request $request, Brush $brush, BrushStrip $strips): Response
    {
        // With its key in the address it is never another one.
        $isFixed = $request->query('as') === $brush->stripKey();

        return response($strips->png($brush, $request->query('large') === '1' ? 2 : 1), 200, ['Content-Type' => 'image/png', 'Cache-Control' => $isFixed ? 'private, max-age=31536000, immutable' : 'no-cache']);
    }

    /** A new name, another note, other tags, another maker: whatever is given. */
    public function update(Request $request, Brush $brush, KeepHistory $history): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'note', 'tags', 'maker', 'licence', 'made', 'strip', 'atHand', 'isPinned']);
        $name = trim($body->text('name', $brush->name, 120));
        if ($name === '') {
            throw new InvalidInput('name', 'A brush needs a name.');
        }
        $maker = $body->has('maker') ? $body->integer('maker', 0, PHP_INT_MAX) : $brush->maker_id;
        if ($maker !== null && $maker > 0 && Maker::query()->whereKey($maker)->doesntExist()) {
            throw new InvalidInput('maker', 'This maker is gone. Choose another one.');
        }
        $made = $body->text('made', $brush->made_on ?? '', 10);
        if ($made !== '' && (preg_match('/^\d{4}-\d{2}-\d{2}$/', $made) !== 1 || ! checkdate((int) substr($made, 5, 2), (int) substr($made, 8), (int) substr($made, 0, 4)))) {
            throw new InvalidInput('made', 'This is no day. Write one as 2026-11-29.');
        }
        // What is told of a brush is one history with all else that is done in Keep.
        $history->record($name === $brush->name ? "Told more of “{$name}”" : "Called “{$brush->name}” “{$name}”", fn (KeepRecorder $record) => $record->update($brush, [
            'name' => $name,
            'note' => $body->has('note') ? trim($body->text('note', '', 4000)) : $brush->note,
            'tags' => $body->has('tags') ? Tags::of($body->text('tags', '', 400)) : $brush->tags,
            'maker_id' => $maker === 0 ? null : $maker,
            'licence' => trim($body->text('licence', $brush->licence, 120)),
            'made_on' => $made === '' ? null : $made,
        ]));
        $brush->update([
            'at_hand' => $body->has('atHand') ? self::atHand($body) : $brush->at_hand,
            'is_pinned' => $body->flag('isPinned', $brush->is_pinned),
            // A movement that is chosen is painted: it takes the place of a picture.
            ...$body->has('strip') ? ['strip_movement' => self::movement($body), 'strip_picture' => null] : [],
        ]);

        return response()->json(['strip' => self::stripOf($brush), 'name' => $brush->name, 'note' => $brush->note ?? '', 'tags' => implode(', ', $brush->tags ?? []), 'maker' => $brush->maker_id, 'licence' => $brush->licence, 'made' => $brush->made_on ?? '', 'atHand' => $brush->at_hand ?? [], 'isPinned' => $brush->is_pinned]);
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
        return ['movement' => $brush->strip_movement ?? '', 'own' => $brush->strip_picture !== null, 'url' => route('brushes.strip', [$brush, 'as' => $brush->stripKey()])];
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

    public function duplicate(Brush $brush, BrushActions $actions): JsonResponse
    {
        return response()->json(['id' => $actions->duplicate([$brush->id])[0]], 201);
    }

    public function destroy(Brush $brush, BrushActions $actions): JsonResponse
    {
        $actions->setAside([$brush->id]);

        return response()->json(['id' => $brush->id]);
    }

    public function restore(int $id, BrushActions $actions): JsonResponse
    {
        Brush::withTrashed()->findOrFail($id);
        $actions->bringBack([$id]);

        return response()->json(['id' => $id]);
    }
}
