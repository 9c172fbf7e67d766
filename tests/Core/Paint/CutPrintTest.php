<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Tests\Core\Pictures;
use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Paint\Dab\DabFootprint;
use Yarrowfog\Core\Paint\Dab\DabShapes;
use Yarrowfog\Core\Paint\Dab\Impression;
use Yarrowfog\Core\Paint\Dab\Impressions;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\Shape;

/** Of a large print only what lies on the sheet is made, and that is what all of it would have there. */
final class CutPrintTest extends TestCase
{
    /** Dabs by chance, at, over and beyond every edge of a sheet. */
    #[TestWith([0.0, 1.0])]
    #[TestWith([33.0, 0.4])]
    #[TestWith([-120.0, 0.7])]
    public function test_a_part_of_a_print_is_that_part_of_the_whole(float $angle, float $roundness): void
    {
        $sheet = new Rect(0, 0, 61, 47);
        $brush = BrushSettings::read(['settings' => ['size' => ['base' => 90, 'spread' => 0.4]]]);
        $chance = new Chance(7);
        $shared = 0;
        for ($i = 0; $i < 60; $i++) {
            $dab = new Dab($i, 0, -70 + 200 * $chance->unit(1, $i), -70 + 190 * $chance->unit(2, $i), new Shape(30 + 120 * $chance->unit(3, $i), $angle + $i, $roundness), 1.0, 1.0, 0x204060);
            $impressions = new Impressions(new DabShapes(Pictures::roundTip(), $brush));
            $whole = $impressions->of($dab);
            $cut = $impressions->of($dab, $sheet);
            $x = DabFootprint::pixel($dab->x);
            $y = DabFootprint::pixel($dab->y);
            self::assertSame($whole->area->intersect($sheet->move(-$x, -$y))->area(), $cut->area->area());
            for ($v = $cut->area->y; $v < $cut->area->bottom(); $v++) {
                for ($u = $cut->area->x; $u < $cut->area->right(); $u++) {
                    $shared += self::at($cut, $u, $v) > 0 ? 1 : 0;
                    if (self::at($whole, $u, $v) !== self::at($cut, $u, $v)) {
                        self::fail("dab {$i} differs at {$u}, {$v}");
                    }
                }
            }
        }
        self::assertGreaterThan(10000, $shared);
    }

    /** Ink that would be laid: none outside of the ends of its row. */
    private static function at(Impression $print, int $x, int $y): int
    {
        $column = $x - $print->area->x;
        $row = $y - $print->area->y;

        return $column >= $print->starts[$row] && $column < $print->ends[$row] ? $print->ink[$row * $print->area->width + $column] : 0;
    }

    public function test_a_print_that_is_kept_is_made_whole(): void
    {
        $impressions = new Impressions(new DabShapes(Pictures::roundTip(), BrushSettings::read(['settings' => ['size' => ['base' => 40]]])));
        $dab = new Dab(0, 0, 2.0, 2.0, new Shape(40.0, 0.0, 1.0), 1.0, 1.0, 0);
        self::assertEquals($impressions->of($dab, new Rect(0, 0, 5, 5))->area, (new Impressions(new DabShapes(Pictures::roundTip(), BrushSettings::read(['settings' => ['size' => ['base' => 40]]]))))->of($dab)->area);
    }
}
