<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Layer;
use App\Models\Sheet;
use App\Models\Stroke;
use App\Work\CalledOff;
use App\Work\Progress;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Composite\TileSource;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Vector\Tracer;

/**
 * A sheet, or one layer of it, as outlines: line art in one ink or several. The inks are those of the strokes, and each pixel counts
 * for the one that it is nearest to.
 */
final readonly class SheetTracing
{
    public const MOST_INKS = 12;

    /** px by which an outline may miss: least, most, and where nothing is said. */
    public const WITHIN = [0.2, 5.0, 0.45];

    public function __construct(private SheetStack $stacks)
    {
    }

    /**
     * @param  Layer|null  $layer  that one alone; null for all that is shown
     * @param  float  $within  px by which an outline may miss
     *
     * @throws InvalidInput where nothing is painted
     * @throws CalledOff
     */
    public function trace(Sheet $sheet, ?Layer $layer, float $within, ?Progress $progress = null): TracedSheet
    {
        $inks = self::inks($layer === null ? $sheet->layers()->get()->reject(fn (Layer $l): bool => $l->is_hidden)->all() : [$layer]);
        $pixels = $layer === null ? $this->stacks->of($sheet, false) : $this->stacks->alone($layer);
        $groups = [];
        $progress?->tell(0.05, 'parting the inks');
        foreach (self::planes($sheet, $pixels, array_map(strval(...), array_keys($this->stacks->painted($sheet))), $inks) as $ink => $plane) {
            $progress?->tell(0.3 + 0.7 * count($groups) / count($inks), sprintf('tracing #%06x', $ink));
            $traced = Tracer::trace($plane, 1, $within, measures: true);
            if ($traced->layers !== []) {
                $groups[] = [sprintf('#%06x', $ink), $traced];
            }
        }
        if ($groups === []) {
            throw new InvalidInput('sheet', 'There is nothing to trace: nothing is painted here.');
        }

        return new TracedSheet($sheet->width, $sheet->height, $groups);
    }

    /**
     * The main inks of strokes, in the order in which they were laid first, those used most where there are too many.
     *
     * @param  array<array-key, Layer>  $layers
     * @return list<int> 0xRRGGBB; one at least
     */
    private static function inks(array $layers): array
    {
        $counts = [];
        foreach ($layers as $layer) {
            foreach ($layer->standing()->get() as $stroke) {
                if ($stroke->kind !== Stroke::PICTURE) {
                    $ink = $stroke->brush->mainInk->toInt();
                    $counts[$ink] = ($counts[$ink] ?? 0) + 1;
                }
            }
        }
        $most = $counts;
        arsort($most);
        $most = array_slice($most, 0, self::MOST_INKS, true);

        return $most === [] ? [0] : array_values(array_filter(array_keys($counts), fn (int $ink): bool => isset($most[$ink])));
    }

    /**
     * For each ink a plane of what it and those above it cover: so laid over one another they leave no gaps.
     *
     * @param  list<string>  $keys  of tiles with paint
     * @param  list<int>  $inks
     * @return array<int, Plane> by ink, the lowest first
     */
    private static function planes(Sheet $sheet, TileSource $pixels, array $keys, array $inks): array
    {
        $mask = (int) DeepBitmap::CHANNEL;
        $full = (int) DeepBitmap::FULL;
        $side = (int) StrokeBuffer::SIDE;
        $values = array_fill(0, count($inks), array_fill(0, $sheet->width * $sheet->height, 0));
        $nearest = [];
        foreach ($keys as $key) {
            $tile = $pixels->tile($key);
            $at = StrokeBuffer::area($key);
            $part = $at->intersect($sheet->bounds());
            for ($y = $part->y; $tile !== null && $y < $part->bottom(); $y++) {
                for ($x = $part->x; $x < $part->right(); $x++) {
                    $word = $tile[($y - $at->y) * $side + $x - $at->x];
                    $alpha = $word & $mask;
                    if ($alpha > 0) {
                        // A hundred colours stand for all that lie between two inks.
                        $colour = DeepBitmap::pixel($word) >> 8 & 0xF8F8F8;
                        $nearest[$colour] ??= self::nearest($colour, $inks);
                        for ($k = 0; $k <= $nearest[$colour]; $k++) {
                            $values[$k][$y * $sheet->width + $x] = (int) ($alpha * 65535 / $full);
                        }
                    }
                }
            }
        }

        return array_map(fn (array $plane): Plane => new Plane($sheet->width, $sheet->height, $plane), array_combine($inks, $values));
    }

    /** @param  list<int>  $inks */
    private static function nearest(int $colour, array $inks): int
    {
        $far = array_map(fn (int $ink): int => (($ink >> 16) - ($colour >> 16)) ** 2 + (($ink >> 8 & 255) - ($colour >> 8 & 255)) ** 2 + (($ink & 255) - ($colour & 255)) ** 2, $inks);

        return (int) array_search(min($far === [] ? [0] : $far), $far, true);
    }
}
