<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\Drift;

use function is_int;

/** A turned and scaled print, pixel by pixel, that can be laid down again and again. */
final readonly class Impression
{
    /**
     * @param  Rect  $area  relative to the whole pixel under the centre of the dab
     * @param  array<int, int>  $ink  area.width · area.height, 0–65535
     * @param  list<int>  $starts  first column that may print, for each row
     * @param  list<int>  $ends  one past the last
     * @param  array<int, int>|null  $colours  0xRRGGBB each, for own colours
     */
    public function __construct(
        public Rect $area,
        public array $ink,
        public array $starts,
        public array $ends,
        public ?array $colours,
    ) {
    }

    /** @param  Rect|null  $seen  counted like the area of the box: nothing else is made; null for all of it */
    public static function of(Stencil $stencil, DabFootprint $box, ?Rect $seen = null): self
    {
        $rows = ScanlineSpans::of($box);
        $area = $seen === null ? $box->area : $box->area->intersect($seen);
        $rows = $area->width === $box->area->width && $area->height === $box->area->height ? $rows : $rows->within($box->area, $area);
        $ink = self::ink($stencil->fours, $stencil->width, $area->width, $rows);
        $colours = $stencil->colours === null ? null : self::colours($ink, $stencil->colours, $stencil->width, $area->width, $rows);

        [$starts, $ends] = self::trim($ink, $area->width, $rows->starts, $rows->ends);

        return new self($area, $ink, $starts, $ends, $colours);
    }

    /**
     * A print that may have ink anywhere in its area.
     *
     * @param  array<int, int>  $ink  0–65535
     * @param  array<int, int>  $colours  0xRRGGBB
     */
    public static function filling(Rect $area, array $ink, array $colours): self
    {
        [$starts, $ends] = self::trim($ink, $area->width, array_fill(0, $area->height, 0), array_fill(0, $area->height, $area->width));

        return new self($area, $ink, $starts, $ends, $colours);
    }

    /**
     * The same print with other ink.
     *
     * @param  array<int, int>  $ink
     */
    public function withInk(array $ink): self
    {
        return new self($this->area, $ink, $this->starts, $this->ends, $this->colours);
    }

    /**
     * Draws the ends of each row in to where ink begins: what is empty at the corners of a
     * round tip is then never looked at again.
     *
     * @param  array<int, int>  $ink
     * @param  array<int, int>  $from  first column of each row
     * @param  array<int, int>  $to  one past the last
     * @return array{list<int>, list<int>}
     */
    private static function trim(array $ink, int $width, array $from, array $to): array
    {
        $starts = $ends = [];
        foreach ($from as $row => $first) {
            $last = $to[$row];
            while ($first < $last && $ink[$row * $width + $first] === 0) {
                $first++;
            }
            while ($first < $last && $ink[$row * $width + $last - 1] === 0) {
                $last--;
            }
            $starts[] = $first;
            $ends[] = $last;
        }

        return [$starts, $ends];
    }

    /** The same print with its own colours moved in OKLCH. */
    public function drift(Drift $drift): self
    {
        if ($this->colours === null || $drift->isNothing()) {
            return $this;
        }
        $moved = $drift->colours();
        $colours = [];
        foreach ($this->colours as $i => $colour) {
            $colours[] = $this->ink[$i] === 0 ? 0 : $moved->move($colour);
        }

        return new self($this->area, $this->ink, $this->starts, $this->ends, $colours);
    }

    public function size(): int
    {
        return count($this->ink) * ($this->colours === null ? 1 : 2);
    }

    /**
     * @param  array<int, int>  $fours
     * @return array<int, int>
     */
    private static function ink(array $fours, int $stride, int $width, ScanlineSpans $rows): array
    {
        $left = 0x0000FFFF0000FFFF;
        $across = (int) $rows->across;
        $rowPlace = (int) $rows->place;
        $down = (int) $rows->down;
        $starts = $rows->starts;
        $ends = $rows->ends;
        $count = count($starts);
        $out = array_fill(0, $count * $width, 0);
        for ($row = 0; $row < $count; $row++) {
            $first = $starts[$row];
            $last = $ends[$row];
            if (! is_int($first) || ! is_int($last)) {
                return $out;
            }
            $place = $rowPlace + $first * $across;
            $rowPlace += $down;
            $last += $row * $width;
            for ($j = $row * $width + $first; $j < $last; $j++) {
                $q = $fours[($place >> 48) * $stride + ($place >> 16 & 65535)];
                if (! is_int($q)) {
                    return $out;
                }
                if ($q > 0) {
                    $f = $place >> 8 & 255;
                    $q = ($q & $left) * (256 - $f) + ($q >> 16 & $left) * $f;
                    $f = $place >> 40 & 255;
                    $out[$j] = ($q & 0xFFFFFFFF) * (256 - $f) + ($q >> 32) * $f >> 15;
                }
                $place += $across;
            }
        }

        return $out;
    }

    /**
     * Colours are mixed by their ink and then divided by it.
     *
     * @param  array<int, int>  $ink
     * @param  array<int, int>  $colours  of the stencil
     * @return array<int, int>
     */
    private static function colours(array $ink, array $colours, int $stride, int $width, ScanlineSpans $rows): array
    {
        $across = (int) $rows->across;
        $rowPlace = (int) $rows->place;
        $down = (int) $rows->down;
        $starts = $rows->starts;
        $ends = $rows->ends;
        $count = count($starts);
        $out = array_fill(0, $count * $width, 0);
        for ($row = 0; $row < $count; $row++) {
            $first = $starts[$row];
            $last = $ends[$row];
            if (! is_int($first) || ! is_int($last)) {
                return $out;
            }
            $place = $rowPlace + $first * $across;
            $rowPlace += $down;
            $last += $row * $width;
            for ($j = $row * $width + $first; $j < $last; $j++) {
                $m = $ink[$j];
                if (! is_int($m)) {
                    return $out;
                }
                if ($m > 0) {
                    $i = ($place >> 48) * $stride + ($place >> 16 & 65535);
                    $f = $place >> 8 & 255;
                    $g = $place >> 40 & 255;
                    // Four weights that make 256 together.
                    $both = $f * $g >> 8;
                    $q = $colours[$i] * (256 - $f - $g + $both) + $colours[$i + 1] * ($f - $both);
                    $i += $stride;
                    $q += $colours[$i] * ($g - $both) + $colours[$i + 1] * $both;
                    // 13 bits · 256, 8 of the 16 that ink has: · 257 / 32 / ink gives 0–255.
                    $half = $m << 4;
                    $d = 1.0 / ($m * 32.0);
                    $r = (int) ((($q >> 42) * 257 + $half) * $d);
                    $s = (int) ((($q >> 21 & 0x1FFFFF) * 257 + $half) * $d);
                    $b = (int) ((($q & 0x1FFFFF) * 257 + $half) * $d);
                    $out[$j] = ($r > 255 ? 255 : $r) << 16 | ($s > 255 ? 255 : $s) << 8 | ($b > 255 ? 255 : $b);
                }
                $place += $across;
            }
        }

        return $out;
    }
}
