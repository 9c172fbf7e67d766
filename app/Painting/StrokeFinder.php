<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Sheet;
use App\Models\Stroke;
use Illuminate\Database\Eloquent\Collection;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Paint\Tile\StrokeCoverage;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Choice\Does;

/** Finds strokes that are down: by where they are seen, or by their numbers. */
final readonly class StrokeFinder
{
    /** px around a place that count as the place. */
    private const NEAR = 3;

    /** Coverage, of 65535, from which a stroke is to be seen. */
    private const SEEN = 4000;

    public const MOST = 500;

    /** What can be taken up. */
    private const TAKEN = [Stroke::PAINTED, Stroke::PICTURE];

    public function __construct(private LayerRepainter $repainter)
    {
    }

    /**
     * The topmost stroke that has paint at a place, on a layer that is shown and not locked.
     *
     * @param  int  $x  px
     * @param  int  $y  px
     */
    public function at(Sheet $sheet, int $x, int $y): ?Stroke
    {
        $near = (new Rect($x, $y, 1, 1))->grow(self::NEAR)->intersect($sheet->bounds());
        if ($near->isEmpty()) {
            return null;
        }
        foreach ($sheet->layers()->where('is_hidden', false)->where('is_locked', false)->get()->reverse() as $layer) {
            foreach ($layer->standing()->get()->reverse() as $stroke) {
                if (! $stroke->bounds()->intersect($near)->isEmpty() && $this->isSeen($stroke, $near)) {
                    return $stroke;
                }
            }
        }

        return null;
    }

    /**
     * All strokes that lie wholly inside a frame, on layers that are shown and not locked.
     *
     * @return list<Stroke>
     */
    public function within(Sheet $sheet, Rect $frame): array
    {
        $found = [];
        foreach ($sheet->layers()->where('is_hidden', false)->where('is_locked', false)->get() as $layer) {
            foreach ($layer->standing()->get() as $stroke) {
                $area = $stroke->bounds();
                if (! $area->isEmpty() && in_array($stroke->kind, self::TAKEN, true) && $frame->intersect($area)->area() === $area->area()) {
                    $found[] = $stroke;
                }
            }
        }

        return array_slice($found, -self::MOST);
    }

    /**
     * Those of some strokes that stand on a sheet.
     *
     * @param  list<int>  $ids
     * @return Collection<int, Stroke>
     */
    public function standing(Sheet $sheet, array $ids): Collection
    {
        $layers = $sheet->layers()->pluck('id')->all();

        return Stroke::query()->findMany($ids)->filter(fn (Stroke $stroke): bool => $stroke->is_down && in_array($stroke->layer_id, $layers, true))->sortBy('rank')->values();
    }

    /**
     * Strokes of a sheet that stand.
     *
     * @param  list<int>  $ids
     * @return Collection<int, Stroke>
     *
     * @throws InvalidInput where one of them is gone, or nothing was named
     */
    public function find(Sheet $sheet, array $ids): Collection
    {
        $strokes = $this->standing($sheet, $ids);
        if ($ids === [] || $strokes->count() < count(array_unique($ids))) {
            throw new InvalidInput('strokes', $ids === [] ? 'No stroke is taken up.' : 'A stroke that was taken up is gone: it was deleted or taken back elsewhere.');
        }

        return $strokes;
    }

    /** A stroke that was just laid. */
    public function byUuid(Sheet $sheet, string $uuid): ?Stroke
    {
        $stroke = Stroke::query()->where('uuid', $uuid)->first();

        return $stroke === null ? null : $this->standing($sheet, [$stroke->id])->first();
    }

    /** Erasers and smudges are not to be pointed at: what is seen there is the paint of others. */
    private function isSeen(Stroke $stroke, Rect $near): bool
    {
        if (! in_array($stroke->kind, self::TAKEN, true) || $stroke->brush->choices->does !== Does::Paints) {
            return false;
        }
        $laid = $this->repainter->paint($stroke, $near);

        return $laid !== null && self::most($laid, $near) >= self::SEEN;
    }

    /** The strongest coverage inside an area, 0–65535. */
    private static function most(LaidStroke $laid, Rect $area): int
    {
        if ($laid->effect() !== Effect::Covers) {
            return max([0, ...StrokeCoverage::of($laid, $area)]);
        }

        return 2 * max([0, ...array_map(fn (int $word): int => $word & DeepBitmap::CHANNEL, Compositor::over(DeepBitmap::empty($area->width, $area->height), $area, $laid)->words)]);
    }
}
