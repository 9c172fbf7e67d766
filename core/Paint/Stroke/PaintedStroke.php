<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Tile\LaidStroke;
use Yarrowfog\Core\Stroke\PathPoint;
use Yarrowfog\Core\Stroke\Sample;

/**
 * One stroke, whole or while it is being painted: samples go in, tiles come out.
 *
 * Fed in pieces of any length it gives the pixels that it gives whole. What only the end of the
 * stroke can tell is named by `provisional`.
 */
interface PaintedStroke extends LaidStroke
{
    /**
     * Paints what the new samples make certain.
     *
     * @param  list<Sample>  $samples
     */
    public function feed(array $samples): void;

    /**
     * Paints the rest of the stroke, its end included: all of it, or what was not fed yet of one that `canEnd`. The pixels are
     * the same.
     *
     * @param  list<Sample>  $samples
     */
    public function finish(array $samples): void;

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
}
