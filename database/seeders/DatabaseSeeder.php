<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Cutting\TipMaker;
use App\Gathering\SourceIntake;
use App\Models\Brush;
use App\Models\Sheet;
use App\Models\Source;
use App\Painting\SheetPainter;
use App\Painting\StrokeRequest;
use Database\Almanac\Almanac;
use Illuminate\Database\Seeder;
use Illuminate\Support\Str;
use Yarrowfog\Core\Cut\CutList;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Stroke\Trace;

/** The demo: sources, brushes and a painted sheet of the Saltmarsh Almanac. */
final class DatabaseSeeder extends Seeder
{
    public function run(SourceIntake $sources, TipMaker $maker, SheetPainter $painter): void
    {
        $brushes = [];
        foreach (Almanac::pictures() as $name => $bytes) {
            $brushes[$name] = $this->brush($sources->takeIn($bytes, "{$name}, scan"), $name, $maker);
        }
        $this->paint($painter, $brushes);
    }

    private function brush(Source $source, string $name, TipMaker $maker): Brush
    {
        $list = CutList::read(['steps' => [
            ['step' => 'clear-paper', 'numbers' => ['whitePoint' => 188, 'blackPoint' => 48]],
            ['step' => 'trim', 'numbers' => ['margin' => 6, 'threshold' => 0.1]],
            ['step' => 'centre'],
            ['step' => 'square'],
            ['step' => 'scale', 'numbers' => ['side' => 256]],
        ]]);
        $brush = $maker->make($source, $list, $name);
        $presses = fn (float $from): array => [['input' => 'pressure', 'curve' => [[0, 0], [1, 1]], 'from' => $from, 'to' => 1]];
        $settings = match ($name) {
            'Barnacle' => ['inks' => ['main' => '#2f5664', 'second' => '#6f83a8'], 'settings' => [
                'size' => ['base' => 48, 'spread' => 0.35, 'drives' => $presses(0.3)], 'spacing' => ['base' => 0.38, 'spread' => 0.25],
                'scatterAcross' => ['base' => 0.6], 'angle' => ['spread' => 180], 'inkMix' => ['base' => 0.4, 'spread' => 0.4], 'driftHue' => ['base' => 14], 'driftLightness' => ['base' => 0.08],
            ]],
            'Harbour seal' => ['inks' => ['main' => '#8c3347'], 'settings' => ['size' => ['base' => 120], 'spacing' => ['base' => 1.25], 'angle' => ['spread' => 4], 'opacity' => ['base' => 0.9]]],
            'Gull feather' => ['inks' => ['main' => '#4c5a5e', 'second' => '#a7a18f'], 'settings' => [
                'size' => ['base' => 110, 'spread' => 0.4, 'drives' => $presses(0.5)], 'spacing' => ['base' => 0.45, 'spread' => 0.3], 'scatterAcross' => ['base' => 0.35],
                'angleFollows' => ['base' => 'heading'], 'angle' => ['base' => 24, 'spread' => 28], 'inkMix' => ['base' => 0.3, 'spread' => 0.3], 'flow' => ['base' => 0.85],
            ]],
            'Rope run' => ['inks' => ['main' => '#7b6540'], 'settings' => ['size' => ['base' => 40, 'drives' => $presses(0.6)], 'spacing' => ['base' => 0.24], 'angleFollows' => ['base' => 'heading'], 'driftLightness' => ['base' => 0.05]]],
            'Rain line' => ['inks' => ['main' => '#5a7480'], 'settings' => ['size' => ['base' => 60, 'spread' => 0.4, 'drives' => $presses(0.6)], 'spacing' => ['base' => 0.4, 'spread' => 0.5], 'scatterAcross' => ['base' => 0.5], 'opacity' => ['base' => 0.8, 'spread' => 0.6], 'overlap' => ['base' => 'adds up']]],
            default => ['inks' => ['main' => '#31454d'], 'settings' => [
                'size' => ['base' => 46, 'spread' => 0.12, 'drives' => $presses(0.55)], 'spacing' => ['base' => 0.12, 'spread' => 0.4], 'angle' => ['spread' => 180],
                'flow' => ['base' => 0.85, 'drives' => $presses(0.2)], 'opacity' => ['base' => 0.95],
                'tooth' => ['base' => 'cold-pressed paper'], 'toothMode' => ['base' => 'catch'], 'toothDepth' => ['base' => 0.97], 'toothScale' => ['base' => 0.6],
            ]],
        };
        $brush->update(['kept' => BrushSettings::read($settings)]);

        return $brush;
    }

    /** @param  array<string, Brush>  $brushes */
    private function paint(SheetPainter $painter, array $brushes): void
    {
        $sheet = Sheet::blank('Low tide', 1600, 1000);
        $lay = function (string $brush, Trace $trace, int $roll, array $hand = []) use ($painter, $sheet, $brushes): void {
            $order = StrokeRequest::read(JsonReader::of(['stroke' => (string) Str::uuid(), 'brush' => $brushes[$brush]->id, 'roll' => $roll, ...$hand]), $sheet);
            $painter->finish($sheet, $order, $trace);
        };
        foreach ([0, 1, 2, 3] as $i) {
            $lay('Slate chalk', Movements::swell(new Rect(120 + 40 * $i, 560 + 80 * $i, 1330 - 70 * $i, 90)), 3 + $i, ['size' => 130 + 22 * $i, 'opacity' => 0.4 + 0.1 * $i]);
        }
        foreach ([0, 1, 2] as $i) {
            $lay('Rain line', Movements::swell(new Rect(160 + 380 * $i, 90 + 30 * $i, 420, 120)), 20 + $i, ['size' => 100]);
        }
        $lay('Rope run', Movements::swell(new Rect(180, 420, 1180, 170)), 31, ['size' => 46]);
        $lay('Barnacle', Movements::swell(new Rect(240, 640, 1000, 180)), 41, ['size' => 96]);
        $lay('Barnacle', Movements::swell(new Rect(420, 720, 700, 130)), 42, ['size' => 64]);
        $lay('Gull feather', Movements::swell(new Rect(900, 190, 420, 130)), 51, ['size' => 150]);
        $lay('Harbour seal', Movements::taps(new Rect(1360, 840, 160, 2))[4], 61, ['size' => 150]);
    }
}
