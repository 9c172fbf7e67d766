<?php

declare(strict_types=1);

namespace App\Painting;

use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/** A stroke that is being painted, taken up for its next piece. */
final class StrokeInHand
{
    /** @var list<Sample> all that were fed */
    private array $samples = [];

    /** @var array<string, Rect> all that changed since the stroke began, by tile */
    private array $changed = [];

    /**
     * @param  string  $order  what it was ordered with: another order cannot go on with it
     * @param  Backdrop  $under  what it is painted on
     * @param  int  $piece  the number of the last piece
     */
    public function __construct(
        public readonly string $stroke,
        public readonly string $order,
        public readonly PaintedStroke $painted,
        public readonly Backdrop $under,
        public int $piece,
    ) {
    }

    /**
     * @param  list<Sample>  $samples  that are new
     * @return array<string, Rect> what changes with them, by tile
     */
    public function feed(array $samples): array
    {
        $this->painted->feed($samples);
        array_push($this->samples, ...$samples);

        return $this->take();
    }

    /**
     * Ends the stroke with what is new in a whole trace.
     *
     * @return array<string, Rect>|null what changes with them, by tile; null where it must be painted anew from its trace
     */
    public function end(Trace $trace): ?array
    {
        $count = count($this->samples);
        if (! $this->painted->canEnd() || array_slice($trace->samples, 0, $count) != $this->samples) {
            return null;
        }
        $this->painted->finish(array_slice($trace->samples, $count));

        return $this->take();
    }

    /** Samples that were fed. */
    public function count(): int
    {
        return count($this->samples);
    }

    /** @return array<string, Rect> what all that was fed has changed, by tile */
    public function changed(): array
    {
        return $this->changed;
    }

    /** @return array<string, Rect> */
    private function take(): array
    {
        $dirty = $this->painted->takeDirty();
        foreach ($dirty as $key => $area) {
            $this->changed[$key] = isset($this->changed[$key]) ? $this->changed[$key]->union($area) : $area;
        }

        return $dirty;
    }
}
