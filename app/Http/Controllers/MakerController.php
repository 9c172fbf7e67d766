<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Http\Requests\BringIn;
use App\Models\Maker;
use App\Pictures\PictureFile;
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

    public function store(Request $request): JsonResponse
    {
        $maker = Maker::query()->create(self::words(JsonBody::read($request)));

        return response()->json(['maker' => $maker->card()], 201);
    }

    public function update(Request $request, Maker $maker): JsonResponse
    {
        $maker->update(self::words(JsonBody::read($request), $maker));

        return response()->json(['maker' => $maker->card()]);
    }

    /** A picture as the mark. */
    public function bring(BringIn $request, Maker $maker, BlobStore $kept): JsonResponse
    {
        $picture = PictureFile::read($request->bytes(), self::SIDE)->bitmap();
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
