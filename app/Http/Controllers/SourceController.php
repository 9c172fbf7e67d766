<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Gathering\SourceImages;
use App\Gathering\SourceIntake;
use App\Gathering\SourceWall;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Http\Requests\BringIn;
use App\Http\Tags;
use App\Models\FrameSet;
use App\Models\Source;
use App\Pictures\SvgFile;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Yarrowfog\Core\InvalidInput;

final class SourceController
{
    /** A part of the wall. */
    public function index(Request $request, SourceWall $wall): JsonResponse
    {
        $asked = fn (string $key): string => is_string($request->query($key)) ? mb_substr(mb_scrub($request->query($key)), 0, 200) : '';

        return response()->json($wall->part($asked('words'), $asked('tag'), max(0, min(1_000_000, (int) $asked('from')))));
    }

    /** A file that is here already is not taken twice. */
    public function store(BringIn $request, SourceIntake $sources, InHand $inHand): JsonResponse
    {
        [$source, $wasHere] = $sources->takeInOnce($request->bytes(), $request->name());
        $inHand->take($source);

        return response()->json(['id' => $source->id, 'name' => $source->name, 'cut' => route('cut', $source), 'already' => $wasHere], $wasHere ? 200 : 201);
    }

    /** A new name, other tags. */
    public function update(Request $request, Source $source): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'tags']);
        $name = trim($body->text('name', $source->name, 120));
        if ($name === '') {
            throw new InvalidInput('name', 'Give the source a name.');
        }
        $source->update(['name' => $name, 'tags' => $body->has('tags') ? Tags::of($body->text('tags', '', 400)) : $source->tags]);

        return response()->json(['name' => $source->name, 'tags' => $source->tags]);
    }

    /** A drawing of lines made at another size. */
    public function redraw(Request $request, Source $source, SourceIntake $sources): JsonResponse
    {
        $sources->redraw($source, JsonBody::read($request)->keys(['side'])->integer('side', SvgFile::SMALLEST, SvgFile::LARGEST));

        return response()->json(['width' => $source->width, 'height' => $source->height]);
    }

    /** Deleted sources can be brought back; tips made of them keep their own pictures. */
    public function destroy(Source $source): JsonResponse
    {
        $set = FrameSet::query()->get()->first(fn (FrameSet $s): bool => in_array($source->id, array_column($s->frames, 'source'), true) && $s->tips()->exists());
        if ($set !== null) {
            throw new InvalidInput('source', "“{$set->name}” is cut from this source together with others, and could not be made anew without it. Take it out of that set first.");
        }
        $source->delete();

        return response()->json(['deleted' => true]);
    }

    public function restore(int $id): JsonResponse
    {
        $source = Source::query()->withoutGlobalScope(SoftDeletingScope::class)->findOrFail($id);
        $source->restore();

        return response()->json(['restored' => true]);
    }

    public function thumb(Source $source, SourceImages $images): Response
    {
        return response($images->thumb($source), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=31536000, immutable']);
    }
}
