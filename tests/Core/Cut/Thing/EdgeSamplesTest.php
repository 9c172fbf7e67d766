<?php

declare(strict_types=1);

namespace Tests\Core\Cut\Thing;

use PHPUnit\Framework\TestCase;
use Yarrowfog\Core\Cut\Thing\EdgeBand;
use Yarrowfog\Core\Cut\Thing\EdgeSamples;
use Yarrowfog\Core\Cut\Thing\Inside;
use Yarrowfog\Core\Cut\Thing\Marks;
use Yarrowfog\Core\Cut\Thing\PatchGraph;
use Yarrowfog\Core\Cut\Thing\SaidPixels;
use Yarrowfog\Core\Cut\Thing\Trimap;
use Yarrowfog\Core\Raster\Bitmap;

/** What the pixels of an edge are told to be made of, where that is known: a mixture of two colours, px by px. */
final class EdgeSamplesTest extends TestCase
{
    private const WIDTH = 120;

    private const HEIGHT = 60;

    /** What the two columns of the edge hold of the thing. */
    private const PARTS = [59 => 2 / 3, 60 => 1 / 3];

    /** Green of the thing grows by so much from row to row: its colours vary by a known amount. */
    private const SLOPE = 3;

    public function test_a_mixture_is_taken_apart_into_its_colours(): void
    {
        [$band, $samples] = self::gathered();
        foreach ($band->mixed as $n => $i) {
            [$x, $y] = [$i % self::WIDTH, intdiv($i, self::WIDTH)];
            if (! isset(self::PARTS[$x]) || $y < 4 || $y >= self::HEIGHT - 4) {
                continue;
            }
            self::assertEqualsWithDelta(self::PARTS[$x], $samples->parts[$n], 0.02, "{$x}, {$y}");
            self::assertSame(dechex(self::thing($y)), dechex($samples->fronts[$n]), "{$x}, {$y}");
            self::assertSame(dechex(self::ground()), dechex($samples->backs[$n]), "{$x}, {$y}");
        }
    }

    /** By the formula: both colours' squared difference, against the way to them, and against how much the thing's colours vary around. */
    public function test_colours_are_believed_the_more_the_farther_apart_they_are_and_the_less_they_vary(): void
    {
        [$band, $samples] = self::gathered();
        $columns = array_unique(array_map(fn (int $i): int => $i % self::WIDTH, $band->mixed));
        [$first, $last] = [min($columns), max($columns)];
        // Each px of the way to the nearest sure ones counts 6.
        $way = 6 * ($last + 1 - ($first - 1));
        $seen = 0;
        foreach ($band->mixed as $n => $i) {
            [$x, $y] = [$i % self::WIDTH, intdiv($i, self::WIDTH)];
            if ($y < 4 || $y >= self::HEIGHT - 4 || $x < $first + 3) {
                continue;
            }
            // Colours are also taken from places around, as far as those are not ground: rows that lie so far away.
            $rows = array_values(array_filter([0 => 0, 3 => 2, -2 => 3, -3 => -2, 2 => -3], fn (int $dx): bool => $x + $dx <= $last, ARRAY_FILTER_USE_KEY));
            $mean = array_sum($rows) / count($rows);
            $varies = self::SLOPE ** 2 * (array_sum(array_map(fn (int $row): float => ($row - $mean) ** 2, $rows)) / count($rows));
            $apart = 40 ** 2 + (40 + self::SLOPE * $y - 120) ** 2 + 50 ** 2 + 1;
            self::assertEqualsWithDelta($apart / ($apart + 500 + 2 * $way + 4 * $varies), $samples->trusts[$n], 0.001, "{$x}, {$y}");
            $seen++;
        }
        self::assertGreaterThan(1000, $seen);
    }

    /** @return array{EdgeBand, EdgeSamples} */
    private static function gathered(): array
    {
        $pixels = $inside = [];
        for ($y = 0; $y < self::HEIGHT; $y++) {
            for ($x = 0; $x < self::WIDTH; $x++) {
                $part = self::PARTS[$x] ?? ($x < 60 ? 1.0 : 0.0);
                [$f, $b] = [self::thing($y), self::ground()];
                $mix = fn (int $shift): int => (int) round($part * ($f >> $shift & 255) + (1 - $part) * ($b >> $shift & 255)) << $shift;
                $pixels[] = $mix(24) | $mix(16) | $mix(8) | 255;
                $inside[] = $x < 60 ? 1 : 0;
            }
        }
        $picture = new Bitmap(self::WIDTH, self::HEIGHT, $pixels);
        $graph = PatchGraph::of($picture);
        self::assertSame([self::WIDTH, self::HEIGHT], [$graph->picture->width, $graph->picture->height]);
        $rather = array_fill(0, max($graph->palette->colours) + 1, 0.0);
        $map = Trimap::of($graph, Inside::of($inside, self::WIDTH, self::HEIGHT), $rather, new SaidPixels($graph->around(new Marks([], [])), []), 0);
        $band = new EdgeBand($picture, $map);

        return [$band, EdgeSamples::gather($band, null)];
    }

    private static function thing(int $y): int
    {
        return 140 << 24 | 40 + self::SLOPE * $y << 16 | 90 << 8 | 255;
    }

    private static function ground(): int
    {
        return 100 << 24 | 120 << 16 | 140 << 8 | 255;
    }
}
