<?php

declare(strict_types=1);

namespace App\Keeping;

use App\Models\KeepStep;
use Closure;
use Illuminate\Support\Facades\DB;

/**
 * One history of all that is done in Keep: to one brush or a thousand, to sets, tags and makers, and of what is brought in. Each step
 * says in words what was done, and is taken back as a whole.
 */
final readonly class KeepHistory
{
    /** Steps that can be taken back; the oldest are forgotten, what they did stays. */
    private const MOST = 200;

    /**
     * Does something that can be undone, all of it or nothing.
     *
     * @template T
     *
     * @param  string  $words  what is done
     * @param  Closure(KeepRecorder): T  $do
     * @return T
     */
    public function record(string $words, Closure $do): mixed
    {
        return DB::connection()->transaction(function () use ($words, $do): mixed {
            $recorder = new KeepRecorder;
            $result = $do($recorder);
            if ($recorder->rows() !== []) {
                KeepStep::query()->where('is_undone', true)->delete();
                $step = KeepStep::query()->create(['words' => mb_substr($words, 0, 250), 'rows' => $recorder->rows()]);
                KeepStep::query()->where('id', '<=', $step->id - self::MOST)->delete();
            }

            return $result;
        });
    }

    /** @return string|null what was taken back; null where there is nothing */
    public function undo(): ?string
    {
        return $this->step(false);
    }

    /** @return string|null what was done again; null where there is nothing */
    public function redo(): ?string
    {
        return $this->step(true);
    }

    /** @return array{undo: string|null, redo: string|null} what the next step back and the next forward would be */
    public function describe(): array
    {
        return [
            'undo' => KeepStep::query()->where('is_undone', false)->latest('id')->first(['words'])?->words,
            'redo' => KeepStep::query()->where('is_undone', true)->oldest('id')->first(['words'])?->words,
        ];
    }

    private function step(bool $isUndone): ?string
    {
        return DB::connection()->transaction(function () use ($isUndone): ?string {
            $steps = KeepStep::query()->where('is_undone', $isUndone);
            $step = $isUndone ? $steps->oldest('id')->first() : $steps->latest('id')->first();
            if ($step === null) {
                return null;
            }
            foreach ($isUndone ? $step->rows : array_reverse($step->rows) as $row) {
                self::put($row['table'], $row['id'], $isUndone ? $row['after'] : $row['before'], ($isUndone ? $row['before'] : $row['after']) === null);
            }
            $step->update(['is_undone' => ! $isUndone]);

            return $step->words;
        });
    }

    /**
     * @param  array<string, scalar|null>|null  $state  null where the row is not to be there
     * @param  bool  $isNew  whether it is not there now
     */
    private static function put(string $table, int $id, ?array $state, bool $isNew): void
    {
        $row = DB::table($table)->where('id', $id);
        match (true) {
            $state === null => $row->delete(),
            $isNew => DB::table($table)->insertOrIgnore($state),
            default => $row->update($state),
        };
    }
}
