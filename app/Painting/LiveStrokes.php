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

    /** Strokes at hand: those of many pens, and some that never ended. */
    private const MOST = 32;

    public function __construct(private ProcessCache $memory)
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

        return ['piece' => $hand->piece];
    }
}
