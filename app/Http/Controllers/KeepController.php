<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonBody;
use App\Http\Tags;
use App\Keeping\BrushActions;
use App\Keeping\BrushFinder;
use App\Keeping\BrushQuestion;
use App\Keeping\KeepHistory;
use App\Keeping\KeptCard;
use App\Keeping\SetAside;
use App\Models\Brush;
use App\Models\Maker;
use Illuminate\Contracts\View\View;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;

/** The wall of brushes: what is on it, what is found, and what is done to many at once. */
final class KeepController
{
    /** Cards that come with what is found; others are asked for when they come near the window. */
    private const FIRST = 24;

    /** Brushes that are named at once. */
    private const MOST = 20000;

    public function __construct(private readonly BrushFinder $finder, private readonly KeepHistory $history)
    {
    }

    public function show(Request $request, SetAside $aside): View
    {
        return view('rooms.keep', ['data' => [
            ...$this->state(),
            'found' => $this->answer(BrushQuestion::of($request)),
            'colours' => $this->finder->colours(),
            'sheets' => $this->finder->sheets(),
            'aside' => $aside->describe(),
            'demo' => ! Brush::library()->exists(),
        ]]);
    }

    public function found(Request $request): JsonResponse
    {
        return response()->json($this->answer(BrushQuestion::of($request)));
    }

    public function cards(Request $request): JsonResponse
    {
        $ids = is_string($request->query('ids')) ? array_slice(array_map(intval(...), explode(',', $request->query('ids'))), 0, 200) : [];

        return response()->json(['cards' => KeptCard::all($ids)]);
    }

    /** Something done to one brush or to many: one step. */
    public function do(Request $request, BrushActions $actions): JsonResponse
    {
        $body = JsonBody::read($request)->keys(['do', 'ids', 'tag', 'maker', 'licence', 'factor', 'ink']);
        $ids = $body->integers('ids', self::MOST);
        $made = [];
        match ($body->choice('do', ['tag', 'untag', 'sign', 'license', 'resize', 'ink', 'duplicate', 'aside', 'back'])) {
            'tag', 'untag' => array_map(fn (string $tag) => $actions->tag($ids, $tag, $body->text('do') === 'tag'), self::tags($body)),
            'sign' => $actions->sign($ids, $body->integer('maker', 0, PHP_INT_MAX) === 0 ? null : Maker::query()->findOrFail($body->integer('maker', 0, PHP_INT_MAX))),
            'license' => $actions->license($ids, trim($body->text('licence', '', 120))),
            'resize' => $actions->resize($ids, $body->number('factor', 0.05, 20)),
            'ink' => $actions->ink($ids, Srgb::fromHex($body->text('ink'), 'ink')),
            'duplicate' => $made = $actions->duplicate($ids),
            'aside' => $actions->setAside($ids),
            default => $actions->bringBack($ids),
        };

        return response()->json([...$this->state(), 'made' => $made]);
    }

    public function undo(): JsonResponse
    {
        return response()->json(['was' => $this->history->undo(), ...$this->state()]);
    }

    public function redo(): JsonResponse
    {
        return response()->json(['was' => $this->history->redo(), ...$this->state()]);
    }

    public function aside(SetAside $aside): JsonResponse
    {
        return response()->json(['aside' => $aside->all(), ...$aside->describe()]);
    }

    /** Gone for good: only when asked. */
    public function emptyAside(SetAside $aside): JsonResponse
    {
        $aside->empty();

        return response()->json([...$this->state(), 'aside' => $aside->describe()]);
    }

    /** @return array<string, mixed> what stands beside the wall */
    private function state(): array
    {
        return KeepState::of($this->finder, $this->history);
    }

    /** @return array{ids: list<int>, cards: list<array<string, mixed>>} */
    private function answer(BrushQuestion $question): array
    {
        $ids = $this->finder->find($question);

        return ['ids' => $ids, 'cards' => KeptCard::all(array_slice($ids, 0, self::FIRST))];
    }

    /**
     * @return non-empty-list<string>
     *
     * @throws InvalidInput
     */
    private static function tags(JsonReader $body): array
    {
        $tags = Tags::of($body->text('tag', '', 400));

        return $tags === [] ? throw new InvalidInput('tag', 'A tag is a word. Type one first.') : $tags;
    }
}
