<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Store\ProcessName;
use App\Store\Rows;
use Closure;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Support\Facades\DB;

/**
 * Which strokes are stored and not all laid into their layer yet. Whoever asks for pixels of a layer has those laid first that
 * touch what is asked for, so that nobody can tell when a stroke was laid.
 */
final class UnlaidStrokes
{
    /** Whether strokes are being laid just now: that itself asks for pixels. */
    private bool $isLaying = false;

    public function __construct(private readonly Application $app)
    {
    }

    /**
     * What is to be laid is told with the stroke itself, all or nothing.
     *
     * @param  bool  $goesOn  whether this process has it at hand until it is laid
     */
    public function add(Sheet $sheet, Stroke $stroke, Change $change, bool $goesOn): void
    {
        DB::table('unlaid_strokes')->insert(['process' => $goesOn ? ProcessName::own() : null, 'stroke_id' => $stroke->id, 'sheet_id' => $sheet->id, 'layer_id' => $stroke->layer_id, 'change_id' => $change->id, 'created_at' => now()]);
    }

    public function remove(Stroke $stroke): void
    {
        DB::table('unlaid_strokes')->where('stroke_id', $stroke->id)->delete();
    }

    /** Whether a stroke is to be laid: it may have been laid by another process, or the library be another one. */
    public function has(Stroke $stroke): bool
    {
        return Rows::select('SELECT 1 FROM unlaid_strokes JOIN strokes ON strokes.id = stroke_id WHERE stroke_id = ? AND uuid = ?', [$stroke->id, $stroke->uuid]) !== [];
    }

    /** Whether a stroke is not laid yet. */
    public function isThere(int $stroke): bool
    {
        return Rows::select('SELECT 1 FROM unlaid_strokes WHERE stroke_id = ?', [$stroke]) !== [];
    }

    /** Whether a stroke is not laid yet, and another process that is there has it at hand. */
    public function isAtHand(int $stroke): bool
    {
        $process = Rows::select('SELECT process FROM unlaid_strokes WHERE stroke_id = ?', [$stroke])[0]['process'] ?? null;

        return is_string($process) && $process !== ProcessName::own() && ProcessName::isThere($process);
    }

    /** @return array<int, string> strokes of a layer that are not laid yet, the oldest first: their UUIDs, by their ids */
    public function onLayer(int $layer): array
    {
        $strokes = [];
        foreach (Rows::select('SELECT stroke_id, uuid FROM unlaid_strokes JOIN strokes ON strokes.id = stroke_id WHERE unlaid_strokes.layer_id = ? ORDER BY stroke_id', [$layer]) as $row) {
            $strokes[(int) $row['stroke_id']] = (string) $row['uuid'];
        }

        return $strokes;
    }

    /** @return array<int, int> strokes that this process is taken to have at hand, the oldest first: their layers, by their ids */
    public function ofThisProcess(): array
    {
        return self::layers('process = ?', [ProcessName::own()]);
    }

    /**
     * Tells whoever has strokes at hand that somebody waits for them.
     *
     * @param  list<int>  $strokes
     */
    public function want(array $strokes): void
    {
        DB::table('unlaid_strokes')->whereIn('stroke_id', $strokes)->where('is_wanted', false)->update(['is_wanted' => true]);
    }

    public function isWanted(Stroke $stroke): bool
    {
        return Rows::select('SELECT 1 FROM unlaid_strokes WHERE stroke_id = ? AND is_wanted', [$stroke->id]) !== [];
    }

    /**
     * Before a layer is looked at.
     *
     * @param  list<string>|null  $keys  only these of the engine's tiles
     */
    public function settleLayer(int $layer, ?array $keys = null): void
    {
        $this->settle('layer_id = ?', [$layer], $keys);
    }

    /** Before a stroke is laid: those that came before it lie under it. */
    public function settleBefore(Sheet $sheet, Stroke $stroke): void
    {
        $this->settle('sheet_id = ? AND stroke_id < ?', [$sheet->id, $stroke->id]);
    }

    /** @return array<int, int> what came before a stroke on its sheet and is not laid yet, the oldest first: their layers, by their ids */
    public function before(Sheet $sheet, Stroke $stroke): array
    {
        return self::layers('sheet_id = ? AND stroke_id < ?', [$sheet->id, $stroke->id]);
    }

    /** Before anything is done on a sheet but painting on. */
    public function settleSheet(Sheet $sheet): void
    {
        $this->settle('sheet_id = ?', [$sheet->id]);
    }

    /**
     * Before it is told what changes changed.
     *
     * @param  list<int>  $changes  their ids
     */
    public function settleChanges(array $changes): void
    {
        foreach (array_chunk($changes, 500) as $some) {
            $this->settle('change_id IN ('.implode(', ', array_fill(0, count($some), '?')).')', $some);
        }
    }

    /**
     * Whatever was left: by a process that is no more.
     *
     * @param  int  $after  s after which nobody else is taken to be at it
     */
    public function settleOldest(int $after): void
    {
        $oldest = Rows::select('SELECT layer_id FROM unlaid_strokes WHERE created_at < ? ORDER BY stroke_id LIMIT 1', [now()->subSeconds($after)->toDateTimeString()])[0]['layer_id'] ?? null;
        if (is_int($oldest)) {
            $this->settleLayer($oldest);
        }
    }

    /**
     * Does something that asks for pixels as they lie there just now.
     *
     * @template T
     *
     * @param  Closure(): T  $do
     * @return T
     */
    public function whileLaying(Closure $do): mixed
    {
        $was = $this->isLaying;
        $this->isLaying = true;
        try {
            return $do();
        } finally {
            $this->isLaying = $was;
        }
    }

    /**
     * @param  string  $which  in SQL
     * @param  list<int>  $values
     * @param  list<string>|null  $keys
     */
    private function settle(string $which, array $values, ?array $keys = null): void
    {
        if ($this->isLaying) {
            return;
        }
        // Nearly always nothing waits, and every piece of a stroke asks.
        if (Rows::select("SELECT 1 FROM unlaid_strokes WHERE {$which} LIMIT 1", $values) === []) {
            return;
        }
        // Of the sheet all that is older, too: strokes may have looked at what lies beneath them.
        $strokes = self::layers("stroke_id <= (SELECT max(stroke_id) FROM unlaid_strokes WHERE {$which}) AND sheet_id IN (SELECT sheet_id FROM unlaid_strokes WHERE {$which})", [...$values, ...$values]);
        if ($strokes !== []) {
            $this->app->make(StrokeLaying::class)->settle($strokes, $keys === null ? null : [$values[0], $keys]);
        }
    }

    /**
     * @param  string  $which  in SQL
     * @param  list<scalar>  $values
     * @return array<int, int> the oldest first: their layers, by their ids
     */
    private static function layers(string $which, array $values): array
    {
        $strokes = [];
        foreach (Rows::select("SELECT stroke_id, layer_id FROM unlaid_strokes WHERE {$which} ORDER BY stroke_id", $values) as $row) {
            $strokes[(int) $row['stroke_id']] = (int) $row['layer_id'];
        }

        return $strokes;
    }
}
