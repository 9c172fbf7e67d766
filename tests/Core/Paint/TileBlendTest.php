<?php

declare(strict_types=1);

namespace Tests\Core\Paint;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Yarrowfog\Core\Paint\Dab\DabFootprint;
use Yarrowfog\Core\Paint\Dab\DensePrint;
use Yarrowfog\Core\Paint\Dab\Impression;
use Yarrowfog\Core\Paint\Dab\Pose;
use Yarrowfog\Core\Paint\Dab\ScanlineSpans;
use Yarrowfog\Core\Paint\Dab\Stencil;
use Yarrowfog\Core\Paint\Dab\TileBlend;
use Yarrowfog\Core\Paint\Tile\Density;
use Yarrowfog\Core\Paint\Tile\PackedCoveragePair;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Rect;

/** The loops that blend, against their formula in floating point. */
final class TileBlendTest extends TestCase
{
    private const SIDE = StrokeBuffer::SIDE;

    /** c ← c + max(0, C − c) · m · k, dab after dab, parts of prints beyond the tile included. */
    #[TestWith([65535, 65536])]
    #[TestWith([52428, 39322])]
    #[TestWith([30000, 2000])]
    public function test_coverage_goes_up_to_its_ceiling(int $ceiling, int $strength): void
    {
        $chance = new Randomizer(new Mt19937(5));
        $tile = array_fill(0, self::SIDE ** 2, 0);
        $exact = array_fill(0, self::SIDE ** 2, 0.0);
        for ($n = 0; $n < 40; $n++) {
            $print = self::impression($chance, null);
            [$x, $y] = [$chance->getInt(-10, self::SIDE - 8), $chance->getInt(-10, self::SIDE - 8)];
            $tile = TileBlend::blend($tile, -$x, -$y, ...[...self::part($print, $x, $y), $print, $ceiling, $strength]);
            self::each($print, $x, $y, function (int $i, int $at) use ($print, $ceiling, $strength, &$exact): void {
                $exact[$at] += max(0.0, $ceiling - $exact[$at]) * $print->ink[$i] / 65536 * $strength / 65536;
            });
        }
        foreach ($tile as $i => $c) {
            self::assertEqualsWithDelta($exact[$i], $c, 6, "pixel {$i}");
            self::assertLessThanOrEqual($ceiling, $c);
        }
    }

    /** The colour moves to the new ink by the share of that in what then lies there. */
    #[TestWith([false])]
    #[TestWith([true])]
    public function test_colours_are_mixed_by_their_share(bool $own): void
    {
        [$ceiling, $strength] = [52428, 45000];
        $chance = new Randomizer(new Mt19937(6));
        $tile = array_fill(0, self::SIDE ** 2, 0);
        $cover = $exact = array_fill(0, self::SIDE ** 2, 0.0);
        $exact = array_map(fn (): array => [0.0, 0.0, 0.0], $exact);
        for ($n = 0; $n < 40; $n++) {
            $print = self::impression($chance, $own ? true : null);
            $colour = $chance->getInt(0, 0xFFFFFF);
            [$x, $y] = [$chance->getInt(-10, self::SIDE - 8), $chance->getInt(-10, self::SIDE - 8)];
            $tile = $own
                ? TileBlend::blendInOwnColours($tile, -$x, -$y, ...[...self::part($print, $x, $y), $print, $ceiling, $strength, $print->colours ?? []])
                : TileBlend::blendInColour($tile, -$x, -$y, ...[...self::part($print, $x, $y), $print, $ceiling, $strength, $colour]);
            self::each($print, $x, $y, function (int $i, int $at) use ($print, $ceiling, $strength, $colour, &$cover, &$exact): void {
                $a = $print->ink[$i] / 65536 * $strength / 65536;
                if ($a < 1 / 65536) {
                    return;
                }
                $cover[$at] += max(0.0, $ceiling - $cover[$at]) * $a;
                $share = min(1.0, $a * $ceiling / max(1e-9, $cover[$at]));
                $rgb = $print->colours[$i] ?? $colour;
                foreach ([16, 8, 0] as $k => $shift) {
                    $exact[$at][$k] += (($rgb >> $shift & 255) - $exact[$at][$k]) * $share;
                }
            });
        }
        foreach ($tile as $i => $p) {
            self::assertEqualsWithDelta($cover[$i], $p >> 45, 6, "pixel {$i}");
            foreach ($cover[$i] > 600 ? [30, 15, 0] : [] as $k => $shift) {
                self::assertEqualsWithDelta($exact[$i][$k], ($p >> $shift & 32767) / StrokeBuffer::COLOUR_ONE, 0.6, "pixel {$i}");
            }
        }
    }

