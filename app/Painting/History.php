<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use Closure;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\DB;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;

/**
 * One history for all that is done on a sheet: strokes, layers, pictures, paper. A change says in words what was done, and holds
 * what rows and pixels were before, so that each step back gives the very bytes.
 */
final readonly class History
{
    /** What is set by dragging: one such change follows another. */
    private const DRAGGED = [['opacity'], ['recolour']];

    /** s within which changes of the same thing are one step. */
    private const ONE_STEP = 3;

    public function __construct(private TileStore $tiles, private ChangeTiles $kept, private HistoryBudget $budget, private UnlaidStrokes $unlaid, private LayerRepainter $repainter)
    {
    }

    /**
     * Does something that can be undone, all of it or nothing.
     *
     * @template T
     *
     * @param  string  $words  what is done
     * @param  Closure(ChangeRecorder): T  $do
     * @param  string|null  $uuid  what the browser calls it
     * @return T
     */
    public function record(Sheet $sheet, string $words, Closure $do, ?string $uuid = null): mixed
    {
        $this->unlaid->settleSheet($sheet);

        return $this->note($sheet, $words, $do, $uuid);
    }

    /**
     * The same, though strokes may not be laid yet.
     *
     * @template T
     *
     * @param  string  $words  what is done
     * @param  Closure(ChangeRecorder): T  $do
     * @param  string|null  $uuid  what the browser calls it
     * @return T
     */
    public function note(Sheet $sheet, string $words, Closure $do, ?string $uuid = null): mixed
    {
        return DB::connection()->transaction(function () use ($sheet, $words, $do, $uuid): mixed {
            $this->forgetUndone($sheet);
            $change = Change::query()->create(['sheet_id' => $sheet->id, 'uuid' => $uuid, 'words' => $words, 'rows' => [], 'revision' => $this->advance($sheet)]);
            $recorder = new ChangeRecorder($change);
            $result = $do($recorder);
            $change->update(['rows' => $recorder->rows(), 'bytes' => $this->kept->bytesOf($change), ...$recorder->words() === null ? [] : ['words' => $recorder->words()]]);
            $this->budget->keep($sheet);

            return $result;
        });
    }

    /** Takes into account what the pixels of a change weigh, when they came after it. */
    public function weigh(Sheet $sheet, Change $change): void
    {
        $change->update(['bytes' => $this->kept->bytesOf($change)]);
        $this->budget->keep($sheet);
    }

    /**
     * Changes one row. Where the last change changed the same of the same row a moment ago, both are one: a slider that is dragged is
     * one step back, not fifty.
     *
     * @param  array<string, mixed>  $values
     */
    public function change(Sheet $sheet, string $words, Model $row, array $values): void
    {
        $this->unlaid->settleSheet($sheet);
        DB::connection()->transaction(function () use ($sheet, $words, $row, $values): void {
            $last = $this->changes($sheet, false)->latest('id')->first();
            $recorder = new ChangeRecorder($last ?? new Change);
            $recorder->update($row, $values);
            $new = $recorder->rows();
            if ($new === []) {
                return;
            }
            if ($last !== null && $this->goesOn($sheet, $last, $new[0])) {
                $last->update(['words' => $words, 'rows' => [[...$last->rows[0], 'after' => $new[0]['after']]], 'revision' => $this->advance($sheet)]);

                return;
            }
            $this->forgetUndone($sheet);
            Change::query()->create(['sheet_id' => $sheet->id, 'words' => $words, 'rows' => $new, 'revision' => $this->advance($sheet)]);
        });
    }

    /**
     * Whether a change of a row goes on with the last change.
     *
     * @param  array{table: string, id: int, before: array<string, scalar|null>, after: array<string, scalar|null>, made?: bool}  $new
     */
    private function goesOn(Sheet $sheet, Change $last, array $new): bool
    {
        $row = $last->rows[0] ?? null;

        return $row !== null && count($last->rows) === 1 && in_array(array_keys($new['after']), self::DRAGGED, true)
            && [$row['table'], $row['id'], array_keys($row['after'])] === [$new['table'], $new['id'], array_keys($new['after'])]
            && $last->updated_at?->gt(now()->subSeconds(self::ONE_STEP)) === true
            && $this->changes($sheet, true)->doesntExist();
    }

    /** Whether a change was done already, though its answer may not have arrived. */
    public function has(Sheet $sheet, ?string $uuid): bool
    {
        return $uuid !== null && Change::query()->where('sheet_id', $sheet->id)->where('uuid', $uuid)->exists();
    }

    /** Takes the last change back. Null when there is none. */
    public function undo(Sheet $sheet): ?Undone
    {
        return $this->step($sheet, false);
    }

    /** Does again what was taken back last. Null when there is nothing. */
    public function redo(Sheet $sheet): ?Undone
    {
        return $this->step($sheet, true);
    }

    /** @return array{undo: string|null, redo: string|null, steps: int, revision: int} what the next step back and the next forward would be, how many can be taken back, and the state of the sheet */
    public function describe(Sheet $sheet): array
    {
        return [
            'undo' => $this->changes($sheet, false)->latest('id')->first(['words'])?->words,
            'redo' => $this->changes($sheet, true)->oldest('id')->first(['words'])?->words,
            'steps' => $this->changes($sheet, false)->count(),
            'revision' => Sheet::query()->findOrFail($sheet->id, ['revision'])->revision,
        ];
    }

    private function step(Sheet $sheet, bool $isUndone): ?Undone
    {
        $this->unlaid->settleSheet($sheet);

        return DB::connection()->transaction(function () use ($sheet, $isUndone): ?Undone {
            $changes = $this->changes($sheet, $isUndone);
            $change = $isUndone ? $changes->oldest('id')->first() : $changes->latest('id')->first();
            if ($change === null) {
                return null;
            }
            $tiles = $change->is_bare ? $this->takeOff($sheet, $change) : $this->tiles->exchange($change);
            foreach ($isUndone ? $change->rows : array_reverse($change->rows) as $row) {
                DB::table($row['table'])->where('id', $row['id'])->update($isUndone ? $row['after'] : $row['before']);
            }
            $change->update(['is_undone' => ! $isUndone, 'revision' => $this->advance($sheet)]);

            return new Undone(self::merge($tiles, $this->shownAnew($change)), array_any($change->rows, fn (array $row): bool => $row['table'] !== 'strokes'));
        });
    }

    /**
     * Takes a stroke back of which the pixels beneath are not kept. From then on they are.
     *
     * @return array<int, list<string>> the engine's tiles that changed, by their keys, for each layer
     */
    private function takeOff(Sheet $sheet, Change $change): array
    {
        $stroke = Stroke::query()->findOrFail($change->rows[0]['id']);
        $layer = $stroke->layer()->firstOrFail();
        $parts = $this->repainter->partsOf($stroke, $sheet);
        $stroke->update(['is_down' => false]);
        $keys = $this->repainter->repaint($sheet, $layer, new ChangeRecorder($change), $parts);
        $change->update(['is_bare' => false, 'bytes' => $this->kept->bytesOf($change)]);

        return [$layer->id => $keys];
    }

    /** @return Builder<Change> */
    private function changes(Sheet $sheet, bool $isUndone): Builder
    {
        return Change::query()->where('sheet_id', $sheet->id)->where('is_undone', $isUndone);
    }

    private function advance(Sheet $sheet): int
    {
        Sheet::query()->whereKey($sheet->id)->increment('revision');

        return Sheet::query()->findOrFail($sheet->id, ['revision'])->revision;
    }

    /** Something new ends the way to what had been undone: what only that had made is deleted. */
    private function forgetUndone(Sheet $sheet): void
    {
        foreach ($this->changes($sheet, true)->get() as $change) {
            foreach ($change->rows as $row) {
                if ($row['made'] ?? false) {
                    DB::table($row['table'])->where('id', $row['id'])->delete();
                }
            }
            $change->delete();
        }
    }

    /**
     * What changed after a state of the sheet, for a page that has fallen behind.
     *
     * @return array<int, list<string>> the engine's tiles, by their keys, for each layer
     */
    public function touchedSince(Sheet $sheet, int $revision): array
    {
        $changes = Change::query()->where('sheet_id', $sheet->id)->where('revision', '>', $revision)->get();
        $touched = $this->kept->touchedBy(array_values($changes->map(fn (Change $change): int => $change->id)->all()));
        foreach ($changes as $change) {
            $touched = self::merge(self::merge($touched, $this->shownAnew($change)), $change->is_bare ? $this->coveredBy($change) : []);
        }

        return $touched;
    }

    /** @return array<int, list<string>> the engine's tiles around a stroke that does not say any more which it changed */
    private function coveredBy(Change $change): array
    {
        $stroke = Stroke::query()->find($change->rows[0]['id'] ?? 0);

        return $stroke === null ? [] : [$stroke->layer_id => StrokeBuffer::keysUnder($stroke->bounds())];
    }

    /**
     * All of the layers that a change recolours or brings back: their pixels are as they were, and are shown otherwise.
     *
     * @return array<int, list<string>> the engine's tiles, by their keys, for each layer
     */
    private function shownAnew(Change $change): array
    {
        $layers = [];
        foreach ($change->rows as $row) {
            if ($row['table'] === 'layers' && array_intersect(['recolour', 'is_gone'], array_keys($row['after'])) !== []) {
                $layers[$row['id']] = $this->tiles->paintedPlaces($row['id']);
            }
        }

        return $layers;
    }

    /**
     * @param  array<int, list<string>>  $some
     * @param  array<int, list<string>>  $more
     * @return array<int, list<string>>
     */
    private static function merge(array $some, array $more): array
    {
        foreach ($more as $layer => $keys) {
            $some[$layer] = array_values(array_unique([...$some[$layer] ?? [], ...$keys]));
        }

        return $some;
    }
}
