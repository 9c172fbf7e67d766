<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Paint\Stroke\Swatch;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Practice\Movements;

/** Only what is painted of a swatch is made, and all of it. */
final class SwatchPartsTest extends TestCase
{
    public function test_the_parts_of_a_swatch_are_the_whole_of_it(): void
    {
        $traces = [Movements::swell(new Rect(20, 20, 200, 60)), ...Movements::taps(new Rect(240, 40, 40, 6))];
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 18], 'scatterAcross' => ['base' => 0.8]]]);
        $whole = Swatch::paint(Pictures::roundTip(), $brush, $traces, 5, 300, 100);
        $out = array_fill(0, 300 * 100, 0);
        $parts = Swatch::parts(Pictures::roundTip(), $brush, $traces, 5, 300, 100);
        self::assertGreaterThan(1, count($parts));
        foreach ($parts as [$area, $pixels]) {
            for ($y = 0; $y < $area->height; $y++) {
                for ($x = 0; $x < $area->width; $x++) {
                    $out[($area->y + $y) * 300 + $area->x + $x] = $pixels->at($x, $y);
                }
            }
        }
        self::assertTrue($out === $whole->pixels);
    }

    /** What lends from the sheet needs one that it can lend from. */
    public function test_a_brush_that_lends_is_shown_on_a_ground_however_little_it_lends(): void
    {
        $traces = [Movements::swell(new Rect(20, 20, 200, 60))];
        $ground = Bitmap::ofColour(260, 100);
        foreach ([0.05, 1.0] as $lends) {
            $brush = BrushSettings::read(['settings' => ['size' => ['base' => 18], 'lends' => ['base' => $lends]]]);
            [[$area, $pixels]] = $parts = Swatch::parts(Pictures::roundTip(), $brush, $traces, 5, 260, 100);
            self::assertCount(1, $parts);
            self::assertSame([0, 0, 260, 100], $area->toArray());
            self::assertTrue($pixels->pixels === Swatch::paint(Pictures::roundTip(), $brush, $traces, 5, 260, 100, $ground)->pixels);
        }
    }
}
