<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Paint\Tile\Density;
use Yarrowfog\Core\Raster\Rect;

use function is_int;

/** A turned and scaled print as words of density (see Density), to be laid down again and again. */
final readonly class DensePrint
{
    /**
     * @param  Rect  $area  in pixels, relative to the whole pixel under the centre of the dab
     * @param  array<int, int>  $words  rows of area.width
     * @param  list<int>  $starts  first word of each row that holds ink
     * @param  list<int>  $ends  one past the last
     */
    private function __construct(public Rect $area, public array $words, public array $starts, public array $ends)
    {
    }

    /**
     * Its first row lies in the first lane.
     *
     * @param  int  $strength  flow that is counted in at once, of 65536
     */
    public static function of(Stencil $stencil, DabFootprint $box, int $strength): self
    {
        $words = self::words($stencil->fours, $stencil->width, $box->area->width, ScanlineSpans::of($box), $strength);
        [$starts, $ends] = self::trim($words, $box->area->width);

        return new self($box->area, $words, $starts, $ends);
    }

    /**
     * The same print with its first row in another lane.
     *
     * @param  int  $lane  0–2
     */
    public function inLane(int $lane): self
    {
        if ($lane === 0) {
            return $this;
        }
        // A row of words holds then what it can of its own rows, and the rest of the row above it.
        $up = $lane * Density::BITS;
        $down = (Density::LANES - $lane) * Density::BITS;
        $mask = (1 << $down) - 1;
        $from = $this->words;
        $stride = $this->area->width;
        $words = array_merge($from, array_fill(0, $stride, 0));
        $starts = $ends = [];
        $aboveFirst = $stride;
        $aboveLast = 0;
        foreach ([...$this->starts, $stride] as $row => $first) {
            $last = $this->ends[$row] ?? 0;
            $starts[] = $left = $first < $aboveFirst ? $first : $aboveFirst;
            $ends[] = $right = $last > $aboveLast ? $last : $aboveLast;
            $right += $row * $stride;
            for ($i = $row * $stride + $left; $i < $right; $i++) {
                $words[$i] = ($words[$i] & $mask) << $up | ($row > 0 ? $from[$i - $stride] >> $down : 0);
            }
            $aboveFirst = $first;
            $aboveLast = $last;
        }

        return new self($this->area, $words, $starts, $ends);
    }

    public function size(): int
    {
        return count($this->words);
    }

    /**
     * @param  array<int, int>  $fours
     * @return array<int, int>
     */
    private static function words(array $fours, int $stride, int $width, ScanlineSpans $rows, int $strength): array
    {
        $bits = (int) Density::BITS;
        $across = (int) $rows->across;
        $rowPlace = (int) $rows->place;
        $down = (int) $rows->down;
        $starts = $rows->starts;
        $ends = $rows->ends;
        $count = count($starts);
        $table = Density::table();
        $steep = (int) Density::STEEP;
        $left = 0x0000FFFF0000FFFF;
        $words = array_fill(0, intdiv($count + Density::LANES - 1, Density::LANES) * $width, 0);
        $shift = $base = $known = $density = 0;
        for ($row = 0; $row < $count; $row++) {
            $first = $starts[$row];
            $last = $ends[$row];
            if (! is_int($first) || ! is_int($last)) {
                return $words;
            }
            $place = $rowPlace + $first * $across;
            $rowPlace += $down;
            $last += $base;
            for ($j = $base + $first; $j < $last; $j++) {
                $q = $fours[($place >> 48) * $stride + ($place >> 16 & 65535)];
                if (! is_int($q)) {
                    return $words;
                }
                if ($q > 0) {
                    $f = $place >> 8 & 255;
                    $q = ($q & $left) * (256 - $f) + ($q >> 16 & $left) * $f;
                    $f = $place >> 40 & 255;
                    $a = (($q & 0xFFFFFFFF) * (256 - $f) + ($q >> 32) * $f >> 15) * $strength >> 16;
                    if ($a < $steep) {
                        $i = $a >> 4;
                        $d = $table[$i];
                        if (! is_int($d)) {
                            return $words;
                        }
                        $words[$j] |= $d + (($table[$i + 1] - $d) * ($a & 15) + 8 >> 4) << $shift;
                    } else {
                        // Full ink lies side by side: the same as for the pixel before, mostly.
                        if ($a !== $known) {
                            $known = $a;
                            $density = Density::of($a);
                        }
                        $words[$j] |= $density << $shift;
                    }
                }
                $place += $across;
            }
            $shift += $bits;
            if ($shift === 63) {
                $shift = 0;
                $base += $width;
            }
        }

        return $words;
    }

    /**
     * Where ink begins and ends in each row of words: what is empty at the corners of a round
     * tip is then never looked at again.
     *
     * @param  array<int, int>  $words
     * @return array{list<int>, list<int>}
     */
    private static function trim(array $words, int $width): array
    {
        $starts = $ends = [];
        $count = count($words);
        for ($base = 0; $base < $count; $base += $width) {
            $first = $base;
            $last = $base + $width;
            while ($first < $last && $words[$first] === 0) {
                $first++;
            }
            while ($first < $last && $words[$last - 1] === 0) {
                $last--;
            }
            $last = $first < $last ? $last : $base;
            // A row without ink begins at its end, so that it does not widen its neighbours.
            $starts[] = $first - $base;
            $ends[] = $last - $base;
        }

        return [$starts, $ends];
    }
}
