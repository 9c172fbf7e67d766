<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Change;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Store\LibraryConnection;
use App\Store\ProcessCache;
use App\Store\Rows;
use Closure;
use Illuminate\Support\Facades\DB;
use Throwable;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\TilePart;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;

use function Illuminate\Support\defer;

/**
 * Lays strokes that the library has into their layers: at once, or in small parts while nobody asks this process for anything.
 *
 * Any process may lay any of them, from what it has at hand or from the trace: the pixels are the same. What is laid of one is told by
 * the tiles that its change holds, so that two of them never lay the same twice, and one that is ended by force is gone on with.
 */
final readonly class StrokeLaying
{
    private const DRAWER = 'unlaid';

    /** The engine's tiles that are laid in one go while nobody asks for anything: some 20 ms of work. */
    private const PART = 4;

    /** Tiles that are laid in one transaction otherwise. */
    private const AT_ONCE = 64;

    /** Tiles whose laying can wait in the memory of a process, some 100 MB, and strokes. */
    private const MOST_TILES = 6000;

    private const MOST_STROKES = 32;

    /** Strokes that wait while somebody asks for something else; of more a little is laid between two answers, so that they never are too many. */
    public const FEW = 4;

    /** Strokes that wait while somebody waits for ink: from here on a little is laid after each piece, rather than a whole stroke after one. */
    private const MANY = 24;

    /** µs between two looks whether another process is done, and how often it is looked before it is told that somebody waits, and at most. */
    private const LOOK = 20000;

    private const PATIENCE = 5;

    private const LOOKS = 2500;

    public function __construct(private UnlaidStrokes $unlaid, private TileStore $tiles, private ChangeTiles $kept, private SheetStack $stacks, private LayerRepainter $repainter, private History $history, private PrintCache $prints, private ProcessCache $memory)
    {
    }

    /** Whether this process can lay a stroke after its answer. */
    public function canWait(): bool
    {
        return $this->memory->lasts;
    }

    /** Lays a stroke while nobody asks for anything, after those of its sheet that wait here, too. */
    public function later(StrokeToLay $stroke): void
    {
        $before = $this->unlaid->before($stroke->sheet, $stroke->stroke);
        if (array_diff_key($before, $this->here()) !== []) {
            $this->settle($before, null);
        }
        while (count($waiting = $this->waiting()) >= self::MOST_STROKES || ($waiting !== [] && array_sum(array_map(fn (StrokeToLay $s): int => count($s->left), $waiting)) + count($stroke->left) > self::MOST_TILES)) {
            $this->layAll($waiting[0]);
        }
        $this->memory->hold(self::DRAWER, (string) $stroke->stroke->id, $stroke, self::MOST_STROKES);
    }

    /**
     * Lays a small part of what waits in this process. False where nothing does.
     *
     * @param  int  $few  strokes that may go on waiting, where no other process waits for the oldest of them
     */
    public function some(int $few = 0): bool
    {
        $waiting = $this->waiting();
        $stroke = $waiting[0] ?? null;
        if ($stroke === null) {
            return $few === 0 && $this->takesUp();
        }
        if (count($waiting) <= $few && ! $this->unlaid->isWanted($stroke->stroke)) {
            return false;
        }
        try {
            $this->lay($stroke, array_slice($stroke->left, 0, self::PART, true));
        } catch (Throwable $e) {
            // It stays in the library: whoever looks at its layer tries again, and is told.
            $this->memory->letGo(self::DRAWER, (string) $stroke->stroke->id);
            report($e);
        }

        return true;
    }

    /** Lays a small part where very many wait: nobody else is asked about, since every piece of a stroke comes by here. */
    public function someOfMany(): bool
    {
        return count($this->waiting()) > self::MANY && $this->some(self::MANY);
    }

    /** Lays what this process let go of before it was laid. False where there is nothing. */
    private function takesUp(): bool
    {
        $left = $this->unlaid->ofThisProcess();
        try {
            $oldest = array_key_first($left);
            if ($oldest === null) {
                return false;
            }
            $this->unlaid->settleLayer($left[$oldest]);

            return ! $this->unlaid->isThere($oldest);
        } catch (Throwable $e) {
            report($e);

            return false;
        }
    }

    /**
     * Lays all of a stroke in one transaction.
     *
     * @return array<string, Bitmap> what is shown there now, by tile; nothing where another process laid it
     */
    public function whole(StrokeToLay $stroke): array
    {
        $shown = [];
        $this->lay($stroke, $stroke->left, false, function (string $key, DeepBitmap $laid) use (&$shown): void {
            $shown[$key] = $laid->toBitmap();
        });
        defer(fn () => $this->keepPrint($stroke));

        return $shown;
    }

    /**
     * Lays strokes one after another, the oldest first.
     *
     * @param  array<int, int>  $strokes  their layers, by their ids
     * @param  array{int, list<string>}|null  $part  only these tiles of this layer
     */
    public function settle(array $strokes, ?array $part): void
    {
        $here = $this->here();
        if (array_diff_key($strokes, $here) !== [] && DB::transactionLevel() === 0) {
            $strokes = $this->waitFor($strokes, $here);
        }
        $isPart = $part !== null && array_diff_key($strokes, $here) === [];
        foreach ($strokes as $id => $layer) {
            $stroke = $here[$id] ?? null;
            if ($stroke !== null && DB::transactionLevel() > 0) {
                // What is laid within something larger may yet be taken back with it: then it is painted from its trace.
                $this->memory->letGo(self::DRAWER, (string) $id);
                $stroke = clone $stroke;
            }
            if ($isPart && $stroke !== null) {
                $this->lay($stroke, $layer === $part[0] ? array_intersect_key($stroke->left, array_flip($part[1])) : []);
            } elseif (($stroke ??= $this->painted($id)) !== null) {
                $this->layAll($stroke);
            }
        }
    }

    /**
     * Another process may have them at hand, and is sooner done with them.
     *
     * @param  array<int, int>  $strokes  by their ids
     * @param  array<int, StrokeToLay>  $here
     * @return array<int, int> those that are left after a while
     */
    private function waitFor(array $strokes, array $here): array
    {
        for ($look = 0; $look < self::LOOKS; $look++) {
            $others = array_filter(array_keys(array_diff_key($strokes, $here)), $this->unlaid->isAtHand(...));
            if ($others === []) {
                break;
            }
            if ($look === self::PATIENCE) {
                $this->unlaid->want(array_values($others));
            }
            usleep(self::LOOK);
        }

        return array_filter($strokes, fn (int $id): bool => $this->unlaid->isThere($id), ARRAY_FILTER_USE_KEY);
    }

    /** @return list<StrokeToLay> the oldest first */
    private function waiting(): array
    {
        return $this->memory->all(self::DRAWER, StrokeToLay::class);
    }

    /** @return array<int, StrokeToLay> what waits in this process, by the ids of strokes, the oldest first */
    public function here(): array
    {
        $here = [];
        foreach ($this->waiting() as $stroke) {
            $here[$stroke->stroke->id] = $stroke;
        }

        return $here;
    }

    private function layAll(StrokeToLay $stroke): void
    {
        $atOnce = LayerRepainter::looksBeneath($stroke->stroke) ? max(1, count($stroke->left)) : self::AT_ONCE;
        do {
            $this->lay($stroke, array_slice($stroke->left, 0, $atOnce, true));
        } while ($stroke->left !== []);
    }

    /**
     * @param  array<string, Rect>  $areas  of what is left
     * @param  bool  $keepsPrint  whether its print is kept as soon as all is laid: nobody waits for an answer
     * @param  (Closure(string, DeepBitmap): void)|null  $see  is given what then lies there, tile by tile
     */
    private function lay(StrokeToLay $toLay, array $areas, bool $keepsPrint = true, ?Closure $see = null): void
    {
        if ($areas === [] && $toLay->left !== []) {
            return;
        }
        $isThere = $this->unlaid->whileLaying(fn (): bool => LibraryConnection::unhurried(function () use ($toLay, $areas, $see): bool {
            if (! $this->unlaid->has($toLay->stroke)) {
                return false;
            }
            $this->tiles->lay($toLay->layer, $toLay->change, $this->kept->untouched($toLay->layer, $toLay->change, $areas), function (DeepBitmap $deep, Rect $at, string $key) use ($toLay, $see): DeepBitmap {
                $laid = self::laid($toLay, $deep, $at, $key);
                $see === null || $see($key, $laid);

                return $laid;
            });
            if (array_diff_key($toLay->left, $areas) === []) {
                $this->unlaid->remove($toLay->stroke);
                $toLay->stroke->update(['area' => Rect::around($toLay->changed)->toArray()]);
                $this->history->weigh($toLay->sheet, $toLay->change);
            }

            return true;
        }));
        $toLay->left = $isThere ? array_diff_key($toLay->left, $areas) : [];
        if ($toLay->left === []) {
            $this->memory->letGo(self::DRAWER, (string) $toLay->stroke->id);
            if ($keepsPrint) {
                $this->keepPrint($toLay);
            }
        }
    }

    /** Whoever changes something near a stroke later need not paint it anew. */
    private function keepPrint(StrokeToLay $toLay): void
    {
        if ($toLay->keepsPrint) {
            $this->prints->keep($toLay->stroke, $toLay->sheet->bounds(), $toLay->painted, $toLay->changed);
        }
    }

    /** A part of a layer with the stroke on it. */
    private static function laid(StrokeToLay $toLay, DeepBitmap $deep, Rect $at, string $key): DeepBitmap
    {
        $beneath = $toLay->painted->blendMode() === BlendMode::Normal ? null : TilePart::of($toLay->under->beneath($key), $key, $at);

        return Compositor::lay($deep, $at, $toLay->painted, $beneath, $toLay->stroke->keeps_alpha);
    }

    /** A stroke that this process does not have, painted from its trace. One that nobody can paint is taken away: it would be in the way of all that comes after it. */
    private function painted(int $id): ?StrokeToLay
    {
        $stroke = Stroke::query()->find($id);
        $row = Rows::select('SELECT sheet_id, change_id FROM unlaid_strokes WHERE stroke_id = ?', [$id])[0] ?? null;
        $change = Change::query()->find($row['change_id'] ?? 0);
        $sheet = Sheet::withTrashed()->find($row['sheet_id'] ?? 0);
        if ($stroke === null || $change === null || $sheet === null) {
            return null;
        }
        $layer = $stroke->layer()->firstOrFail();
        try {
            return $this->unlaid->whileLaying(function () use ($sheet, $layer, $stroke, $change): ?StrokeToLay {
                $under = new LayerBackdrop($this->tiles, $this->stacks, $layer);
                $painted = $this->repainter->paint($stroke, $sheet->bounds(), $under);

                return $painted === null ? null : new StrokeToLay($sheet, $layer, $stroke, $change, $painted, $under, $painted->takeDirty(), false);
            });
        } catch (InvalidInput $e) {
            $this->giveUp($stroke, $change);
            report($e);

            return null;
        }
    }

    /** Takes away a stroke that cannot be painted, as if it had never come. */
    public function giveUp(Stroke $stroke, Change $change): void
    {
        DB::transaction(function () use ($stroke, $change): void {
            $stroke->delete();
            $change->delete();
        });
    }
}
