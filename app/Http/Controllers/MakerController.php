<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Http\Requests\BringIn;
use App\Http\Tags;
use App\Keeping\BrushFinder;
use App\Keeping\KeepHistory;
use App\Keeping\KeepRecorder;
use App\Keeping\SetActions;
use App\Models\Maker;
use App\Pictures\PictureFile;
use App\Pictures\StrangerFile;
use App\Store\BlobStore;
use App\Tuning\DrawnMark;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Stroke\Practice\Recording;

/** Maker’s marks: name, licence, note, and a mark that is drawn or brought. */
final class MakerController
{
    /** px of the longer side of a mark. */
    private const SIDE = 256;

    /** px of the longer side of a signature. */
    private const SIGNATURE = 480;

    public function store(Request $request): JsonResponse
    {
        $maker = Maker::query()->create(self::words(JsonBody::read($request)));

        return response()->json(['maker' => $maker->card()], 201);
    }

    public function update(Request $request, Maker $maker, BrushFinder $finder, KeepHistory $history): JsonResponse
    {
        $words = self::words(JsonBody::read($request), $maker);
        $history->record("Told more of {$maker->name}", fn (KeepRecorder $record) => $record->update($maker, $words));

        return response()->json(['maker' => $maker->card(), ...KeepState::of($finder, $history)]);
    }

    /** A picture as the mark. */
    public function bring(BringIn $request, Maker $maker, BlobStore $kept): JsonResponse
    {
        $picture = StrangerFile::read($request->bytes(), self::SIDE)->bitmap();
        $maker->update(['mark' => $kept->put(PictureFile::png($picture))]);

        return response()->json(['maker' => $maker->card()]);
    }

    /** A mark drawn on the spot, painted by the engine. */
    public function draw(Request $request, Maker $maker, BlobStore $kept): JsonResponse
    {
        $strokes = Recording::read(JsonBody::read($request)->keys(['strokes'])->object('strokes'));
        $maker->update(['mark' => $kept->put(PictureFile::png(DrawnMark::of($strokes, self::SIDE)))]);

        return response()->json(['maker' => $maker->card()]);
    }

    /** A picture of the signature, or one written on the spot. */
    public function bringSignature(BringIn $request, Maker $maker, BlobStore $kept): JsonResponse
    {
        $maker->update(['signature' => $kept->put(PictureFile::png(StrangerFile::read($request->bytes(), self::SIGNATURE)->bitmap()))]);

        return response()->json(['maker' => $maker->card()]);
    }

    public function sign(Request $request, Maker $maker, BlobStore $kept): JsonResponse
    {
        $strokes = Recording::read(JsonBody::read($request)->keys(['strokes'])->object('strokes'));
        $maker->update(['signature' => $kept->put(PictureFile::png(DrawnMark::of($strokes, self::SIGNATURE)))]);

        return response()->json(['maker' => $maker->card()]);
    }

    public function signature(Maker $maker, BlobStore $kept): Response
    {
        abort_if($maker->signature === null, 404);

        return response($kept->get((string) $maker->signature), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=86400']);
    }

    /** One maker for another, wherever the first has signed. */
    public function merge(Request $request, Maker $maker, SetActions $actions, BrushFinder $finder, KeepHistory $history): JsonResponse
    {
        $into = Maker::query()->findOrFail(JsonBody::read($request)->keys(['into'])->integer('into', 1, PHP_INT_MAX));
        if ($into->is($maker)) {
            throw new InvalidInput('into', 'These are one maker already. Choose another one.');
        }
        $actions->mergeMakers($maker, $into);

        return response()->json(KeepState::of($finder, $history));
    }

    public function destroy(Maker $maker, SetActions $actions, BrushFinder $finder, KeepHistory $history): JsonResponse
    {
        $actions->deleteMaker($maker);

        return response()->json(KeepState::of($finder, $history));
    }

    /** A tag called otherwise everywhere, made one with another, or taken away. */
    public function tag(Request $request, SetActions $actions, BrushFinder $finder, KeepHistory $history): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['tag', 'into']);
        $actions->renameTag($body->text('tag', null, 40), Tags::of($body->text('into', '', 40))[0] ?? '');

        return response()->json(KeepState::of($finder, $history));
    }

    public function mark(Maker $maker, BlobStore $kept): Response
    {
        abort_if($maker->mark === null, 404);

        return response($kept->get((string) $maker->mark), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=86400']);
    }

    /** @return array{name: string, licence: string, note: string} */
    private static function words(JsonReader $body, ?Maker $maker = null): array
    {
        $body->keys(['name', 'licence', 'note']);
        $name = trim($body->text('name', $maker->name ?? null, 120));
        if ($name === '') {
            throw new InvalidInput('name', 'A maker needs a name.');
        }

        return ['name' => $name, 'licence' => trim($body->text('licence', $maker->licence ?? '', 120)), 'note' => trim($body->text('note', $maker->note ?? '', 1000))];
    }
}
