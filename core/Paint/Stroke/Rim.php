<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Closure;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;

/** The darker edge of a stroke that has ended, as when a wash dries. */
final class Rim
{
    /** How much of its ink the inside of a stroke gives to its rim. */
    private const GIVES = 0.6;

    /** How much it gives even where the edge cannot take it up. */
    private const ALWAYS_GIVES = 0.2;

    /** Of a stroke over more tiles one in so many pixels is asked how much ink the edge takes; a prime, so that they lie in all columns. */
    private const EVERY = 7;

    /** Tiles of which every pixel is asked: of a dab of a few px one in seven says nothing. */
    private const FEW = 4;

    /** @var array<string, array<int, int>>|null by tile: how much of the ink that a rim moves each pixel takes up */
    private ?array $weights = null;

    /** Part of its ink that each pixel gives. */
    private float $gives = 0.0;

    /** Ink for one of these weights. */
    private float $perWeight = 0.0;

    /**
     * @param  float  $strength  0–1
     * @param  int  $width  px
     * @param  list<string>  $keys  of the tiles of the stroke
     * @param  Closure(string): (array<int, int>|null)  $coverage  of a tile, 0–65535; null where nothing was printed
     * @param  Rect  $sheet  outside of which nothing is printed
     */
    public function __construct(private readonly float $strength, private readonly int $width, private readonly array $keys, private readonly Closure $coverage, private readonly Rect $sheet)
    {
    }

    /**
     * Ink moves from the inside of the stroke to its edge: c becomes c(1 − g) + k·w, where the weights w are largest at the edge,
     * and k is such that the whole stroke takes up what it gives. Where its edge is full before that, the inside gives less.
     *
     * @param  array<int, int>  $coverage  of the tile
     * @return array<int, int>
     */
    public function add(string $key, array $coverage): array
    {
        $this->weights ??= $this->weigh();
        $out = [];
        foreach ($coverage as $i => $c) {
            $out[] = (int) min(65535.0, $c * (1.0 - $this->gives) + $this->perWeight * ($this->weights[$key][$i] ?? 0));
        }

        return $out;
    }

    /** @return array<string, array<int, int>> how much of the moved ink each pixel takes up, by tile */
    private function weigh(): array
    {
        $weights = [];
        $inks = [];
        $shares = [];
        $every = count($this->keys) > self::FEW ? self::EVERY : 1;
        foreach ($this->keys as $key) {
            $ink = ($this->coverage)($key);
            if ($ink === null) {
                continue;
            }
            $weights[$key] = $this->nearEdge($key, $ink);
            for ($i = 0; $i < count($ink); $i += $every) {
                if ($ink[$i] > 0) {
                    $inks[] = $ink[$i];
                    $shares[] = $weights[$key][$i];
                }
            }
        }
        $this->share($inks, $shares);

        return $weights;
    }

    /**
     * How much the inside gives, by halving: the most of which the edge takes up all but a fiftieth of the stroke's ink. A stroke that is full
     * everywhere could not take up any, and would show no rim at all; there it gives a part of that, which is lost.
     *
     * @param  list<int>  $inks  of some pixels, 1–65535
     * @param  list<int>  $shares  their weights
     */
    private function share(array $inks, array $shares): void
    {
        $all = array_sum($inks);
        $perGiven = $all / max(1, array_sum($shares));
        $takes = function (float $gives) use ($inks, $shares, $perGiven): float {
            $sum = 0.0;
            foreach ($inks as $i => $c) {
                $sum += min(65535.0, $c * (1.0 - $gives) + $gives * $perGiven * $shares[$i]);
            }

            return $sum;
        };
        $most = self::GIVES * $this->strength;
        $least = self::ALWAYS_GIVES * $this->strength;
        for ($i = 0; $takes($most) < 0.98 * $all && $i < 10; $i++) {
            $middle = ($least + $most) / 2;
            [$least, $most] = $takes($middle) < 0.98 * $all ? [$least, $middle] : [$middle, $most];
        }
        $this->gives = $takes($most) < 0.98 * $all ? $least : $most;
        $this->perWeight = $this->gives * $perGiven;
    }

    /**
     * How near the edge is shows in the blurred coverage b: it is that of the stroke itself inside, half of it at a straight edge. With
     * e = (c − b)/c the weight is c · e(1 − 0.35e).
     *
     * @param  array<int, int>  $own  coverage
     * @return array<int, int> 0–65535
     */
    private function nearEdge(string $key, array $own): array
    {
        $side = (int) StrokeBuffer::SIDE;
        $margin = min($side, 2 * $this->width);
        $around = array_fill(0, ($side + 2 * $margin) ** 2, 0);
        [$column, $row] = StrokeBuffer::place($key);
        for ($r = -1; $r <= 1; $r++) {
            for ($c = -1; $c <= 1; $c++) {
                $near = $column + $c < 0 || $row + $r < 0 ? null : ($this->coverage)(StrokeBuffer::key($column + $c, $row + $r));
                if ($near !== null) {
                    $around = self::place($around, $side + 2 * $margin, $near, $c * $side + $margin, $r * $side + $margin);
                }
            }
        }
        $around = $this->beyondSheet($around, $side + 2 * $margin, $column * $side - $margin, $row * $side - $margin);
        $blurred = Blur::gaussian(new Plane($side + 2 * $margin, $side + 2 * $margin, $around), max(0.5, $this->width / 2))->values;
        $out = [];
        foreach ($own as $i => $c) {
            $b = $blurred[(intdiv($i, $side) + $margin) * ($side + 2 * $margin) + $i % $side + $margin];
            $edge = $c > $b ? ($c - $b) / $c : 0.0;
            $out[] = (int) ($c * $edge * (1.0 - 0.35 * $edge));
        }

        return $out;
    }

    /**
     * A stroke that runs off the sheet has no edge there: it is taken to go on as it leaves it.
     *
     * @param  array<int, int>  $around  coverage of a square
     * @param  int  $size  px of its side
     * @param  int  $x  of its first pixel
     * @param  int  $y  of its first pixel
     * @return array<int, int>
     */
    private function beyondSheet(array $around, int $size, int $x, int $y): array
    {
        $left = max(0, $this->sheet->x - $x);
        $top = max(0, $this->sheet->y - $y);
        $right = min($size, $this->sheet->right() - $x) - 1;
        $bottom = min($size, $this->sheet->bottom() - $y) - 1;
        if ($left === 0 && $top === 0 && $right === $size - 1 && $bottom === $size - 1) {
            return $around;
        }
        $out = [];
        for ($row = 0; $row < $size; $row++) {
            $from = max($top, min($bottom, $row)) * $size;
            for ($column = 0; $column < $size; $column++) {
                $out[] = $around[$from + ($column < $left ? $left : ($column > $right ? $right : $column))];
            }
        }

        return $out;
    }

    /**
     * @param  array<int, int>  $into
     * @param  array<int, int>  $tile
     * @return array<int, int>
     */
    private static function place(array $into, int $width, array $tile, int $x, int $y): array
    {
        $side = (int) StrokeBuffer::SIDE;
        for ($row = max(0, -$y); $row < min($side, $width - $y); $row++) {
            for ($column = max(0, -$x); $column < min($side, $width - $x); $column++) {
                $into[($y + $row) * $width + $x + $column] = $tile[$row * $side + $column];
            }
        }

        return $into;
    }
}
