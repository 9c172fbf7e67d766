<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\PracticePen;

/**
 * Swatches as they looked when they were good, 16 × 6 px each: a change of the engine that
 * a painter would see shows here. To take a new one on purpose, run with GOLDEN=write.
 */
final class GoldenSwatchTest extends TestCase
{
    private const FOLDER = __DIR__.'/golden';

    /** @return array<string, array{string, array<string, mixed>}> */
    public static function brushes(): array
    {
        $presses = [['input' => 'pressure', 'from' => 0.1, 'to' => 1]];

        return [
            'inker' => ['inker', ['size' => ['base' => 24, 'drives' => $presses], 'spacing' => ['base' => 0.06]]],
            'wash' => ['wash', ['size' => ['base' => 50], 'flow' => ['base' => 0.3], 'opacity' => ['base' => 0.4]]],
            'scatter' => ['scatter', ['size' => ['base' => 22, 'spread' => 0.5], 'spacing' => ['base' => 0.6], 'scatterAcross' => ['base' => 1], 'driftHue' => ['base' => 60], 'driftLightness' => ['base' => 0.2]]],
            'dash' => ['dash', ['size' => ['base' => 30], 'roundness' => ['base' => 0.2], 'spacing' => ['base' => 1.4], 'angleFollows' => ['base' => 'heading'], 'overlap' => ['base' => 'adds up']]],
        ];
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('brushes')]
    public function test_it_looks_as_it_did(string $name, array $settings): void
    {
        $swatch = Swatch::paint(Pictures::roundTip(), Brush::read(['settings' => $settings]), [PracticePen::swell(new Rect(40, 30, 240, 60))], 5, 320, 120);
        $small = (new Resampler(Filter::Area))->bitmap($swatch, 16, 6);
        $file = self::FOLDER."/{$name}.txt";
        if (getenv('GOLDEN') === 'write') {
            @mkdir(self::FOLDER);
            file_put_contents($file, implode("\n", array_map(fn (array $row): string => implode(' ', array_map(fn (int $p): string => sprintf('%08x', $p), $row)), array_chunk($small->pixels, 16)))."\n");
        }
        $golden = new Bitmap(16, 6, array_map(fn (string $hex): int => (int) hexdec($hex), preg_split('/\s+/', trim((string) file_get_contents($file))) ?: []));
        foreach ($golden->pixels as $i => $pixel) {
            self::assertEqualsWithDelta($pixel & 255, $small->pixels[$i] & 255, 3, "alpha of pixel {$i}");
            if (($pixel & 255) > 24) {
                foreach ([24, 16, 8] as $shift) {
                    self::assertEqualsWithDelta($pixel >> $shift & 255, $small->pixels[$i] >> $shift & 255, 6, "colour of pixel {$i}");
                }
            }
        }
    }
}
