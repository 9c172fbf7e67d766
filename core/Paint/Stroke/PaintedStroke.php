<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Tile\StrokeLayer;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\PathPoint;
use Yarrowfog\Core\Stroke\Sample;

/**
 * One stroke, whole or while it is being painted: samples go in, tiles come out.
 *
 * Fed in pieces of any length it gives the pixels that it gives whole. What only the end of the
 * stroke can tell is named by `provisional`.
 */
interface PaintedStroke extends StrokeLayer
{
    /**
     * Paints what the new samples make certain.
     *
     * @param  list<Sample>  $samples
     */
    public function feed(array $samples): void;

    /**
     * Paints the whole stroke, its end included.
     *
     * @param  list<Sample>  $samples
     */
    public function whole(array $samples): void;

    /**
     * Ends a stroke that was fed in pieces and `canEnd`: the pixels are those of `whole`.
     *
     * @param  list<Sample>  $samples  that were not fed yet
     */
    public function end(array $samples): void;

    /** Whether its pieces can be gone on with to the end: nothing waits for that, and nothing was taken from the sheet, which may have changed since. */
    public function canEnd(): bool;

    /**
     * What the stroke will still change when the pen lifts, in words.
     *
     * @return list<string>
     */
    public function provisional(): array;

    /** Where the pen was last and how it was held; null before it came. */
    public function pen(): ?PathPoint;

    /** @return list<string> keys of the tiles that were painted on */
    public function keys(): array;

    /**
     * What changed since the last call, by tile.
     *
     * @return array<string, Rect>
     */
    public function takeDirty(): array;
}
