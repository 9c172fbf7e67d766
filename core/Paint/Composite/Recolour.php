<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Composite;

use Yarrowfog\Core\Colour\MovedColours;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;
use Yarrowfog\Core\Raster\DeepBitmap;

/** The colours of a layer moved alike in OKLCH, for showing: its pixels stay as they were painted. */
final readonly class Recolour implements JsonValue
{
    private MovedColours $colours;

    /**
     * @param  float  $hue  degrees
     * @param  float  $chroma  factor, 0 or more
     * @param  float  $lightness  added, −1 to 1
     */
    public function __construct(public float $hue = 0.0, public float $chroma = 1.0, public float $lightness = 0.0)
    {
        $this->colours = new MovedColours($hue, $chroma, $lightness);
    }

    /**
     * @param  mixed  $json  {"hue": degrees, "chroma": factor, "lightness": added}, each of which may be left out
     *
     * @throws InvalidInput
     */
    public static function read(mixed $json): self
    {
        $from = JsonReader::of($json)->keys(['hue', 'chroma', 'lightness']);

        return new self($from->number('hue', -180, 180, 0.0), $from->number('chroma', 0, 4, 1.0), $from->number('lightness', -1, 1, 0.0));
    }

    /** @return array{hue: float, chroma: float, lightness: float} */
    public function toArray(): array
    {
        return ['hue' => $this->hue, 'chroma' => $this->chroma, 'lightness' => $this->lightness];
    }

    public function isNothing(): bool
    {
        return $this->hue === 0.0 && $this->chroma === 1.0 && $this->lightness === 0.0;
    }

    /** A picture in these colours. */
    public function apply(DeepBitmap $picture): DeepBitmap
    {
        return $this->isNothing() ? $picture : new DeepBitmap($picture->width, $picture->height, $this->recolour($picture->words));
    }

    /**
     * @param  array<int, int>  $words
     * @return array<int, int>
     */
    public function recolour(array $words): array
    {
        $mask = (int) DeepBitmap::CHANNEL;
        foreach ($words as $i => $w) {
            $alpha = $w & $mask;
            if ($alpha === 0) {
                continue;
            }
            $colour = DeepBitmap::word($this->colours->move(DeepBitmap::pixel($w) >> 8) << 8 | 255);
            $words[$i] = DeepBitmap::share($colour >> 45, $alpha) << 45 | DeepBitmap::share($colour >> 30 & $mask, $alpha) << 30 | DeepBitmap::share($colour >> 15 & $mask, $alpha) << 15 | $alpha;
        }

        return $words;
    }
}
