<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\LaidAs;
use Yarrowfog\Core\Stroke\Taper;

/** What only the end of a stroke can tell. */
final class Provisional
{
    /**
     * @param  float  $length  px of the stroke so far
     * @return list<string> in words
     */
    public static function of(BrushSettings $brush, float $length, bool $takesRim = true): array
    {
        return array_keys(array_filter([
            'taper in' => Taper::isOpen($brush, $length),
            'taper out' => $brush->base('taperOut') > 0,
            'rim' => $takesRim && $brush->base('rim') > 0,
            'stretched band' => $brush->choices->laidAs === LaidAs::BandOnce,
            'length of the band' => $brush->choices->laidAs === LaidAs::BandRepeated,
        ]));
    }
}
