<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use App\Models\Sheet;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/**
 * What the history of a sheet may weigh. When all changes together hold more, the oldest strokes give up the pixels that they covered:
 * taken back, their layer is painted anew from the strokes beneath. Where that is not enough, the oldest changes are forgotten; what
 * they did stays.
 */
final readonly class HistoryBudget
{
    /** Bytes of pixels that the changes of one sheet keep. */
    public const BYTES = 96 * 1024 * 1024;

    public function __construct(private ChangeTiles $tiles)
    {
    }

    /** Makes what the changes of a sheet hold smaller than the budget. */
    public function keep(Sheet $sheet): void
    {
        $bytes = array_sum(array_map(fn (Change $change): int => $change->bytes, self::changes($sheet)->where('bytes', '>', 0)->get(['bytes'])->all()));
        if ($bytes <= self::BYTES) {
            return;
        }
        $forgotten = null;
        foreach (self::changes($sheet)->where('bytes', '>', 0)->oldest('id')->get() as $change) {
            if ($bytes <= self::BYTES) {
                break;
            }
            $bytes -= $change->bytes;
            if (self::isStroke($change)) {
                $this->tiles->forget($change);
                $change->update(['bytes' => 0, 'is_bare' => true]);
            } else {
                $forgotten = $change->id;
            }
        }
        if ($forgotten !== null) {
            $this->forget($sheet, $forgotten);
        }
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
