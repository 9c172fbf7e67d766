<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/** A new value for each of the 256 a channel can have. */
final readonly class ToneTable
{
    /** @param  array<int, int>  $values  256 of 0–255 */
    private function __construct(public array $values)
    {
    }

    /** @param  callable(float): float  $tone  0–1 to 0–1; beyond is clamped */
    public static function of(callable $tone): self
    {
        $values = [];
        for ($v = 0; $v < 256; $v++) {
            $values[] = (int) round(255 * max(0.0, min(1.0, $tone($v / 255))));
        }

        return new self($values);
    }

    /** The same table for red, green and blue; alpha stays. */
    public function applied(Bitmap $in): Bitmap
    {
        $table = $this->values;
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $out[$i] = $table[$p >> 24] << 24 | $table[$p >> 16 & 255] << 16 | $table[$p >> 8 & 255] << 8 | $p & 255;
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
