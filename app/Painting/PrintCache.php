<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Stroke;
use App\Store\DerivativeCache;
use RuntimeException;
use Yarrowfog\Core\Paint\Tile\Effect;
use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Raster\Rect;

/**
 * What strokes cover, kept from one painting to the next: where a stroke beneath or above changes, it is only laid again.
 *
 * It can be painted anew at any time, so nothing is lost with it.
 */
final readonly class PrintCache
{
    /** px that a stroke may cover; larger ones are painted anew. */
    private const MOST = 4_000_000;

    public function __construct(private DerivativeCache $derived)
    {
    }

    /** @param  Rect  $bounds  of the sheet */
    public function find(Stroke $stroke, Rect $bounds): ?LaidStroke
    {
        $bytes = $this->derived->find(self::key($stroke, $bounds));

        return $bytes === null ? null : StoredPrint::read($bytes, $bounds);
    }

    /**
     * @param  LaidStroke  $laid  as it was painted
     * @param  array<string, Rect>  $changed  what it covers, by tile
     */
    public function keep(Stroke $stroke, Rect $bounds, LaidStroke $laid, array $changed): void
    {
        $covered = array_sum(array_map(fn (Rect $area): int => $area->area(), $changed));
        if (($laid->effect() === Effect::Paints || $laid->effect() === Effect::Erases) && $covered <= self::MOST) {
            try {
                $this->derived->remember(self::key($stroke, $bounds), fn (): string => StoredPrint::write($laid, $changed));
            } catch (RuntimeException) {
                // A disk that takes nothing more costs time, and no paint.
            }
        }
    }

    private static function key(Stroke $stroke, Rect $bounds): string
    {
        return 'print-'.hash('sha256', json_encode([$stroke->textures?->toArray(), $stroke->brush->toArray(), $stroke->roll, $stroke->moved?->toArray(), $bounds->toArray()], JSON_THROW_ON_ERROR).$stroke->trace);
    }
}
