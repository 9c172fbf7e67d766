<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Keeping\BrushActions;
use App\Keeping\BrushFinder;
use App\Keeping\KeepHistory;
use App\Keeping\SetActions;
use App\Models\Brush;
use App\Models\BrushSet;
use App\Models\Maker;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Yarrowfog\Core\InvalidInput;

/** Sets: shelves that a brush may stand on. */
final class BrushSetController
{
    private const MOST = 20000;

    public function __construct(private readonly SetActions $sets, private readonly BrushFinder $finder, private readonly KeepHistory $history)
    {
    }

    /** A set made of what is chosen, in one step. */
    public function store(Request $request): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'ids']);
        $set = $this->sets->make(self::name($body->text('name', '', 120)), self::there($body->integers('ids', self::MOST)));

        return $this->state(['set' => $set->id], 201);
    }

    public function update(Request $request, BrushSet $set): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['name', 'note', 'maker']);
        $maker = $body->has('maker') ? $body->integer('maker', 0, PHP_INT_MAX) : $set->maker_id;
        if ($maker !== null && $maker > 0 && Maker::query()->whereKey($maker)->doesntExist()) {
            throw new InvalidInput('maker', 'This maker is gone. Choose another one.');
        }
        $this->sets->change($set, ['name' => self::name($body->text('name', $set->name, 120)), 'note' => trim($body->text('note', $set->note, 4000)), 'maker_id' => $maker === 0 ? null : $maker]);

        return $this->state();
    }

    /** The sets in another order. */
    public function reorder(Request $request): JsonResponse
    {
        $this->sets->orderSets(JsonBody::read($request)->keys(['ids'])->integers('ids', self::MOST));

        return $this->state();
    }

    public function duplicate(BrushSet $set): JsonResponse
    {
        return $this->state(['set' => $this->sets->duplicate($set)->id], 201);
    }

    /** The brushes stay, unless it is asked that they go too. */
    public function destroy(Request $request, BrushSet $set): JsonResponse
    {
        $this->sets->delete($set, $request->query('brushes') === 'too');

        return $this->state();
    }

    /** Its brushes: put on it, taken off it, in another order. */
    public function brushes(Request $request, BrushSet $set, BrushActions $actions): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['do', 'ids']);
        $ids = self::there($body->integers('ids', self::MOST));
        match ($body->choice('do', ['on', 'off', 'order'])) {
            'on' => $actions->putOn($set, $ids),
            'off' => $actions->takeOff($set, $ids),
            default => $this->sets->order($set, $ids),
        };

        return $this->state();
    }

    /**
     * @param  list<int>  $ids
     * @return list<int> those that are there
     */
    private static function there(array $ids): array
    {
        $known = array_flip(Brush::library()->findMany($ids, ['id'])->modelKeys());

        return array_values(array_filter($ids, fn (int $id): bool => isset($known[$id])));
    }

    /** @param  array<string, mixed>  $more */
    private function state(array $more = [], int $status = 200): JsonResponse
    {
        return response()->json([...KeepState::of($this->finder, $this->history), ...$more], $status);
    }

    /** @throws InvalidInput */
    private static function name(string $name): string
    {
        $name = trim($name);

        return $name === '' ? throw new InvalidInput('name', 'A set needs a name.') : $name;
    }
}
