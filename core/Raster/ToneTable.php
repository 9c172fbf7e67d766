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

    /**
     * The same, where ink is darkness times alpha: what is there in part has its ink changed as a grey of that strength would be, so
     * that it does not matter whether a soft edge stands in colour or in alpha. What is not there stays nothing.
     */
    public function applyToInk(Bitmap $in): Bitmap
    {
        $table = $this->values;
        $out = $this->apply($in)->pixels;
        foreach ($in->pixels as $i => $p) {
            $alpha = $p & 255;
            if ($alpha === 0 || $alpha === 255) {
                continue;
            }
            $dark = 255.0 - (13933 * ($p >> 24) + 46871 * ($p >> 16 & 255) + 4732 * ($p >> 8 & 255)) / 65536;
            $ink = 255 - $table[255 - (int) round($dark * $alpha / 255)];
            $q = $out[$i];
            $toned = 255.0 - (13933 * ($q >> 24) + 46871 * ($q >> 16 & 255) + 4732 * ($q >> 8 & 255)) / 65536;
            $out[$i] = $toned < 1.0 ? $ink : $q & 0xFFFFFF00 | min(255, (int) round($ink * 255 / $toned));
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /** The same table for red, green and blue; alpha stays. */
    public function apply(Bitmap $in): Bitmap
    {
        $table = $this->values;
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $out[$i] = $table[$p >> 24] << 24 | $table[$p >> 16 & 255] << 16 | $table[$p >> 8 & 255] << 8 | $p & 255;
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