    /** Turned and laid in one go is what turning first and laying then gives, but for a last bit. */
    public function test_turning_and_laying_in_one_go(): void
    {
        $chance = new Randomizer(new Mt19937(7));
        $stencil = self::stencil($chance, 17, 12);
        foreach ([0.0, 0.4, 1.9, 3.5, 5.0] as $angle) {
            $box = new DabFootprint($stencil, new Pose(cos($angle), -sin($angle), sin($angle), cos($angle)), 60.25, 41.5);
            $print = Impression::of($stencil, $box);
            $x = $box->originX + $box->area->x;
            $y = $box->originY + $box->area->y;
            $empty = array_fill(0, self::SIDE ** 2, 0);
            $all = [-$x, -$y, 0, 0, $box->area->width, $box->area->height];
            $once = PackedCoveragePair::toCoverage(TileBlend::blendTurned(array_fill(0, PackedCoveragePair::TILE, 0), ...[...$all, $stencil, ScanlineSpans::of($box), 60000, 50000]));
            $twice = TileBlend::blend($empty, ...[...$all, $print, 60000, 50000]);
            foreach ($once as $i => $c) {
                self::assertEqualsWithDelta($twice[$i], $c, 1.01);
            }
            self::assertGreaterThan(100, count(array_filter($once)));
        }
    }

    /** A print of density in another lane is the same print some rows lower. */
    #[TestWith([1])]
    #[TestWith([2])]
    public function test_a_dense_print_in_another_lane(int $lane): void
    {
        $chance = new Randomizer(new Mt19937(9));
        foreach ([[9, 7], [4, 12], [20, 3]] as [$width, $height]) {
            $stencil = self::stencil($chance, $width, $height);
            $print = DensePrint::of($stencil, new DabFootprint($stencil, new Pose(1, 0, 0, 1), 20.5, 20.5), 65536);
            $moved = $print->inLane($lane);
            $rows = self::densities($print);
            $lower = self::densities($moved);
            foreach ($lower as $y => $row) {
                self::assertSame($rows[$y - $lane] ?? array_fill(0, $print->area->width, 0), $row, "row {$y}");
            }
            self::assertSame($print, $print->inLane(0));
        }
    }

    /** @return list<list<int>> rows of densities, those between the marked ends of each row of words only */
    private static function densities(DensePrint $print): array
    {
        $rows = [];
        foreach ($print->starts as $n => $start) {
            for ($lane = 0; $lane < Density::LANES; $lane++) {
                $row = array_fill(0, $print->area->width, 0);
                for ($x = $start; $x < $print->ends[$n]; $x++) {
                    $row[$x] = $print->words[$n * $print->area->width + $x] >> $lane * Density::BITS & Density::MOST;
                }
                $rows[] = $row;
            }
        }

        return $rows;
    }

    private static function stencil(Randomizer $chance, int $width, int $height): Stencil
    {
        $values = [];
        for ($i = 0; $i < $width * $height; $i++) {
            $values[] = $chance->getInt(0, 3) === 0 ? 0 : $chance->getInt(0, 65535);
        }
        $fours = Stencil::fours($values, $width, $height);

        return new Stencil($width + 2 * Stencil::BORDER, $height + 2 * Stencil::BORDER, 1, 1, $fours, null, Stencil::outline($fours, $width, $height));
    }

    /** Ink by chance in rows of uneven length. */
    private static function impression(Randomizer $chance, ?bool $coloured): Impression
    {
        [$width, $height] = [$chance->getInt(5, 30), $chance->getInt(5, 30)];
        $ink = $colours = $starts = $ends = [];
        for ($y = 0; $y < $height; $y++) {
            $starts[] = $chance->getInt(0, 2);
            $ends[] = $width - $chance->getInt(0, 2);
            for ($x = 0; $x < $width; $x++) {
                $ink[] = [0, 65535, $chance->getInt(0, 65535)][$chance->getInt(0, 2)];
                $colours[] = $chance->getInt(0, 0xFFFFFF);
            }
        }

        return new Impression(new Rect(0, 0, $width, $height), $ink, $starts, $ends, $coloured === null ? null : $colours);
    }

    /** @return array{int, int, int, int} the part of a print at (x, y) that lies in the tile, counted from the print */
    private static function part(Impression $print, int $x, int $y): array
    {
        return [max(0, -$x), max(0, -$y), min($print->area->width, self::SIDE - $x), min($print->area->height, self::SIDE - $y)];
    }

    /** @param  callable(int, int): void  $do  with the place in the print and that in the tile */
    private static function each(Impression $print, int $x, int $y, callable $do): void
    {
        [$left, $top, $right, $bottom] = self::part($print, $x, $y);
        for ($row = $top; $row < $bottom; $row++) {
            for ($column = max($left, $print->starts[$row]); $column < min($right, $print->ends[$row]); $column++) {
                $do($row * $print->area->width + $column, ($y + $row) * self::SIDE + $x + $column);
            }
        }
    }
}
