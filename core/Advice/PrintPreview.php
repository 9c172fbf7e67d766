<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Mip\MipChain;
use Yarrowfog\Core\Paint\Stroke\PaintedStroke;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\SettingValue;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/** The tip printed by the engine at three sizes, and a short line of it. */
final class PrintPreview
{
    /** px */
    private const SIZES = [320, 96, 24];

    /** Colours of each backdrop and of the ink that shows on it. */
    public const BACKDROPS = [
        'white' => [0xFFFFFF, 0x1C211E],
        'black' => [0x111111, 0xE9E4D8],
        'grey' => [0x808080, 0x1C211E],
        'tint' => [0x6D9C8B, 0x1C211E],
    ];

    private const SECOND_INK = 0xC8B27A;

    /** px high, of the strip that shows all backdrops. */
    private const STRIP = 80;

    public const WIDTH = 324;

    public const HEIGHT = 428;

    private const LINE_SIZE = 26;

    /**
     * @param  array{int, int}  $colours  of the backdrop and the ink: one of BACKDROPS
     * @return Bitmap on nothing: the page shows it on the backdrop
     */
    public static function paint(MipChain $levels, TipKind $kind, array $colours): Bitmap
    {
        $bounds = new Rect(0, 0, self::WIDTH, self::HEIGHT);
        $ink = Srgb::fromInt($colours[1]);
        $brush = BrushSettings::standard($kind)->withInks($ink, Srgb::fromInt(self::SECOND_INK));
        $strokes = [];
        $places = [[162, 162], [52, 376], [120, 376]];
        foreach (self::SIZES as $i => $size) {
            $strokes[] = self::stroke($levels, $brush->with('size', new SettingValue((float) $size)), [new Sample(0, ...$places[$i])], $bounds);
        }
        $strokes[] = self::stroke($levels, $brush->with('size', new SettingValue((float) self::LINE_SIZE)), self::wave(152, 376, 150, 26), $bounds);

        return Compositor::over(DeepBitmap::empty(self::WIDTH, self::HEIGHT), $bounds, ...$strokes)->toBitmap();
    }

    /** The tip once and as a short line on white, black, grey and a tint, side by side. */
    public static function onAll(MipChain $levels, TipKind $kind): Bitmap
    {
        $cell = intdiv(self::WIDTH, count(self::BACKDROPS));
        $strip = new Rect(0, 0, self::WIDTH, self::STRIP);
        $grounds = array_values(self::BACKDROPS);
        $pixels = [];
        for ($y = 0; $y < self::STRIP; $y++) {
            for ($x = 0; $x < self::WIDTH; $x++) {
                $pixels[] = $grounds[min(count($grounds) - 1, intdiv($x, $cell))][0] << 8 | 255;
            }
        }
        $strokes = [];
        foreach ($grounds as $i => [, $ink]) {
            $brush = BrushSettings::standard($kind)->withInks(Srgb::fromInt($ink), Srgb::fromInt(self::SECOND_INK));
            $strokes[] = self::stroke($levels, $brush->with('size', new SettingValue(46.0)), [new Sample(0, $i * $cell + $cell / 2, 28)], $strip);
            $strokes[] = self::stroke($levels, $brush->with('size', new SettingValue(12.0)), self::wave($i * $cell + 12, 66, $cell - 24, 5), $strip);
        }

        return Compositor::over(DeepBitmap::of(new Bitmap(self::WIDTH, self::STRIP, $pixels)), $strip, ...$strokes)->toBitmap();
    }

    /** @return non-empty-list<Sample> */
    private static function wave(float $x, float $y, float $length, float $height): array
    {
        return array_map(fn (int $i): Sample => new Sample($i * 20, $x + $i * $length / 12, $y - $height * sin($i / 12 * 2 * M_PI)), range(0, 12));
    }

    /** @param  non-empty-list<Sample>  $samples */
    private static function stroke(MipChain $levels, BrushSettings $brush, array $samples, Rect $bounds): PaintedStroke
    {
        return (new StrokePainter($levels, $brush))->stroke(new Trace($samples), 1, $bounds);
    }
}
