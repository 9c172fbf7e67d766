<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use App\Models\Sheet;
use App\Store\Rows;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use LogicException;

/**
 * What the history of a sheet may weigh. When all changes together hold more, the oldest strokes give up the pixels that they covered:
 * taken back, their layer is painted anew from the strokes beneath. Where that is not enough, the oldest changes are forgotten; what
 * they did stays.
 */
final readonly class HistoryBudget
{
    /** Bytes of pixels that the changes of one sheet keep. */
    public const BYTES = 96 * 1024 * 1024;

    /** Changes that are looked at together: most strokes need one or two to make room. */
    private const AT_ONCE = 4;

    public function __construct(private ChangeTiles $tiles)
    {
    }

    /** Makes what the changes of a sheet hold smaller than the budget. */
    public function keep(Sheet $sheet): void
    {
        $over = self::weight($sheet) - self::BYTES;
        $forgotten = 0;
        while ($over > 0) {
            foreach (self::oldest($sheet, $forgotten) as $change) {
                if ($over <= 0) {
                    break;
                }
                $over -= $change->bytes;
                if (self::isStroke($change)) {
                    $this->tiles->forget($change);
                    $change->update(['bytes' => 0, 'is_bare' => true]);
                } else {
                    $forgotten = $change->id;
                }
            }
        }
        if ($forgotten > 0) {
            $this->forget($sheet, $forgotten);
        }
    }

    /** Bytes that all changes of a sheet hold that can be taken back. */
    private static function weight(Sheet $sheet): int
    {
        return (int) (Rows::select('SELECT SUM(bytes) AS bytes FROM changes WHERE sheet_id = ? AND is_undone = 0 AND bytes > 0', [$sheet->id])[0]['bytes'] ?? 0);
    }

    /**
     * Some of the oldest that hold pixels.
     *
     * @return Collection<int, Change>
     *
     * @throws LogicException when there are none
     */
    private static function oldest(Sheet $sheet, int $behind): Collection
    {
        // Their ids first: the index alone tells them.
        $ids = array_column(Rows::select('SELECT id FROM changes WHERE sheet_id = ? AND is_undone = 0 AND bytes > 0 AND id > ? ORDER BY id LIMIT '.self::AT_ONCE, [$sheet->id, $behind]), 'id');

        return $ids === [] ? throw new LogicException('The changes of a sheet hold less than they weigh.') : Change::query()->findMany($ids)->sortBy('id');
    }

    /** Whether a change is a stroke that was painted, and nothing else. */
    private static function isStroke(Change $change): bool
    {
        $row = $change->rows[0] ?? null;

        return $row !== null && count($change->rows) === 1 && $row['table'] === 'strokes' && ($row['made'] ?? false) && array_keys($row['after']) === ['is_down'];
    }

    /** Forgets a change and all before it; rows that they had taken away are deleted for good. */
    private function forget(Sheet $sheet, int $last): void
    {
        foreach (self::changes($sheet)->where('id', '<=', $last)->get() as $change) {
            foreach ($change->rows as $row) {
                $isGone = match ($row['table']) {
                    'strokes' => ($row['after']['is_down'] ?? 1) == 0,
                    'layers' => ($row['after']['is_gone'] ?? 0) == 1,
                    default => false,
                };
                if ($isGone) {
                    DB::table($row['table'])->where('id', $row['id'])->delete();
                }
            }
            $change->delete();
        }
    }

    /** @return Builder<Change> those that can be taken back */
    private static function changes(Sheet $sheet): Builder
    {
        return Change::query()->where('sheet_id', $sheet->id)->where('is_undone', false);
    }
}
