<?php

declare(strict_types=1);

namespace App\Tuning;

use App\Gathering\Gatherer;
use App\Painting\LiveStrokes;
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
    public function __construct(private TipRack $tips, private Gatherer $gatherer, private LiveStrokes $strokes)
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
     * under it; those after it find it with the stroke.
     *
     * @param  string  $stroke  UUID
     * @param  list<Sample>  $samples  that are new, or all of them when there is no state
     * @param  Reading|null  $state  what the last piece gave back
     * @return array{patches: Patches, state: array<string, mixed>, readings: array<string, float>, provisional: list<string>}|null null when nobody has the piece before
     *
     * @throws InvalidInput
     */
    public function piece(SwatchOrder $order, string $stroke, bool $realPressure, array $samples, ?Reading $state): ?array
    {
        $roll = $state === null ? $order->roll + count($order->traces()) : $state->keys(['piece', 'roll'])->integer('roll', 0, PHP_INT_MAX);
        $hand = $this->strokes->takeUp($stroke, "{$roll} {$order->summary()}", $state, function () use ($order, $realPressure, $roll): array {
            $under = SwatchUnder::of($this->parts($order));
            $painter = new StrokePainter($order->kit($this->tips), $order->brush, $under);

            return [$painter->begin($realPressure, $roll, new Rect(0, 0, $order->width, $order->height)), $under];
        });
        if ($hand === null) {
            return null;
        }
        $painted = $hand->painted;
        $painted->feed($samples);
        $patches = new Patches;
        foreach ($painted->takeDirty() as $key => $area) {
            $patches->add($area, Lay::over(SwatchUnder::part($hand->under, $key, $area), $area, $painted)->toBitmap());
        }
        $pen = $painted->pen();

        $readings = $pen === null ? [] : PenReading::of($order->brush, $pen, $hand->piece, $roll);

        return [
            'patches' => $patches,
            'state' => ['roll' => $roll, ...$this->strokes->putDown($hand)],
            'readings' => $readings,
            'provisional' => $painted->provisional(),
        ];
    }
}
