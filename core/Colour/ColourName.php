<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Colour;

/** The plain word for a colour: bands of hue, chroma and lightness in OKLCH (Ottosson, 2020), as wide as the words are used. */
final class ColourName
{
    public const ALL = ['black', 'grey', 'white', 'red', 'orange', 'brown', 'yellow', 'green', 'teal', 'blue', 'violet', 'pink'];

    /** Chroma below which a colour has no hue to name, and below which a dark one has none. */
    private const GREY = 0.03;

    /** Hues in degrees at which one word ends; the last begins again at 0. */
    private const BANDS = ['pink' => 12.0, 'red' => 45.0, 'orange' => 85.0, 'yellow' => 118.0, 'green' => 168.0, 'teal' => 220.0, 'blue' => 288.0, 'violet' => 325.0];

    /** Lightness below which an orange is a brown, and red and yellow are it too where they are dull. */
    private const BROWN = 0.62;

    private const PURPLE = 0.52;

    public static function of(Srgb $colour): string
    {
        $lch = Oklch::fromOklab(Oklab::fromSrgb($colour));
        if ($lch->lightness < 0.22) {
            return 'black';
        }
        if ($lch->chroma < self::GREY) {
            return $lch->lightness > 0.93 ? 'white' : 'grey';
        }
        $hue = fmod(fmod($lch->hue, 360.0) + 360.0, 360.0);
        $name = 'pink';
        foreach (self::BANDS as $word => $end) {
            if ($hue < $end) {
                $name = $word;
                break;
            }
        }
        $isDull = $lch->chroma < 0.11;

        return match (true) {
            // A dark pink of that hue is called a violet.
            $name === 'pink' && $hue > 300.0 && $lch->lightness < self::PURPLE => 'violet',
            $name === 'orange' && $lch->lightness < self::BROWN,
            ($name === 'red' || $name === 'yellow') && $isDull && $lch->lightness < self::BROWN - 0.1 => 'brown',
            default => $name,
        };
    }
}
