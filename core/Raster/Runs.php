<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * A part of a picture as runs along its rows: a mask that costs little where it is calm, so
 * that pictures of many megapixels can be masked without a second picture in memory.
 */
final readonly class Runs
{
    /**
     * @param  array<int, int>  $starts  index of the first pixel of each run, rising
     * @param  array<int, int>  $ends  index after its last; a run never leaves its row
     */
    public function __construct(public int $width, public int $height, public array $starts, public array $ends)
    {
    }

    /** @param  int  $least  a pixel belongs to a run from this value on */
    public static function of(Plane $in, int $least): self
    {
        $values = $in->values;
        $starts = $ends = [];
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            $end = $i + $in->width;
            while ($i < $end) {
                while ($i < $end && $values[$i] < $least) {
                    $i++;
                }
                if ($i < $end) {
                    $starts[] = $i;
                    while ($i < $end && $values[$i] >= $least) {
                        $i++;
                    }
                    $ends[] = $i;
                }
            }
        }

        return new self($in->width, $in->height, $starts, $ends);
    }

    /**
     * Where the cells of a picture, a character each, are like one.
     *
     * @param  string  $cells  row by row
     */
    public static function like(string $cells, string $cell, int $width): self
    {
        $starts = $ends = [];
        $all = strlen($cells);
        for ($row = 0; $row < $all; $row += $width) {
            $end = $row + $width;
            for ($i = $row + strcspn($cells, $cell, $row, $width); $i < $end; $i += strcspn($cells, $cell, $i, $end - $i)) {
                $starts[] = $i;
                $i += strspn($cells, $cell, $i, $end - $i);
                $ends[] = $i;
            }
        }

        return new self($width, intdiv($all, max(1, $width)), $starts, $ends);
    }

    /**
     * Where all of these cells lie, without looking at the others one by one.
     *
     * @param  string  $cells  a byte for each pixel
     * @return list<int>
     */
    public static function places(string $cells, string $cell): array
    {
        $places = [];
        for ($i = strpos($cells, $cell); $i !== false; $i = strpos($cells, $cell, $i)) {
            for ($end = $i + strspn($cells, $cell, $i); $i < $end; $i++) {
                $places[] = $i;
            }
        }

        return $places;
    }

    /**
     * How many runs begin before each row, and in all.
     *
     * @return array<int, int> height + 1 numbers
     */
    public function rows(): array
    {
        $rows = [];
        $run = 0;
        $count = count($this->starts);
        for ($y = 0; $y <= $this->height; $y++) {
            $first = $y * $this->width;
            while ($run < $count && $this->starts[$run] < $first) {
                $run++;
            }
            $rows[] = $run;
        }

        return $rows;
    }

    /** Everything that is in one or the other. */
    public function with(self $other): self
    {
        $starts = $ends = [];
        $a = $b = 0;
        $last = -1;
        while (isset($this->starts[$a]) || isset($other->starts[$b])) {
            if (! isset($other->starts[$b]) || (isset($this->starts[$a]) && $this->starts[$a] <= $other->starts[$b])) {
                $start = $this->starts[$a];
                $end = $this->ends[$a];
                $a++;
            } else {
                $start = $other->starts[$b];
                $end = $other->ends[$b];
                $b++;
            }
            // Runs that touch become one, unless a new row begins there.
            if ($last >= 0 && $start <= $ends[$last] && $start % $this->width !== 0) {
                $ends[$last] = max($ends[$last], $end);
            } else {
                $starts[] = $start;
                $ends[] = $end;
                $last++;
            }
        }

        return new self($this->width, $this->height, $starts, $ends);
    }

    /** The regions that these runs make. */
    public function regions(bool $corners): Regions
    {
        return Regions::of($this, $corners);
    }

    /** Some rows as a mask, 0 or 65535; what lies above or below the picture goes on as its edge. */
    public function mask(int $fromRow, int $untilRow): Plane
    {
        $width = $this->width;
        $starts = $this->starts;
        $ends = $this->ends;
        $rows = $this->rows();
        $out = array_fill(0, $width * ($untilRow - $fromRow), 0);
        for ($y = $fromRow; $y < $untilRow; $y++) {
            $row = max(0, min($this->height - 1, $y));
            $shift = ($y - $fromRow - $row) * $width;
            $last = $rows[$row + 1];
            for ($run = $rows[$row]; $run < $last; $run++) {
                $end = $ends[$run] + $shift;
                for ($i = $starts[$run] + $shift; $i < $end; $i++) {
                    $out[$i] = 65535;
                }
            }
        }

        return new Plane($this->width, $untilRow - $fromRow, $out);
    }
}
