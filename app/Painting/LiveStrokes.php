<?php

declare(strict_types=1);

namespace App\Painting;

use App\Store\Memory;
use Closure;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\PaintedStroke;
use Yarrowfog\Core\Paint\Under;
use Yarrowfog\Core\Reading;

/**
 * Strokes between two of their pieces.
 *
 * A process that goes on after its request has them at hand as they are. Otherwise what is
 * painted lies in the cache, and what else it takes to go on is the state that the browser
 * brings back. Where neither knows the piece before, the browser sends the whole trace so far.
 */
final readonly class LiveStrokes
{
    private const DRAWER = 'strokes';

    /** Strokes at hand: one a pen, and some that never ended. */
    private const MOST = 6;

    public function __construct(private Memory $memory, private LiveCache $cache)
    {
    }

    /**
     * @param  string  $stroke  UUID
     * @param  string  $order  all that its dabs depend on besides the samples
     * @param  Reading|null  $state  what the last piece gave back; null for a stroke that begins
     * @param  Closure((Closure(string): ?string)|null): array{PaintedStroke, Under}  $begin  is given what the cache holds of the stroke, by name
     * @return StrokeInHand|null null where nobody has the piece before
     *
     * @throws InvalidInput
     */
    public function takeUp(string $stroke, string $order, ?Reading $state, Closure $begin): ?StrokeInHand
    {
        if ($state === null) {
            $this->cache->forget($stroke);
            $this->cache->sweep();

            [$painted, $under] = $begin(null);

            return new StrokeInHand($stroke, $order, $painted, $under, 0);
        }
        $piece = $state->integer('piece', 0, PHP_INT_MAX - 1);
        $hand = $this->memory->recall(self::DRAWER, $stroke, StrokeInHand::class);
        if ($hand !== null) {
            return $hand->piece === $piece && $hand->order === $order ? $hand : null;
        }
        if ($this->cache->piece($stroke) !== $piece) {
            return null;
        }
        [$painted, $under] = $begin(fn (string $name): ?string => $this->cache->tile($stroke, $name));
        $painted->resume($state->object('stroke'));

        return new StrokeInHand($stroke, $order, $painted, $under, $piece);
    }

    /**
     * The stroke as its pieces left it, to be ended.
     *
     * @param  string  $order  as it was taken up with
     * @return StrokeInHand|null null where this process does not have it
     */
    public function letGo(string $stroke, string $order): ?StrokeInHand
    {
        $this->cache->forget($stroke);
        $hand = $this->memory->recall(self::DRAWER, $stroke, StrokeInHand::class);
        $this->memory->letGo(self::DRAWER, $stroke);

        return $hand?->order === $order ? $hand : null;
    }

    /**
     * @param  array<string, string>  $more  bytes by name, for the cache
     * @return array<string, mixed> the state for the browser
     */
    public function putDown(StrokeInHand $hand, array $more = []): array
    {
        $hand->piece++;
        if ($this->memory->lasts) {
            $this->memory->hold(self::DRAWER, $hand->stroke, $hand, self::MOST);

            return ['piece' => $hand->piece];
        }
        $this->cache->put($hand->stroke, $hand->piece, [...$more, ...$hand->painted->exports()]);

        return ['piece' => $hand->piece, 'stroke' => $hand->painted->state()];
    }
}
