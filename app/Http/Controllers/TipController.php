<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Cutting\TipFile;
use App\Cutting\TipMaker;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Models\Brush;
use App\Models\BrushVersion;
use App\Models\FrameSet;
use App\Models\Source;
use App\Models\Tip;
use App\Tuning\TipFrames;
use App\Work\Progress;
use Illuminate\Database\Eloquent\SoftDeletingScope;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\Response;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Vector\Tracer;

/** Tips: made, made anew, put back, taken away. */
final class TipController
{
    public function store(Request $request, Source $source, TipMaker $maker, InHand $inHand): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['list', 'name', 'job']);
        $progress = Progress::of($body->text('job', ''));
        $brush = $maker->make($source, CutList::read($body->object('list')), $body->text('name', $source->name, 120), $progress);
        $progress->done();

        return self::made($brush, $inHand);
    }

    public function storeOfSet(Request $request, FrameSet $set, TipMaker $maker, InHand $inHand): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'job']);
        $progress = Progress::of($body->text('job', ''));
        $brush = $maker->makeOfSet($set, $body->text('name', $set->name, 120), $progress);
        $progress->done();

        return self::made($brush, $inHand);
    }

    /** The same tip, cut anew: the brushes that use it follow. */
    public function remake(Request $request, Tip $tip, TipMaker $maker): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['list', 'job']);
        $from = $tip->frame_set_id === null ? Source::query()->find($tip->source_id) : FrameSet::query()->find($tip->frame_set_id);
        if ($from === null) {
            throw new InvalidInput('tip', 'The source of this tip is gone, so it cannot be made anew. Make a new tip.');
        }
        $progress = Progress::of($body->text('job', ''));
        $maker->remake($tip, $from, CutList::read($body->object('list')), $progress);
        $progress->done();
        $brush = $tip->brushes()->latest('id')->first();

        return response()->json(['tune' => $brush === null ? route('keep') : route('tune', $brush)]);
    }

    public function putBack(Tip $tip, TipMaker $maker): JsonResponse
    {
        $maker->putBack($tip);

        return response()->json(['back' => true]);
    }

    /** Refused while a brush needs it, deleted brushes and earlier versions included. */
    public function destroy(Tip $tip): JsonResponse
    {
        $brush = Brush::withTrashed()->get()->first(fn (Brush $b): bool => in_array($tip->id, [$b->tip_id, $b->bite_id, $b->parts()->tip, $b->parts()->bite], true));
        if ($brush !== null) {
            throw new InvalidInput('tip', "“{$tip->name}” is needed by “{$brush->name}”".($brush->trashed() ? ', which is deleted but can be brought back.' : '. Choose another tip there first.'));
        }
        if (BrushVersion::query()->get()->first(fn (BrushVersion $v): bool => $v->parts !== null && in_array($tip->id, [$v->parts->tip, $v->parts->bite], true)) !== null) {
            throw new InvalidInput('tip', "“{$tip->name}” is needed by an earlier version of a brush.");
        }
        $tip->delete();

        return response()->json(['deleted' => true]);
    }

    public function restore(int $id): JsonResponse
    {
        Tip::query()->withoutGlobalScope(SoftDeletingScope::class)->findOrFail($id)->restore();

        return response()->json(['restored' => true]);
    }

    /** One frame of a tip, small, as it prints in black. */
    public function frame(Tip $tip, int $frame, TipFrames $frames): Response
    {
        return response($frames->png($tip, $frame), 200, ['Content-Type' => 'image/png', 'Cache-Control' => 'private, max-age=86400']);
    }

    /**
     * @param  iterable<Tip>  $tips
     * @return list<array{id: int, name: string, kind: string, size: string, frames: list<string>}>
     */
    public static function cards(iterable $tips): array
    {
        $cards = [];
        foreach ($tips as $tip) {
            $pictures = $tip->pictures();
            $cards[] = [
                'id' => $tip->id,
                'name' => $tip->name,
                'kind' => $tip->kind->value,
                'size' => number_format($tip->width).' × '.number_format($tip->height).' px',
                'frames' => array_map(fn (int $i): string => route('tips.frame', [$tip, $i]).'?v='.substr($pictures[$i]['hash'], 0, 12), array_keys($pictures)),
            ];
        }

        return $cards;
    }

    /** How far a long piece of work has come. */
    public function progress(string $job): JsonResponse
    {
        return response()->json(Progress::of($job)->read());
    }

    public function callOff(string $job): JsonResponse
    {
        Progress::of($job)->callOff();

        return response()->json(['off' => true]);
    }

    /** The tip as a file to take away. */
    public function download(Request $request, Tip $tip, string $format, TipFile $file): Response
    {
        return response($file->bytes($tip, $format, max(1, min(Tracer::MOST_STEPS, $request->integer('greys', 1)))), 200, [
            'Content-Type' => TipFile::TYPES[$format],
            'Content-Disposition' => 'attachment; filename="'.(Str::slug($tip->name) ?: 'tip').'.'.$format.'"',
        ]);
    }

    private static function made(Brush $brush, InHand $inHand): JsonResponse
    {
        $inHand->sayBegun($brush);

        return response()->json(['brush' => $brush->id, 'tune' => route('tune', $brush)], 201);
    }
}
