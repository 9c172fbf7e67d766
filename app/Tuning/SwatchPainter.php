<?php

declare(strict_types=1);

namespace App\Tuning;

use App\Gathering\SourceImages;
use App\Painting\BrushTextureLoader;
use App\Painting\LiveStrokes;
use App\Painting\PixelPatches;
use Yarrowfog\Core\Advice\PenReading;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Composite\TilePart;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Sample;

/** Paints swatches: whole, and piece by piece while a painter tries the brush on one. */
final readonly class SwatchPainter
{
    public function __construct(private BrushTextureLoader $tips, private SourceImages $images, private LiveStrokes $strokes)
    {
    }

    /**
     * Only the parts that are painted.
     *
     * @return list<array{Rect, Bitmap}>
     */
    public function parts(SwatchRequest $order): array
    {
        return Swatch::parts($order->kit($this->tips), $order->brush, $order->traces(), $order->roll, $order->width, $order->height, $order->ground($this->images));
    }

    /**
     * A piece of a stroke that follows those of the order. The first piece paints the swatch
     * under it; those after it find it with the stroke.
     *
     * @param  string  $stroke  UUID
     * @param  list<Sample>  $samples  that are new, or all of them when there is no state
     * @param  JsonReader|null  $state  what the last piece gave back
     * @return array{patches: PixelPatches, state: array<string, mixed>, readings: array<string, float>, provisional: list<string>}|null null when nobody has the piece before
     *
     * @throws InvalidInput
     */
    public function piece(SwatchRequest $order, string $stroke, bool $realPressure, array $samples, ?JsonReader $state): ?array
    {
        $roll = $state === null ? $order->roll + count($order->traces()) : $state->keys(['piece', 'roll'])->integer('roll', 0, PHP_INT_MAX);
        $hand = $this->strokes->takeUp($stroke, "{$roll} {$order->summary()}", $state, function () use ($order, $realPressure, $roll): array {
            $under = SwatchBackdrop::of($this->parts($order));
            $painter = new StrokePainter($order->kit($this->tips), $order->brush, $under);

            return [$painter->begin($realPressure, $roll, new Rect(0, 0, $order->width, $order->height)), $under];
        });
        if ($hand === null) {
            return null;
        }
        $painted = $hand->painted;
        $painted->feed($samples);
        $patches = new PixelPatches;
        foreach ($painted->takeDirty() as $key => $area) {
            $patches->add($area, Compositor::over(TilePart::of($hand->under->tile($key), $key, $area) ?? DeepBitmap::empty($area->width, $area->height), $area, $painted)->toBitmap());
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
