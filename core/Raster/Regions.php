<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * The separate regions of a picture, each made of runs along the rows.
 *
 * Two-pass labelling of runs with union by find (Rosenfeld and Pfaltz, "Sequential Operations
 * in Digital Picture Processing", 1966; runs instead of pixels as in He et al., 2008).
 */
final readonly class Regions
{
    /**
     * @param  array<int, int>  $areas  px of each region, by its number
     * @param  array<int, bool>  $atEdge  whether a region reaches the edge of the picture
     * @param  array<int, int>  $owners  number of the region of each run
     */
    private function __construct(public Runs $runs, public array $areas, public array $atEdge, public array $owners)
    {
    }

    /** @param  bool  $corners  whether pixels that only share a corner belong together */
    public static function of(Runs $runs, bool $corners): self
    {
        $parents = self::join($runs, $corners ? 1 : 0);
        $areas = $atEdge = $owners = [];
        $last = ($runs->height - 1) * $runs->width;
        foreach ($runs->starts as $run => $start) {
            $a = $run;
            while ($parents[$a] !== $a) {
                $a = $parents[$a];
            }
            $owners[] = $a;
            $end = $runs->ends[$run];
            $areas[$a] = ($areas[$a] ?? 0) + $end - $start;
            $atEdge[$a] = ($atEdge[$a] ?? false) || $start < $runs->width || $end > $last || $start % $runs->width === 0 || $end % $runs->width === 0;
        }

        return new self($runs, $areas, $atEdge, $owners);
    }

    /** The region that a pixel belongs to, as runs; empty where it belongs to none. */
    public function around(int $pixel): Runs
    {
        $region = -1;
        foreach ($this->runs->starts as $run => $start) {
            if ($start <= $pixel && $pixel < $this->runs->ends[$run]) {
                $region = $this->owners[$run];
                break;
            }
        }

        return $this->only(fn (int $owner): bool => $owner === $region);
    }

    /** @param  callable(int): bool  $wanted  by number of the region */
    public function only(callable $wanted): Runs
    {
        $known = $starts = $ends = [];
        foreach ($this->owners as $run => $owner) {
            if ($known[$owner] ??= $wanted($owner)) {
                $starts[] = $this->runs->starts[$run];
                $ends[] = $this->runs->ends[$run];
            }
        }

        return new Runs($this->runs->width, $this->runs->height, $starts, $ends);
    }

    /** @return array{int, int} the pixel in the middle of a region's longest run, which lies on it whatever its shape, and how long that run is */
    public function longestRun(int $region): array
    {
        $longest = 0;
        $middle = 0;
        foreach ($this->owners as $run => $owner) {
            $length = $this->runs->ends[$run] - $this->runs->starts[$run];
            if ($owner === $region && $length > $longest) {
                $longest = $length;
                $middle = $this->runs->starts[$run] + intdiv($length, 2);
            }
        }

        return [$middle, $longest];
    }

    /** @return array<int, Rect> the smallest box around each region, by its number */
    public function boxes(): array
    {
        $width = $this->runs->width;
        $left = $top = $right = $bottom = [];
        foreach ($this->owners as $run => $owner) {
            $x = $this->runs->starts[$run] % $width;
            $y = intdiv($this->runs->starts[$run], $width);
            $end = $this->runs->ends[$run] - $y * $width;
            $left[$owner] = min($left[$owner] ?? $x, $x);
            $top[$owner] ??= $y;
            $right[$owner] = max($right[$owner] ?? $end, $end);
            $bottom[$owner] = $y + 1;
        }
        $boxes = [];
        foreach ($left as $region => $x) {
            $boxes[$region] = Rect::between($x, $top[$region], $right[$region], $bottom[$region]);
        }

        return $boxes;
    }

    /** @return array<int, int> for each run another one of its region, nearer to the first; the first is its own */
    private static function join(Runs $runs, int $slack): array
    {
        $starts = $runs->starts;
        $ends = $runs->ends;
        $rows = $runs->rows();
        $parents = array_keys($starts);
        for ($y = 1; $y < $runs->height; $y++) {
            $above = $rows[$y - 1];
            $aboveEnd = $rows[$y];
            for ($run = $rows[$y]; $run < $rows[$y + 1]; $run++) {
                $from = $starts[$run] - $runs->width;
                $to = $ends[$run] - $runs->width;
                while ($above < $aboveEnd && $from >= $ends[$above] + $slack) {
                    $above++;
                }
                for ($k = $above; $k < $aboveEnd && $starts[$k] < $to + $slack; $k++) {
                    $a = $run;
                    while ($parents[$a] !== $a) {
                        $a = $parents[$a] = $parents[$parents[$a]];
                    }
                    $b = $k;
                    while ($parents[$b] !== $b) {
                        $b = $parents[$b] = $parents[$parents[$b]];
                    }
                    if ($a < $b) {
                        $parents[$b] = $a;
                    } else {
                        $parents[$a] = $b;
                    }
                }
            }
        }

        return $parents;
    }
}
