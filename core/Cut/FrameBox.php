<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\Tip;
use Yarrowfog\Core\Tip\TipKind;

/** One box for all frames of a tip, so that they keep their sizes against one another when they take turns. */
final class FrameBox
{
    /** Ink from which a pixel belongs to the outline, of 65535. */
    private const INK = 1311;

    /**
     * Each frame is laid in the middle of a box that holds the largest.
     *
     * @param  list<Bitmap>  $frames
     * @param  bool  $evened  whether the longer side of the ink is brought to the same length in all: that of the middle one
     * @return list<Bitmap>
     *
     * @throws InvalidInput when they are no frames of one tip
     */
    public static function around(array $frames, TipKind $kind, bool $evened): array
    {
        if ($frames === [] || count($frames) > Tip::MOST_FRAMES) {
            throw new InvalidInput('frames', sprintf('A tip takes 1 to %d frames; these are %d.', Tip::MOST_FRAMES, count($frames)));
        }
        $frames = $evened ? self::evenOut($frames, $kind) : $frames;
        $width = max(array_map(fn (Bitmap $f): int => $f->width, $frames));
        $height = max(array_map(fn (Bitmap $f): int => $f->height, $frames));
        if (max($width, $height) > Tip::LARGEST) {
            throw new InvalidInput('frames', sprintf('The common box of these frames would be %s × %s px. The most is %s px a side: even out their sizes, or add a scale step.', number_format($width), number_format($height), number_format(Tip::LARGEST)));
        }

        return array_map(fn (Bitmap $f): Bitmap => $f->crop(new Rect(-intdiv($width - $f->width, 2), -intdiv($height - $f->height, 2), $width, $height)), $frames);
    }

    /**
     * @param  non-empty-list<Bitmap>  $frames
     * @return non-empty-list<Bitmap>
     */
    private static function evenOut(array $frames, TipKind $kind): array
    {
        $sides = [];
        foreach ($frames as $frame) {
            $ink = InkBounds::of(InkRule::plane($frame, $kind), self::INK);
            $sides[] = $ink === null ? max($frame->width, $frame->height) : max($ink->width, $ink->height);
        }
        $sorted = $sides;
        sort($sorted);
        $wanted = $sorted[intdiv(count($sorted), 2)];
        $resampler = new Resampler(Filter::Area);
        $out = [];
        foreach ($frames as $i => $frame) {
            $factor = $wanted / $sides[$i];
            $out[] = $resampler->bitmap($frame, max(1, (int) round($frame->width * $factor)), max(1, (int) round($frame->height * $factor)));
        }

        return $out;
    }
}
