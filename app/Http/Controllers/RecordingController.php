<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\FileName;
use App\Http\JsonBody;
use App\Models\PenRecording;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Str;
use Yarrowfog\Core\Format\InkMl\InkMlReader;
use Yarrowfog\Core\Format\InkMl\InkMlWriter;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Stroke\Practice\Recording;

/** Movements of one's own for the practice pen: recorded from the pen, or brought as InkML. */
final class RecordingController
{
    public function store(Request $request): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'strokes']);

        return self::made(self::named($body->text('name', '', 120), 'My movement'), Recording::read($body->object('strokes')));
    }

    /** An InkML file of anybody's. */
    public function bring(Request $request): JsonResponse
    {
        $file = $request->file('file');
        if (! $file instanceof UploadedFile || ! $file->isValid()) {
            throw new InvalidInput('file', 'No file arrived. Choose an InkML file.');
        }
        if ($file->getSize() > InkMlReader::MOST_BYTES) {
            throw new InvalidInput('file', sprintf('This file has %s MB. The largest InkML that is read has %d MB.', number_format((int) $file->getSize() / 1048576), InkMlReader::MOST_BYTES / 1048576));
        }

        return self::made(FileName::of($file, 'From a file'), InkMlReader::read($file->getContent()));
    }

    public function rename(Request $request, PenRecording $recording): JsonResponse
    {
        $recording->update(['name' => self::named(JsonBody::read($request)->keys(['name'])->text('name', null, 120), $recording->name)]);

        return response()->json(['name' => $recording->name]);
    }

    public function destroy(PenRecording $recording): JsonResponse
    {
        $recording->delete();

        return response()->json(['deleted' => true]);
    }

    public function restore(int $id): JsonResponse
    {
        PenRecording::query()->withoutGlobalScope(SoftDeletingScope::class)->findOrFail($id)->restore();

        return response()->json(['restored' => true]);
    }

    public function download(PenRecording $recording): Response
    {
        return response($recording->toInkMl(), 200, [
            'Content-Type' => InkMlWriter::TYPE,
            'Content-Disposition' => 'attachment; filename="'.(Str::slug($recording->name) ?: 'movement').'.inkml"',
        ]);
    }

    private static function made(string $name, Recording $strokes): JsonResponse
    {
        $recording = PenRecording::of($name, $strokes);
        $recording->save();

        return response()->json(['id' => $recording->id, 'name' => $recording->name], 201);
    }

    private static function named(string $name, string $else): string
    {
        $name = mb_substr(trim($name), 0, 120);

        return $name === '' ? $else : $name;
    }
}
