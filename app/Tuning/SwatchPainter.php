<?php

declare(strict_types=1);

namespace App\Tuning;

use App\Gathering\Gatherer;
use App\Painting\LiveCache;
use App\Painting\Patches;
use App\Painting\TipRack;
use Yarrowfog\Core\Advice\PenReading;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Paint\Lay;
use Yarrowfog\Core\Paint\StrokePainter;
use Yarrowfog\Core\Paint\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Reading;
use Yarrowfog\Core\Stroke\Sample;

/** Paints swatches: whole, and piece by piece while a painter tries the brush on one. */
final readonly class SwatchPainter
{
    public function __construct(private TipRack $tips, private Gatherer $gatherer, private LiveCache $cache)
    {
    }

    /**
     * Only the parts that are painted.
     *
     * @return list<array{Rect, Bitmap}>
     */
    public function parts(SwatchOrder $order): array
    {
        return Swatch::parts($order->kit($this->tips), $order->brush, $order->traces(), $order->roll, $order->width, $order->height, $order->ground($this->gatherer));
    }

    /**
     * A piece of a stroke that follows those of the order. The first piece paints the swatch
     * under it; those after it find that in the cache.
     *
     * @param  string  $stroke  UUID
     * @param  list<Sample>  $samples  that are new, or all of them when there is no state
     * @param  Reading|null  $state  what the last piece gave back
     * @return array{patches: Patches, state: array<string, mixed>, readings: array<string, float>, provisional: list<string>}|null null when the cache does not hold the piece before
     *
     * @throws InvalidInput
     */
    public function piece(SwatchOrder $order, string $stroke, bool $realPressure, array $samples, ?Reading $state): ?array
    {
        $piece = 0;
        $under = [];
        if ($state !== null) {
            $piece = $state->keys(['piece', 'roll', 'stroke'])->integer('piece', 0, PHP_INT_MAX - 1);
            if ($this->cache->piece($stroke) !== $piece) {
                return null;
            }
            $roll = $state->integer('roll', 0, PHP_INT_MAX);
        } else {
            $this->cache->forget($stroke);
            $this->cache->sweep();
            $roll = $order->roll + count($order->traces());
            foreach (SwatchUnder::tiles($this->parts($order)) as $key => $bytes) {
                $under["under {$key}"] = $bytes;
            }
        }
        $lies = new SwatchUnder(fn (string $key): ?string => $under["under {$key}"] ?? $this->cache->tile($stroke, "under {$key}"));
        $kept = $state === null ? null : fn (string $name): ?string => $this->cache->tile($stroke, $name);
        $painted = (new StrokePainter($order->kit($this->tips), $order->brush, $lies))->begin($realPressure, $roll, new Rect(0, 0, $order->width, $order->height), null, $kept);
        if ($state !== null) {
            $painted->resume($state->object('stroke'));
        }
        $painted->feed($samples);
        $patches = new Patches;
        foreach ($painted->takeDirty() as $key => $area) {
            $patches->add($area, Lay::over($lies->part($key, $area), $area, $painted));
        }
        $this->cache->put($stroke, $piece + 1, [...$under, ...$painted->exports()]);
        $pen = $painted->pen();

        return [
            'patches' => $patches,
            'state' => ['piece' => $piece + 1, 'roll' => $roll, 'stroke' => $painted->state()],
            'readings' => $pen === null ? [] : PenReading::of($order->brush, $pen, $piece, $roll),
            'provisional' => $painted->provisional(),
        ];
    }
}
