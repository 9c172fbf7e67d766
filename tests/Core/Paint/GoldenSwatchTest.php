<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Core\Golden;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;
use Yarrowfog\Core\Tip\Frame;

/**
 * Swatches as they looked when they were good, 320 × 120 px each, to be looked at: a change of the engine that
 * a painter would see shows here.
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
            'chalk' => ['chalk', ['size' => ['base' => 40, 'spread' => 0.2], 'angle' => ['spread' => 180], 'flow' => ['base' => 0.8, 'drives' => $presses], 'tooth' => ['base' => 'cold-pressed paper'], 'toothMode' => ['base' => 'catch'], 'toothDepth' => ['base' => 1]]],
            'puddle' => ['puddle', ['size' => ['base' => 56, 'spread' => 0.2], 'opacity' => ['base' => 0.6], 'scatterAcross' => ['base' => 0.1], 'rim' => ['base' => 0.9], 'rimWidth' => ['base' => 6]]],
            'grunge' => ['grunge', ['size' => ['base' => 50], 'biteSize' => ['base' => 0.4], 'biteSpacing' => ['base' => 0.6], 'biteScatter' => ['base' => 0.8], 'noise' => ['base' => 0.5]]],
            'band' => ['band', ['laidAs' => ['base' => 'band, repeated'], 'size' => ['base' => 34, 'drives' => $presses]]],
            'smudge' => ['smudge', ['does' => ['base' => 'smudges'], 'size' => ['base' => 44], 'spacing' => ['base' => 0.05]]],
            'shadow' => ['shadow', ['size' => ['base' => 40, 'spread' => 0.3], 'roundness' => ['base' => 0.4], 'spacing' => ['base' => 0.8], 'angle' => ['spread' => 180], 'driftLightness' => ['base' => 0.2], 'castShadow' => ['base' => 0.6]]],
            'dash' => ['dash', ['size' => ['base' => 30], 'roundness' => ['base' => 0.2], 'spacing' => ['base' => 1.4], 'angleFollows' => ['base' => 'heading'], 'overlap' => ['base' => 'adds up']]],
        ];
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('brushes')]
    public function test_it_looks_as_it_did(string $name, array $settings): void
    {
        $bite = new HalvedMipChain(new Frame(Pictures::plane(32, 32, fn (int $x): int => $x % 8 < 3 ? 65535 : 0)));
        $stripes = Pictures::bitmap(320, 120, fn (int $x, int $y): int => $name !== 'smudge' ? 0 : (intdiv($x, 40) % 2 === 0 ? 0xC08040FF : 0x306090FF));
        $swatch = Swatch::paint(new BrushTextures([Pictures::roundTip()], $name === 'grunge' ? $bite : null), BrushSettings::read(['settings' => $settings]), [Movements::swell(new Rect(40, 30, 240, 60))], 5, 320, 120, $stripes);
        Golden::assertLooksAs(self::FOLDER."/{$name}.png", $swatch);
    }
}
