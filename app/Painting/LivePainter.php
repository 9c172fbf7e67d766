<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Sheet;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Lay;
use Yarrowfog\Core\Paint\StrokePainter;
use Yarrowfog\Core\Reading;
use Yarrowfog\Core\Stroke\Sample;

/**
 * Paints a piece of a stroke while the pen moves.
 *
 * The browser sends the new samples and the state that the piece before gave it; the
 * coverage so far comes from the shared cache. Where that is lost the answer is null,
 * and the browser sends the whole trace so far instead, with no state.
 */
final readonly class LivePainter
{
    public function __construct(private TipRack $tips, private TileStore $tiles, private LiveCache $cache)
    {
    }

    /**
     * @param  list<Sample>  $samples  that are new, or all of them when there is no state
     * @param  Reading|null  $state  what the last piece gave back
     * @return array{patches: Patches, state: array<string, mixed>, provisional: list<string>}|null null when the cache does not hold the piece before
     *
     * @throws InvalidInput
     */
    public function piece(Sheet $sheet, Order $order, array $samples, ?Reading $state): ?array
    {
        $piece = 0;
        if ($state !== null) {
            $state->keys(['piece', 'stroke']);
            $piece = $state->integer('piece', 0, PHP_INT_MAX - 1);
            if ($this->cache->piece($order->stroke) !== $piece) {
                return null;
            }
        } else {
            $this->cache->forget($order->stroke);
        }
        $layer = $sheet->layer();
        $painter = new StrokePainter($this->tips->kit($order->brush, $order->settings), $order->settings, new LayerUnder($this->tiles, $layer));
        $kept = $state === null ? null : fn (string $name): ?string => $this->cache->tile($order->stroke, $name);
        $stroke = $painter->begin($order->realPressure, $order->roll, $sheet->bounds(), null, $kept);
        if ($state !== null) {
            $stroke->resume($state->object('stroke'));
        }
        $stroke->feed($samples);

        $patches = new Patches;
        $changed = $stroke->takeDirty();
        foreach ($this->tiles->parts($layer, $changed) as $place => $under) {
            $patches->add($changed[$place], Lay::over($under, $changed[$place], $stroke));
        }
        $this->cache->put($order->stroke, $piece + 1, $stroke->exports());

        return ['patches' => $patches, 'state' => ['piece' => $piece + 1, 'stroke' => $stroke->state()], 'provisional' => $stroke->provisional()];
    }
}
