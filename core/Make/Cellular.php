<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make;

use Yarrowfog\Core\Chance;

/**
 * A picture parted into cells, each around a point: Worley, "A Cellular Texture Basis
 * Function" (1996).
 *
 * Cells are convex, and so is the part of a cell that keeps its distance from the borders: a
 * square whose corners lie in the same one lies in it whole. So squares are halved only where
 * a border runs through them.
 */
final class Cellular
{
    /** px of the squares begun with: a power of two. */
    private const SQUARE = 16;

    /** px of those that are not halved again. */
    private const FINE = 8;

    /** @var array<int, int> the cell of each pixel */
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
        $cells->owners = array_fill(0, $width * $height, 0);
        $cells->keep = $gap > 0 ? array_fill(0, $width * $height, 65535) : null;
        for ($y = 0; $y < $height; $y += self::SQUARE) {
            for ($x = 0; $x < $width; $x += self::SQUARE) {
                $cells->square($x, $y, self::SQUARE);
            }
        }

        return $cells;
    }

    private function square(int $x, int $y, int $size): void
    {
        $right = min($x + $size, $this->width);
        $bottom = min($y + $size, $this->height);
        if ($x >= $right || $y >= $bottom) {
            return;
        }
        [$owner, $least] = $this->nearest($x + 0.5, $y + 0.5);
        if ($size > 1) {
            foreach ([[$right - 0.5, $y + 0.5], [$x + 0.5, $bottom - 0.5], [$right - 0.5, $bottom - 0.5]] as [$cx, $cy]) {
                [$other, $gap] = $this->nearest($cx, $cy);
                $least = $other === $owner ? min($least, $gap) : -1.0;
                if ($least < 0) {
                    break;
                }
            }
            if ($least < 0 || ($this->keep !== null && $least < $this->half + 0.5)) {
                if ($size <= self::FINE) {
                    $this->pixels($x, $y, $right, $bottom);

                    return;
                }
                $size >>= 1;
                $this->square($x, $y, $size);
                $this->square($x + $size, $y, $size);
                $this->square($x, $y + $size, $size);
                $this->square($x + $size, $y + $size, $size);

                return;
            }
        }
        for (; $y < $bottom; $y++) {
            for ($i = $y * $this->width + $x, $end = $y * $this->width + $right; $i < $end; $i++) {
                $this->owners[$i] = $owner;
            }
        }
    }

    /** Every pixel of a small square by itself, among the few points that can be nearest anywhere in it. */
    private function pixels(int $left, int $top, int $right, int $bottom): void
    {
        [$near, $xs, $ys] = $this->around(($left + $right) / 2, ($top + $bottom) / 2, 2 * hypot($right - $left, $bottom - $top) + 2 * $this->half + 2);
        $count = count($near);
        $width = $right - $left;
        $half = $this->half - 0.5;
        $isKept = $this->keep !== null;
        for ($y = $top; $y < $bottom; $y++) {
            // (px − x)² + (py − y)² without x², which is the same for all: a straight line along the row.
            $begins = $slopes = [];
            for ($k = 0; $k < $count; $k++) {
                $dx = $xs[$k] - $left - 0.5;
                $dy = $ys[$k] - $y - 0.5;
                $begins[] = $dx * $dx + $dy * $dy;
                $slopes[] = -2.0 * $dx;
            }
            $at = $y * $this->width + $left;
            for ($x = 0; $x < $width; $x++) {
                $first = $second = 1e18;
                $owner = $other = 0;
                for ($k = 0; $k < $count; $k++) {
                    $d = $begins[$k] + $slopes[$k] * $x;
                    if ($d < $first) {
                        $second = $first;
                        $other = $owner;
                        $first = $d;
                        $owner = $k;
                    } elseif ($d < $second) {
                        $second = $d;
                        $other = $k;
                    }
                }
                $this->owners[$at] = $near[$owner];
                if ($isKept) {
                    $dx = $xs[$owner] - $xs[$other];
                    $dy = $ys[$owner] - $ys[$other];
                    $gap = ($second - $first) / (2.0 * max(1e-6, sqrt($dx * $dx + $dy * $dy))) - $half;
                    $this->keep[$at] = $gap >= 1.0 ? 65535 : ($gap <= 0.0 ? 0 : (int) (65535 * $gap));
                }
                $at++;
            }
        }
    }

    /**
     * The points round a place that are at most so much farther away than the nearest one, nearest first.
     *
     * @return array{list<int>, list<float>, list<float>} numbers, x and y; two at least, where there are two
     */
    private function around(float $x, float $y, float $more): array
    {
        $column = (int) ($x / $this->side) + 1;
        $row = (int) ($y / $this->side) + 1;
        $far = [];
        for ($r = max(0, $row - 2); $r <= $row + 2 && $r < $this->down; $r++) {
            for ($c = max(0, $column - 2); $c <= $column + 2 && $c < $this->across; $c++) {
                $i = $r * $this->across + $c;
                $dx = $this->px[$i] - $x;
                $dy = $this->py[$i] - $y;
                $far[$i] = sqrt($dx * $dx + $dy * $dy);
            }
        }
        asort($far);
        $near = $xs = $ys = [];
        $reach = INF;
        foreach ($far as $i => $d) {
            if ($d > $reach && count($near) > 1) {
                break;
            }
            $reach = $near === [] ? $d + $more : $reach;
            $near[] = $i;
            $xs[] = $this->px[$i];
            $ys[] = $this->py[$i];
        }

        return [$near, $xs, $ys];
    }

    /** @return array{int, float} the cell of a place, and px from there to its border */
    private function nearest(float $x, float $y): array
    {
        $column = (int) ($x / $this->side) + 1;
        $row = (int) ($y / $this->side) + 1;
        $first = $second = 1e18;
        $owner = $other = 0;
        for ($r = $row - 1; $r <= $row + 1 && $r < $this->down; $r++) {
            $end = $r * $this->across + min($column + 2, $this->across);
            for ($i = $r * $this->across + $column - 1; $i < $end; $i++) {
                $dx = $this->px[$i] - $x;
                $dy = $this->py[$i] - $y;
                $d = $dx * $dx + $dy * $dy;
                if ($d < $first) {
                    $second = $first;
                    $other = $owner;
                    $first = $d;
                    $owner = $i;
                } elseif ($d < $second) {
                    $second = $d;
                    $other = $i;
                }
            }
        }
        // The border lies half way between the two nearest points.
        $dx = $this->px[$owner] - $this->px[$other];
        $dy = $this->py[$owner] - $this->py[$other];

        return [$owner, ($second - $first) / (2.0 * max(1e-6, sqrt($dx * $dx + $dy * $dy)))];
    }
}
