<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Colour;

use Yarrowfog\Core\Raster\Bitmap;

/** Inks laid out to choose from, in Oklch. */
final class InkChart
{
    /** The strongest chroma that sRGB holds is 0.323, of a violet. */
    public const MOST_CHROMA = 0.33;

    /** Lightness and chroma at which hues are shown side by side: nearly all of them can be there. */
    private const OF_HUES = [0.72, 0.125];

    /** Chroma below which a colour has no hue to speak of. */
    private const GREY = 0.004;

    /** Every colour of one hue: chroma grows to the right, lightness upwards. What no screen can show is left out. */
    public static function ofHue(float $hue, int $width, int $height): Bitmap
    {
        $pixels = [];
        for ($y = 0; $y < $height; $y++) {
            $lightness = 1 - ($y + 0.5) / $height;
            for ($x = 0; $x < $width; $x++) {
                $lab = (new Oklch($lightness, self::MOST_CHROMA * ($x + 0.5) / $width, $hue))->toOklab();
                $pixels[] = $lab->isShowable() ? $lab->toSrgb()->toInt() << 8 | 255 : 0;
            }
        }

        return new Bitmap($width, $height, $pixels);
    }

    /** All hues side by side, from 0° to 360°. */
    public static function hues(int $width, int $height): Bitmap
    {
        $row = [];
        for ($x = 0; $x < $width; $x++) {
            $row[] = (new Oklch(self::OF_HUES[0], self::OF_HUES[1], 360 * ($x + 0.5) / $width))->toSrgb()->toInt() << 8 | 255;
        }

        return new Bitmap($width, $height, array_merge(...array_fill(0, max(1, $height), $row)));
    }

    /**
     * Colours that go with one, in small wells.
     *
     * @return array<string, list<Srgb>> by what they have in common
     */
    public static function wells(Oklch $of): array
    {
        $lighter = fn (float $by): Srgb => (new Oklch(max(0.04, min(0.97, $of->lightness + $by)), $of->chroma, $of->hue))->toSrgb();
        $turned = fn (float $by): Srgb => (new Oklch($of->lightness, max($of->chroma, self::GREY), $of->hue + $by))->toSrgb();
        $greyer = fn (float $part): Srgb => (new Oklch($of->lightness, $of->chroma * $part, $of->hue))->toSrgb();

        return [
            'darker and lighter' => array_map($lighter, [-0.24, -0.12, 0.0, 0.12, 0.24]),
            'neighbouring hues' => array_map($turned, [-40.0, -20.0, 0.0, 20.0, 40.0]),
            'greyer and stronger' => array_map($greyer, [0.0, 0.35, 0.7, 1.3, 1.8]),
            'across the circle' => array_map($turned, [120.0, 150.0, 180.0, 210.0, 240.0]),
        ];
    }

    /** A grey keeps the hue that was chosen before. */
    public static function hueOf(Oklch $ink, float $before): float
    {
        return $ink->chroma < self::GREY ? $before : fmod($ink->hue + 360.0, 360.0);
    }
}
