<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Models\NamedList;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\InvalidInput;

/** Cut lists kept by name, applied to other sources, and exchanged as JSON files (docs/schema/cut-list.json). */
final class NamedListController
{
    public function store(Request $request): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'list']);
        $name = trim($body->text('name', null, 120));
        if ($name === '') {
            throw new InvalidInput('name', 'Give the list a name.');
        }
        $steps = CutList::read($body->object('list'));
        // Looked for and made in one: two windows that keep the same name at once make one list.
        $list = DB::connection()->transaction(fn (): NamedList => NamedList::query()->updateOrCreate(['name' => $name], ['cut_list' => $steps]));

        return response()->json(self::entry($list), 201);
    }

    /** A file that a painter brings: nothing but a cut list is taken. */
    public function read(Request $request): JsonResponse
    {
        return response()->json(['list' => CutList::read(JsonBody::read($request))->toArray()]);
    }

    public function download(NamedList $list): Response
    {
        return response((string) json_encode($list->cut_list->toArray(), JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION), 200, [
            'Content-Type' => 'application/json',
            'Content-Disposition' => 'attachment; filename="'.(Str::slug($list->name) ?: 'cut-list').'.json"',
        ]);
    }

    public function destroy(NamedList $list): JsonResponse
    {
        $list->delete();

        return response()->json(['deleted' => true]);
    }

    /** @return array<string, mixed> */
    public static function entry(NamedList $list): array
    {
        return ['id' => $list->id, 'name' => $list->name, 'list' => $list->cut_list->toArray(), 'file' => route('lists.download', $list), 'url' => route('lists.destroy', $list)];
    }
}
