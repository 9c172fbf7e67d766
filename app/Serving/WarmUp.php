<?php

declare(strict_types=1);

namespace App\Serving;

use Closure;
use Yarrowfog\Core\Make\RoundTip;
use Yarrowfog\Core\Paint\Composite\Compositor;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\StrokePainter;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\DeepBitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Tip\Frame;
use Yarrowfog\Core\Tip\TipKind;

/**
 * Strokes that nobody sees, painted by a worker while nobody asks it for anything: its loops are compiled by the
 * time somebody does. Without that the first stroke of each worker lags behind the pen by up to a second.
 */
final class WarmUp
{
    /** px of the sheet. */
    private const SHEET = [420, 260];

    /** Samples of a piece, as a pen sends them. */
    private const PIECE = 6;

    /** Times that each kind of stroke is painted: a loop is compiled when it was gone through often enough. */
    private const TIMES = 3;

    /** @return list<Closure(): void> each a tenth of a second or so */
    public static function strokes(): array
    {
        $presses = [['input' => 'pressure', 'from' => 0.2, 'to' => 1]];
        $tip = new HalvedMipChain(Frame::fromPicture(RoundTip::picture(128), TipKind::InkMask));
        $steps = [];
        for ($i = 0; $i < self::TIMES; $i++) {
            foreach ([
                ['size' => ['base' => 64]],
                ['size' => ['base' => 64, 'drives' => $presses]],
                ['size' => ['base' => 48, 'drives' => $presses], 'angle' => ['spread' => 180], 'driftHue' => ['base' => 30]],
                ['size' => ['base' => 48], 'tooth' => ['base' => 'cold-pressed paper'], 'toothMode' => ['base' => 'catch'], 'flow' => ['base' => 0.6, 'drives' => $presses]],
            ] as $settings) {
                $steps[] = fn () => self::paint($tip, BrushSettings::read(['settings' => $settings]));
            }
            // A stroke that is tried on a swatch lies over all that is painted there.
            $steps[] = function () use ($tip, $presses): void {
                $brush = BrushSettings::read(['settings' => ['size' => ['base' => 48, 'drives' => $presses], 'spacing' => ['base' => 0.3]]]);
                Swatch::parts($tip, $brush, PracticePen::named(PracticePen::MIXED, 800, 200), 1, 800, 200);
            };
        }

        return $steps;
    }

    private static function paint(HalvedMipChain $tip, BrushSettings $brush): void
    {
        $sheet = new Rect(0, 0, ...self::SHEET);
        $under = DeepBitmap::of(Bitmap::ofColour($sheet->width, $sheet->height, 0xFFFFFFFF));
        $stroke = (new StrokePainter($tip, $brush))->begin(true, 1, $sheet);
        foreach (array_chunk(Movements::swell($sheet->grow(-40))->samples, self::PIECE) as $samples) {
            $stroke->feed($samples);
            foreach ($stroke->takeDirty() as $area) {
                Compositor::over($under->crop($area), $area, $stroke)->toBitmap()->toBytes();
            }
        }
    }
}
