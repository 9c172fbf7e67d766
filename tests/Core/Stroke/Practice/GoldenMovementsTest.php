<?php

declare(strict_types=1);

namespace Tests\Core\Stroke\Practice;

use PHPUnit\Framework\TestCase;
use Tests\Core\Golden;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Dab\BrushTextures;
use Yarrowfog\Core\Paint\Mip\HalvedMipChain;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\AngleFollows;
use Yarrowfog\Core\Stroke\Practice\PracticePen;
use Yarrowfog\Core\Tip\Frame;

/** Every movement of the practice pen, painted so that pressure, speed, tilt and barrel are seen. */
final class GoldenMovementsTest extends TestCase
{
    private const WIDTH = 480;

    private const HEIGHT = 120;

    public function test_they_look_as_they_did(): void
    {
        $wedge = new HalvedMipChain(new Frame(Pictures::plane(32, 32, fn (int $x, int $y): int => abs($y - 15.5) < 1 + $x / 3 ? 65535 : 0)));
        $brush = BrushSettings::read(['settings' => [
            'size' => ['base' => 14, 'drives' => [['input' => 'pressure', 'from' => 0.15, 'to' => 1]]],
            'spacing' => ['base' => 0.7],
            'roundness' => ['base' => 1, 'drives' => [['input' => 'tilt', 'from' => 1, 'to' => 0.3]]],
            'angleFollows' => ['base' => AngleFollows::Azimuth->value],
            'flow' => ['base' => 1, 'drives' => [['input' => 'twist', 'from' => 1, 'to' => 0.3]]],
            'opacity' => ['base' => 1, 'drives' => [['input' => 'speed', 'from' => 1, 'to' => 0.4, 'reference' => 2]]],
        ]]);
        $pixels = [];
        foreach (PracticePen::names() as $k => $name) {
            $pixels = [...$pixels, ...Swatch::paint(new BrushTextures([$wedge]), $brush, PracticePen::named($name, self::WIDTH, self::HEIGHT), $k, self::WIDTH, self::HEIGHT)->pixels];
        }
        Golden::assertLooksAs(__DIR__.'/golden/movements.png', new Bitmap(self::WIDTH, self::HEIGHT * count(PracticePen::names()), $pixels));
    }
}
