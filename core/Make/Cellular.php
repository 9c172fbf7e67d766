<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;

/**
 * A picture parted into cells, each around a point: Worley, "A Cellular Texture Basis
 * Function" (1996).
 *
 * Squared distances from the pixels of a row to a point differ from one another as straight lines
 * do, once x², which is the same for all points, is left out. The points nearest along a row are
 * the lower envelope of those lines, found in one pass over the points from left to right.
 */
final class Cellular
{
    /** Squares of the lattice: a point farther away than so many up or down is nearest to nothing, since each square has one. */
    private const REACH = 2;

    /** @var list<int> the pixels at which runs of one cell begin, one after another; none goes on into the next row */
    public array $starts = [];

    /** @var list<int> the cell of each run */
    public array $owners = [];

    /** @var array<int, int>|null how much of each pixel lies off the gaps, 0–65535; null without gaps */
    public ?array $keep = null;

    /** Cells are numbered below this. */
    public readonly int $count;

    /** @var list<float> */
    private array $px = [];

    /** @var list<float> */
    private array $py = [];

    private readonly int $across;

    private readonly int $down;

    private function __construct(private readonly int $width, private readonly int $height, private readonly float $side, private readonly float $half)
    {
        $this->across = (int) ceil($width / $side) + 2;
        $this->down = (int) ceil($height / $side) + 2;
        $this->count = $this->across * $this->down;
    }

    /**
     * @param  float  $side  px of the squares in which one point each is strewn
     * @param  float  $gap  px left empty between cells
     */
    public static function of(int $width, int $height, float $side, float $gap, Chance $chance): self
    {
        $cells = new self($width, $height, $side, $gap / 2);
        for ($row = 0; $row < $cells->down; $row++) {
            for ($column = 0; $column < $cells->across; $column++) {
                $cells->px[] = ($column - 1 + 0.1 + 0.8 * $chance->unit(0, $row, $column)) * $side;
                $cells->py[] = ($row - 1 + 0.1 + 0.8 * $chance->unit(1, $row, $column)) * $side;
            }
        }
        $begin = 0;
        for ($row = 0; $begin < $height; $row++) {
            $end = min($height, (int) ceil(($row + 1) * $side - 0.5));
            $points = $cells->near($row + 1);
            for ($y = $begin; $y < $end; $y++) {
                $cells->part($points, $y);
            }
            $begin = $end;
        }
        if ($gap > 0) {
            $cells->keep = $cells->offTheGaps();
        }

        return $cells;
    }

    /**
     * The points that may be nearest to a place in a row of squares.
     *
     * @return list<int> from left to right
     */
    private function near(int $row): array
    {
        $points = range(max(0, $row - self::REACH) * $this->across, min($this->down, $row + self::REACH + 1) * $this->across - 1);
        usort($points, fn (int $a, int $b): int => $this->px[$a] <=> $this->px[$b]);

        return $points;
    }

    /**
     * Parts a row of pixels.
     *
     * @param  list<int>  $points  from left to right
     */
    private function part(array $points, int $y): void
    {
        $xs = $this->px;
        $ys = $this->py;
        $middle = $y + 0.5;
        $nearest = $begins = $heights = [];
        $last = -1;
        foreach ($points as $point) {
            $x = $xs[$point];
            $dy = $ys[$point] - $middle;
            $height = $x * $x + $dy * $dy;
            $from = -1e9;
            for (; $last >= 0; $last--) {
                // From here on this point is nearer than the one before it.
                $apart = $x - $xs[$nearest[$last]];
                $from = $apart > 1e-9 ? ($height - $heights[$last]) / (2.0 * $apart) : ($height < $heights[$last] ? -1e9 : 1e9);
                if ($from > $begins[$last]) {
                    break;
                }
                $from = -1e9;
            }
            $last++;
            $nearest[$last] = $point;
            $begins[$last] = $from;
            $heights[$last] = $height;
        }
        $begins[$last + 1] = 1e9;
        $row = $y * $this->width;
        $x = 0;
        for ($k = 0; $k <= $last; $k++) {
            // A pixel belongs to the cell that its middle lies in.
            $end = $begins[$k + 1] < $this->width ? (int) ceil($begins[$k + 1] - 0.5) : $this->width;
            if ($end > $x) {
                $this->starts[] = $row + $x;
                $this->owners[] = $nearest[$k];
                $x = $end;
            }
        }
    }

