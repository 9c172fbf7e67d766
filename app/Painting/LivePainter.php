<?php

declare(strict_types=1);

namespace App\Painting;

use App\Models\Sheet;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Lay;
use Yarrowfog\Core\Paint\StrokeBuffer;
use Yarrowfog\Core\Paint\StrokePainter;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Reading;
use Yarrowfog\Core\Stroke\DabMaker;
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
     * @return array{patches: Patches, state: array<string, mixed>}|null null when the cache does not hold the piece before
     *
     * @throws InvalidInput
     */
    public function piece(Sheet $sheet, Order $order, array $samples, ?Reading $state): ?array
    {
        $maker = new DabMaker($order->settings, $order->realPressure, $order->roll);
        $piece = 0;
        $colour = null;
        if ($state !== null) {
            $state->keys(['piece', 'colour', 'maker']);
            $piece = $state->integer('piece', 0, PHP_INT_MAX - 1);
            if ($this->cache->piece($order->stroke) !== $piece) {
                return null;
            }
            $colour = $state->has('colour') ? $state->integer('colour', 0, 0xFFFFFF) : null;
            $maker->resume($state->object('maker'));
        } else {
            $this->cache->forget($order->stroke);
        }
        $dabs = $maker->feed($samples);
        $colour ??= isset($dabs[0]) ? $dabs[0]->colour : null;

        $bounds = $sheet->bounds();
        $painter = new StrokePainter($this->tips->levels($order->brush->tip), $order->settings);
        $buffer = $painter->buffer($bounds, $colour);
        if ($state !== null) {
            $this->takeUp($buffer, $order->stroke, $this->reach($dabs, $bounds));
        }
        $painter->paint($dabs, $buffer);

        $patches = new Patches;
        $changed = $buffer->takeDirty();
        $layer = $sheet->layer();
        foreach ($this->tiles->parts($layer, $changed) as $place => $under) {
            $patches->add($changed[$place], Lay::over($under, $changed[$place], $buffer));
        }
        $this->cache->put($order->stroke, $piece + 1, array_combine(array_keys($changed), array_map($buffer->export(...), array_keys($changed))));

        return ['patches' => $patches, 'state' => ['piece' => $piece + 1, 'colour' => $colour, 'maker' => $maker->state()]];
    }

    /** @param  list<Rect>  $areas */
    private function takeUp(StrokeBuffer $buffer, string $stroke, array $areas): void
    {
        $taken = [];
        foreach ($areas as $area) {
            foreach (StrokeBuffer::keysUnder($area) as $place) {
                if (isset($taken[$place])) {
                    continue;
                }
                $taken[$place] = true;
                $bytes = $this->cache->tile($stroke, $place);
                if ($bytes !== null) {
                    $buffer->import($place, $bytes);
                }
            }
        }
    }

    /**
     * @param  list<\Yarrowfog\Core\Stroke\Dab>  $dabs
     * @return list<Rect>
     */
    private function reach(array $dabs, Rect $bounds): array
    {
        return array_map(fn ($dab): Rect => StrokePainter::reach($dab)->intersect($bounds), $dabs);
    }
}
