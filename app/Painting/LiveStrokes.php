<?php

declare(strict_types=1);

namespace App\Painting;

use App\Store\ProcessCache;
use Closure;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Paint\Composite\Backdrop;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;

/**
 * Strokes between two of their pieces: in the memory of the worker that paints them, and nowhere else.
 *
 * A worker that does not have the piece before asks for the whole trace so far, and goes on from there.
 */
final readonly class LiveStrokes
{
    private const DRAWER = 'strokes';

    /** Strokes at hand, of which some may never end. */
    private const MOST = 1000;

    /** The engine's tiles that all of them cover, some 100 kB each: many small strokes, or a few that cover a large sheet. */
    private const TILES = 5000;

    public function __construct(private ProcessCache $memory, private int $tiles = self::TILES)
    {
    }

    /**
     * @param  string  $stroke  UUID
     * @param  string  $order  all that its dabs depend on besides the samples
     * @param  JsonReader|null  $state  what the last piece gave back; null for a stroke that begins
     * @param  Closure(): array{PaintedStroke, Backdrop}  $begin
     * @return StrokeInHand|null null where the piece before is not here
     *
     * @throws InvalidInput
     */
    public function takeUp(string $stroke, string $order, ?JsonReader $state, Closure $begin): ?StrokeInHand
    {
        if ($state === null) {
            [$painted, $under] = $begin();

            return new StrokeInHand($stroke, $order, $painted, $under, 0);
        }
        $piece = $state->integer('piece', 0, PHP_INT_MAX - 1);
        $hand = $this->memory->recall(self::DRAWER, $stroke, StrokeInHand::class);

        return $hand !== null && $hand->piece === $piece && $hand->order === $order ? $hand : null;
    }

    /**
     * The stroke as its pieces left it, to be ended.
     *
     * @param  string  $order  as it was taken up with
     * @return StrokeInHand|null null where it is not here
     */
    public function letGo(string $stroke, string $order): ?StrokeInHand
    {
        $hand = $this->memory->recall(self::DRAWER, $stroke, StrokeInHand::class);
        $this->memory->letGo(self::DRAWER, $stroke);

        return $hand?->order === $order ? $hand : null;
    }

    /** @return array{piece: int} the state for the browser */
    public function putDown(StrokeInHand $hand): array
    {
        $hand->piece++;
        $this->memory->hold(self::DRAWER, $hand->stroke, $hand, self::MOST);
        $all = $this->memory->all(self::DRAWER, StrokeInHand::class);
        $tiles = array_sum(array_map(fn (StrokeInHand $one): int => count($one->changed()), $all));
        foreach ($all as $oldest) {
            if ($tiles <= $this->tiles || $oldest === $hand) {
                break;
            }
            $tiles -= count($oldest->changed());
            $this->memory->letGo(self::DRAWER, $oldest->stroke);
        }

        return ['piece' => $hand->piece];
    }
}
