<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Tip\InkRule;

/** A picture as cut, with its ink and what its border holds: what the checks look at. */
final readonly class CutResult
{
    public Plane $ink;

    /** @var list<int> ink of the outermost pixels, sorted, 0–65535 */
    public array $borderInk;

    /** @param  float  $factor  size of the picture against the full one */
    public function __construct(public Bitmap $picture, public CutList $list, public float $factor = 1.0)
    {
        $this->ink = InkRule::plane($picture, $list->kind);
        $w = $picture->width;
        $h = $picture->height;
        $border = [];
        for ($x = 0; $x < $w; $x++) {
            $border[] = $this->ink->at($x, 0);
            $border[] = $this->ink->at($x, $h - 1);
        }
        for ($y = 1; $y < $h - 1; $y++) {
            $border[] = $this->ink->at(0, $y);
            $border[] = $this->ink->at($w - 1, $y);
        }
        sort($border);
        $this->borderInk = $border;
    }

    /** Ink of the border below which the given part of it lies; both 0–1. */
    public function borderQuantile(float $part): float
    {
        return $this->borderInk[(int) ($part * (count($this->borderInk) - 1))] / 65535;
    }

    /** Mean ink of the whole picture, 0–1. */
    public function meanInk(): float
    {
        return $this->ink->total() / 65535 / count($this->ink->values);
    }

    /** Ink of the pixel that prints most, 0–1. */
    public function darkest(): float
    {
        $most = 0;
        foreach ($this->ink->values as $ink) {
            if ($ink > $most) {
                $most = $ink;
            }
        }

        return $most / Plane::FULL;
    }

    /** A length in px of this picture, in px of the full one. */
    public function fullPx(float $px): int
    {
        return (int) round($px / $this->factor);
    }
}