    /**
     * Gaps run along the borders of a cell, which lie half way to the points around its own; one px of their edges is soft.
     *
     * @return array<int, int>
     */
    private function offTheGaps(): array
    {
        [$width, $starts, $owners] = [$this->width, $this->starts, $this->owners];
        $starts[] = $width * $this->height;
        $borders = $this->borders();
        $keep = array_fill(0, $width * $this->height, 65535);
        $soft = $this->half - 0.5;
        $reach = $this->half + 0.5;
        foreach ($owners as $run => $owner) {
            $start = $starts[$run];
            $y = intdiv($start, $width);
            $x = $start - $y * $width + 0.5;
            $length = $starts[$run + 1] - $start - 1;
            [$offs, $acrosses, $downs] = $borders[$owner] ?? [[], [], []];
            foreach ($offs as $k => $off) {
                // px to the border at the run's first pixel, and what each further one takes off that.
                $slope = $acrosses[$k];
                $first = $off - $slope * $x - $downs[$k] * ($y + 0.5);
                $last = $first - $slope * $length;
                if ($first >= $reach && $last >= $reach) {
                    continue;
                }
                $from = $first >= $reach ? (int) (($first - $reach) / $slope) : 0;
                $until = $last >= $reach ? (int) (($first - $reach) / $slope) : $length;
                $d = $first - $slope * $from;
                for ($at = $start + $from; $at <= $start + $until; $at++) {
                    if ($d < $reach) {
                        $part = $d <= $soft ? 0 : (int) (65535 * ($d - $soft));
                        if ($part < $keep[$at]) {
                            $keep[$at] = $part;
                        }
                    }
                    $d -= $slope;
                }
            }
        }

        return $keep;
    }

    /**
     * The straight lines half way between the point of each cell and those of its neighbours: a
     * place lies off − x · across − y · down px inside.
     *
     * @return array<int, array{list<float>, list<float>, list<float>}> off, across, down
     */
    private function borders(): array
    {
        $borders = [];
        foreach ($this->neighbours() as $pair => $true) {
            $cell = intdiv($pair, $this->count);
            $other = $pair % $this->count;
            $dx = $this->px[$other] - $this->px[$cell];
            $dy = $this->py[$other] - $this->py[$cell];
            $apart = max(1e-6, hypot($dx, $dy));
            $off = ($dx * ($this->px[$other] + $this->px[$cell]) + $dy * ($this->py[$other] + $this->py[$cell])) / (2 * $apart);
            $borders[$cell] ??= [[], [], []];
            $borders[$cell][0][] = $off;
            $borders[$cell][1][] = $dx / $apart;
            $borders[$cell][2][] = $dy / $apart;
            $borders[$other] ??= [[], [], []];
            $borders[$other][0][] = -$off;
            $borders[$other][1][] = -$dx / $apart;
            $borders[$other][2][] = -$dy / $apart;
        }

        return $borders;
    }

    /**
     * Cells whose runs touch, in a row or from one row to the next; and all around those at the edge of
     * the picture, whose borders may lie just beyond it.
     *
     * @return array<int, true> by the first cell's number · the count of all + the second's, which is larger
     */
    private function neighbours(): array
    {
        [$width, $count, $starts, $owners] = [$this->width, $this->count, $this->starts, $this->owners];
        $pairs = $this->aroundTheEdge();
        $above = 0;
        foreach ($owners as $run => $owner) {
            $start = $starts[$run];
            if ($run > 0 && $start % $width !== 0) {
                $before = $owners[$run - 1];
                $pairs[$before < $owner ? $before * $count + $owner : $owner * $count + $before] = true;
            }
            if ($start < $width) {
                continue;
            }
            // The runs above this one: the first is the one in which it begins.
            $end = ($starts[$run + 1] ?? $width * $this->height) - $width;
            for (; $starts[$above + 1] <= $start - $width; $above++) {
                // On to it.
            }
            for ($k = $above; $starts[$k] < $end; $k++) {
                $other = $owners[$k];
                if ($other !== $owner) {
                    $pairs[$other < $owner ? $other * $count + $owner : $owner * $count + $other] = true;
                }
            }
        }

        return $pairs;
    }

    /** @return array<int, true> as `neighbours` gives them */
    private function aroundTheEdge(): array
    {
        $atEdge = [];
        $lastRow = ($this->height - 1) * $this->width;
        foreach ($this->owners as $run => $owner) {
            $start = $this->starts[$run];
            $end = $this->starts[$run + 1] ?? $this->width * $this->height;
            if ($start < $this->width || $start >= $lastRow || $start % $this->width === 0 || $end % $this->width === 0) {
                $atEdge[$owner] = true;
            }
        }
        $pairs = [];
        foreach (array_keys($atEdge) as $cell) {
            $row = intdiv($cell, $this->across);
            $column = $cell % $this->across;
            for ($r = max(0, $row - self::REACH); $r <= $row + self::REACH && $r < $this->down; $r++) {
                for ($c = max(0, $column - self::REACH); $c <= $column + self::REACH && $c < $this->across; $c++) {
                    $other = $r * $this->across + $c;
                    if ($other !== $cell) {
                        $pairs[min($cell, $other) * $this->count + max($cell, $other)] = true;
                    }
                }
            }
        }

        return $pairs;
    }
}
