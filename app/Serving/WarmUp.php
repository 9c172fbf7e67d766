<?php

declare(strict_types=1);

namespace App\Serving;

use App\Models\Brush;
use App\Models\Sheet;
use Closure;
use Illuminate\Contracts\Http\Kernel;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
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
use Yarrowfog\Core\Stroke\Sample;
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

    /**
     * A piece of a stroke over the last sheet with a brush of the library, asked for as a browser does: it changes nothing there, and
     * whatever a request passes through is loaded afterwards.
     *
     * @return list<Closure(): void>
     */
    public static function pieces(Kernel $kernel): array
    {
        $ask = function (array $samples) use ($kernel): void {
            $sheet = Sheet::query()->latest('id')->value('id');
            $brush = Brush::query()->latest('id')->value('id');
            if (is_int($sheet) && is_int($brush)) {
                $order = ['stroke' => (string) Str::uuid(), 'brush' => $brush, 'roll' => 1, 'realPressure' => true, 'samples' => $samples];
                $kernel->handle(Request::create("/sheets/{$sheet}/pen/pieces", 'POST', server: ['HTTP_SEC_FETCH_SITE' => 'same-origin', 'HTTP_ACCEPT' => 'application/json'], content: json_encode($order, JSON_THROW_ON_ERROR)));
            }
        };
        $samples = array_map(fn (Sample $s): array => array_slice($s->toArray(), 0, 4), Movements::swell(new Rect(40, 40, 200, 100))->samples);

        return [fn () => $ask(array_slice($samples, 0, 1)), fn () => $ask(array_slice($samples, 0, 40)), fn () => $ask($samples)];
    }

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
