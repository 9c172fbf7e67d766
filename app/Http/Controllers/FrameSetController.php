<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Cutting\StepForms;
use App\Gathering\SourceImages;
use App\Http\InHand;
use App\Http\JsonBody;
use App\Models\FrameSet;
use App\Models\NamedList;
use App\Models\Source;
use App\Models\Tip;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\Cut\Parting;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Tip\Tip as CoreTip;

/** Several sources that are cut together, as the frames of one tip. */
final class FrameSetController
{
    /** Letters of a source's name in that of a set of its things. */
    private const NAME = 100;

    public function store(Request $request): JsonResponse
    {
        $ids = $this->sources(JsonBody::read($request)->keys(['sources']));
        $first = Source::query()->findOrFail($ids[0]);
        $set = FrameSet::query()->create([
            'name' => $first->name.' and '.(count($ids) - 1).' more',
            'cut_list' => $first->cutListOrFirst(),
            'frames' => array_map(fn (int $id): array => ['source' => $id, 'own' => null], $ids),
        ]);

        return response()->json(['cut' => route('sets.show', $set)], 201);
    }

    /** The things of one source parted, each as a frame of its own. */
    public function part(Request $request, Source $source, SourceImages $images): JsonResponse
    {
        $list = CutList::read(JsonBody::read($request)->keys(['list'])->object('list'));
        $parting = Parting::of($list, $images->preview($source)->bitmap(), $images->previewFactor($source), CoreTip::MOST_FRAMES);
        $set = FrameSet::query()->create([
            'name' => mb_substr($source->name, 0, self::NAME).', parted',
            'cut_list' => $parting->list,
            'frames' => array_map(fn (array $thing): array => ['source' => $source->id, 'own' => null, ...$thing], $parting->things),
        ]);

        return response()->json(['cut' => route('sets.show', [$set, 'of' => $parting->found > count($parting->things) ? $parting->found : null])], 201);
    }

    public function show(Request $request, FrameSet $set, InHand $inHand): View
    {
        $sources = Source::query()->findMany(array_column($set->frames, 'source'))->keyBy('id');
        $frames = array_values(array_filter($set->frames, fn (array $f): bool => $sources->has($f['source'])));
        abort_if($frames === [], 404);
        $position = max(0, min(count($frames) - 1, $request->integer('frame')));
        $source = $sources->get($frames[$position]['source']);

        return view('rooms.cut', [
            'source' => $source,
            'list' => $set->listOf((int) array_search($frames[$position], $set->frames, true))->toArray(),
            'steps' => StepForms::all(),
            'tip' => Tip::query()->where('frame_set_id', $set->id)->find($request->integer('tip')),
            'set' => [
                'found' => $request->integer('of'),
                'url' => route('sets.show', $set), 'name' => $set->name, 'evened' => $set->evened, 'position' => $position,
                'shared' => $set->cutListOrFirst()->toArray(),
                'frames' => array_map(fn (array $f): array => [...$f, 'name' => $sources->get($f['source'])?->name, 'thumb' => route('sources.thumb', $f['source']), 'width' => $sources->get($f['source'])?->width, 'height' => $sources->get($f['source'])?->height], $frames),
            ],
            'lists' => NamedList::query()->orderBy('name')->get(),
        ]);
    }

    /** Keeps the list of all, the frames in their order with lists of their own, and how they are sized. */
    public function save(Request $request, FrameSet $set): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['list', 'frames', 'evened', 'name']);
        $frames = [];
        foreach ($body->each('frames', 1000) as $frame) {
            $frame->keys(['source', 'own', 'place', 'box']);
            $frames[] = [
                'source' => $frame->integer('source', 1, PHP_INT_MAX),
                'own' => $frame->has('own') ? CutList::read($frame->object('own'))->toArray() : null,
                'place' => self::parts($frame, 'place', 2),
                'box' => self::parts($frame, 'box', 4),
            ];
        }
        self::assertCount(count($frames));
        $set->update(['cut_list' => CutList::read($body->object('list')), 'frames' => $frames, 'evened' => $body->flag('evened', false), 'name' => $body->text('name', $set->name, 120)]);

        return response()->json(['saved' => true]);
    }

    /** @return non-empty-list<int> */
    private function sources(JsonReader $body): array
    {
        $ids = [];
        $list = $body->object('sources');
        for ($i = 0; $i < $list->size(); $i++) {
            $ids[] = $list->integer($i, 1, PHP_INT_MAX);
        }
        self::assertCount(count($ids));
        if (Source::query()->whereIn('id', $ids)->count() !== count(array_unique($ids))) {
            throw new InvalidInput('sources', 'One of these sources is gone. Reload Gather and choose again.');
        }

        return $ids === [] ? throw new InvalidInput('sources', 'Choose the sources first.') : $ids;
    }

    /**
     * @template N of 2|4
     *
     * @param  N  $count
     * @return (N is 2 ? array{float, float} : array{float, float, float, float})|null numbers 0–1; null where there are none
     */
    private static function parts(JsonReader $frame, string $key, int $count): ?array
    {
        if (! $frame->has($key)) {
            return null;
        }
        $numbers = $frame->object($key)->keys(array_map(strval(...), range(0, $count - 1)));
        $at = fn (int $i): float => $numbers->number($i, 0, 1);

        return $count === 2 ? [$at(0), $at(1)] : [$at(0), $at(1), $at(2), $at(3)];
    }

    private static function assertCount(int $count): void
    {
        if ($count < 2 || $count > CoreTip::MOST_FRAMES) {
            throw new InvalidInput('frames', sprintf('A tip takes 2 to %d frames; these are %d.', CoreTip::MOST_FRAMES, $count));
        }
    }
}
