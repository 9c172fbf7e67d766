<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\InHand;
use App\Http\JsonBody;
use App\Keeping\BrushFinder;
use App\Models\Brush;
use App\Models\BrushParts;
use App\Models\BrushVersion;
use App\Models\Maker;
use App\Models\Source;
use App\Models\Tip;
use App\Painting\BrushStrip;
use App\Tuning\DraftingWindow;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\DriveInput;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SettingsTable;

/** The page of a brush, its draft and its versions. */
final class TuneController
{
    private const KEYS = ['brush', 'parts', 'roll', 'revision', 'tab', 'turn'];

    public function latest(InHand $inHand): View|RedirectResponse
    {
        $brush = $inHand->brush();

        return $brush === null ? view('rooms.empty', ['room' => 'tune']) : redirect()->route('tune', $brush);
    }

    public function show(Brush $brush, InHand $inHand): View
    {
        $inHand->take($brush);

        return view('rooms.tune', ['brush' => $brush, 'data' => [
            'id' => $brush->id,
            'url' => route('tune', $brush),
            ...self::state($brush),
            'name' => $brush->name,
            'strip' => BrushController::stripOf($brush),
            'stripMovements' => PracticePen::names(),
            'begun' => $inHand->saysOf($brush),
            'story' => $brush->note ?? '',
            'tags' => implode(', ', $brush->tags ?? []),
            'atHand' => $brush->at_hand ?? [],
            'maker' => $brush->maker_id,
            'makers' => Maker::all()->sortBy('name')->map(fn (Maker $m): array => $m->card())->values()->all(),
            'settings' => array_map(fn (Setting $s): array => $s->toArray(), SettingsTable::all()),
            'inputs' => array_map(fn (DriveInput $i): array => ['id' => $i->value, 'unit' => $i->unit(), 'reference' => $i->reference(), 'ends' => $i->ends()], DriveInput::cases()),
            'tips' => TipController::cards(Tip::query()->latest('id')->get()),
            'tipSets' => app(BrushFinder::class)->tipSets(),
            'teeth' => ToothController::cards(),
            'sources' => Source::query()->latest('id')->get()->map(fn (Source $s): array => ['id' => $s->id, 'name' => $s->name, 'thumb' => route('sources.thumb', $s)])->all(),
            'links' => ['brush' => url("/brushes/{$brush->id}"), 'inks' => route('inks'), 'recordings' => route('recordings.store'), 'teeth' => route('teeth.store'), 'makers' => route('makers.store'), 'tips' => url('/tips')],
        ]]);
    }

    /** The draft waits here until it is kept. */
    public function draft(Request $request, Brush $brush): JsonResponse
    {
        $body = JsonBody::read($request)->keys(self::KEYS);
        if (! self::mayChange($body, $brush)) {
            return self::elsewhere($brush);
        }
        [$settings, $parts] = self::drawn($body, $brush);
        $window = DraftingWindow::read($body);
        $roll = $body->integer('roll', 0, 0x7FFFFFFF, $brush->roll);
        $isTaken = $window->isLate($brush) || $brush->draw($settings, $parts, $roll, (string) $window);
        if (! $isTaken && $window->hasChanged($brush)) {
            // A page that is left sends its last change while the one before it is still on its way: both are this window's own.
            $isTaken = $window->isLate($brush) || $brush->draw($settings, $parts, $roll, (string) $window);
        }
        if (! $isTaken) {
            return self::elsewhere($brush);
        }

        return response()->json(['changed' => $brush->isChanged(), 'revision' => $brush->revision]);
    }

    public function keep(Request $request, Brush $brush): JsonResponse
    {
        $body = JsonBody::read($request)->keys(self::KEYS);
        // Read once more where nobody else can write: of two that keep at once, the second finds nothing left to keep.
        $isKept = DB::connection()->transaction(function () use ($body, $brush): bool {
            $brush->refresh();
            if (! self::mayChange($body, $brush)) {
                return false;
            }
            $brush->keep();

            return true;
        });

        return $isKept ? response()->json(self::state($brush)) : self::elsewhere($brush);
    }

    public function putBack(Request $request, Brush $brush): JsonResponse
    {
        $body = JsonBody::read($request)->keys(self::KEYS);
        if (! self::mayChange($body, $brush)) {
            return self::elsewhere($brush);
        }

        return $brush->draw($brush->kept, $brush->keptParts(), $brush->roll, (string) DraftingWindow::read($body)) ? response()->json(self::state($brush)) : self::elsewhere($brush);
    }

    /** What stands in this window as a brush of its own. */
    public function branch(Request $request, Brush $brush): JsonResponse
    {
        $body = JsonBody::read($request)->keys(self::KEYS);
        [$settings, $parts] = self::drawn($body, $brush);
        $copy = $brush->replicate(['draft', 'draft_parts', 'revision', 'changed_by']);
        $copy->fill(['name' => mb_substr($brush->name, 0, 112).' again', 'kept' => $settings, 'tip_id' => $parts->tip, 'bite_id' => $parts->bite, 'tooth_id' => $parts->tooth, 'roll' => $body->integer('roll', 0, 0x7FFFFFFF, $brush->roll)]);
        $copy->save();

        return response()->json(['tune' => route('tune', $copy)], 201);
    }

    public function versionStrip(BrushVersion $version, BrushStrip $strips): Response
    {
        $brush = Brush::withTrashed()->findOrFail($version->brush_id);

        return response($strips->of($version->parts ?? $brush->keptParts(), $version->settings, $version->roll), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=86400']);
    }

    /** @return array<string, mixed> how the brush stands, kept and in hand */
    private static function state(Brush $brush): array
    {
        return [
            'brush' => $brush->current()->toArray(),
            'parts' => $brush->parts()->toArray(),
            'roll' => $brush->roll,
            'keptBrush' => $brush->kept->toArray(),
            'keptParts' => $brush->keptParts()->toArray(),
            'revision' => $brush->revision,
            'changedBy' => DraftingWindow::of($brush)->toArray(),
            'versions' => self::versions($brush),
        ];
    }

    /**
     * @return array{BrushSettings, BrushParts} as the page has drawn the brush; each part is there
     *
     * @throws InvalidInput
     */
    private static function drawn(JsonReader $body, Brush $brush): array
    {
        $parts = $body->has('parts') ? BrushParts::read($body->object('parts')) : $brush->parts();
        $parts->findBite();

        return [BrushSettings::read($body->object('brush'))->ofKind($parts->findTip()->kind), $parts];
    }

    /** Whether nobody else has changed the brush since this window last heard of it. */
    private static function mayChange(JsonReader $body, Brush $brush): bool
    {
        return ! $body->has('revision')
            || $body->integer('revision', 0, PHP_INT_MAX) === $brush->revision
            || DraftingWindow::read($body)->hasChanged($brush);
    }

    private static function elsewhere(Brush $brush): JsonResponse
    {
        return response()->json(['message' => 'This brush was changed in another window meanwhile.', ...self::state($brush)], 409);
    }

    /** @return list<array<string, mixed>> the newest first */
    private static function versions(Brush $brush): array
    {
        $out = [];
        /** @var BrushVersion $version */
        foreach ($brush->versions()->latest('id')->get() as $version) {
            $out[] = ['id' => $version->id, 'at' => $version->created_at->diffForHumans(), 'exact' => $version->created_at->toDayDateTimeString(), 'strip' => route('versions.strip', $version), 'brush' => $version->settings->toArray(), 'parts' => ($version->parts ?? $brush->keptParts())->toArray(), 'roll' => $version->roll];
        }

        return $out;
    }
}
