<?php

declare(strict_types=1);

namespace App\Tuning;

use Yarrowfog\Core\Make\RoundTip;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Recording;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

/** A maker’s mark drawn by hand: a plain pen in black, fitted into a square. */
final class DrawnMark
{
    private const MARGIN = 16;

    /** A small mark is made this many times as large at most. */
    private const LARGER = 4.0;

    public static function of(Recording $strokes, int $side): Bitmap
    {
        $pen = BrushSettings::read(['inks' => ['main' => '#1c211e'], 'settings' => [
            'size' => ['base' => 9, 'drives' => [['input' => 'pressure', 'from' => 0.3, 'to' => 1]]], 'spacing' => ['base' => 0.06], 'steadying' => ['base' => 0.2],
        ]]);
        $traces = $strokes->fittedTo(new Rect(self::MARGIN, self::MARGIN, $side - 2 * self::MARGIN, $side - 2 * self::MARGIN), self::LARGER);

        return Swatch::paint(new HalvedMipChain(Frame::fromPicture(RoundTip::picture(64), TipKind::InkMask)), $pen, $traces, 1, $side, $side);
    }
}
