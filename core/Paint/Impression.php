<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Yarrowfog\Core\Raster\Rect;

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

    /** @param  int  $strength  flow that is counted into the ink at once, of 65536; for an ink mask only */
    public static function of(Stencil $stencil, PrintBox $box, int $strength = 65536): self
    {
        $rows = Rows::of($box, $stencil);
        $ink = self::ink($stencil->pairs, $stencil->width, $box->area->width, $rows, $strength);
        $colours = $stencil->colours === null ? null : self::colours($ink, $stencil->colours, $stencil->width, $box->area->width, $rows);

        [$starts, $ends] = self::trimmed($ink, $box->area->width, $rows);

        return new self($box->area, $ink, $starts, $ends, $colours);
    }

    /**
     * Draws the ends of each row in to where ink begins: what is empty at the corners of a
     * round tip is then never looked at again.
     *
     * @param  array<int, int>  $ink
     * @return array{list<int>, list<int>}
     */
    private static function trimmed(array $ink, int $width, Rows $rows): array
    {
        $starts = $ends = [];
        foreach ($rows->starts as $row => $first) {
            $last = $rows->ends[$row];
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

    public function size(): int
    {
        return count($this->ink) * ($this->colours === null ? 1 : 2);
    }

    /**
     * @param  array<int, int>  $pairs
     * @return array<int, int>
     */
    private static function ink(array $pairs, int $stride, int $width, Rows $rows, int $strength): array
    {
        $ux = $rows->ux;
        $vx = $rows->vx;
        $count = count($rows->starts);
        $out = array_fill(0, $count * $width, 0);
        for ($row = 0; $row < $count; $row++) {
            $u = $rows->us[$row];
            $v = $rows->vs[$row];
            $last = $row * $width + $rows->ends[$row];
            for ($j = $row * $width + $rows->starts[$row]; $j < $last; $j++) {
                $i = ($v >> 16) * $stride + ($u >> 16);
                $f = $u >> 8 & 255;
                $l = $pairs[$i] * (256 - $f) + $pairs[$i + 1] * $f;
                $f = $v >> 8 & 255;
                $out[$j] = (($l & 0xFFFFFFFF) * (256 - $f) + ($l >> 32) * $f >> 16) * $strength >> 16;
                $u += $ux;
                $v += $vx;
            }
        }

        return $out;
    }

    /**
     * Colours are mixed by their ink and then divided by it.
     *
     * @param  array<int, int>  $ink
     * @param  array{array<int, int>, array<int, int>, array<int, int>}  $pairs
     * @return array<int, int>
     */
    private static function colours(array $ink, array $pairs, int $stride, int $width, Rows $rows): array
    {
        [$reds, $greens, $blues] = $pairs;
        $ux = $rows->ux;
        $vx = $rows->vx;
        $count = count($rows->starts);
        $out = array_fill(0, $count * $width, 0);
        for ($row = 0; $row < $count; $row++) {
            $u = $rows->us[$row];
            $v = $rows->vs[$row];
            $last = $row * $width + $rows->ends[$row];
            for ($j = $row * $width + $rows->starts[$row]; $j < $last; $j++) {
                $m = $ink[$j];
                if ($m > 0) {
                    $i = ($v >> 16) * $stride + ($u >> 16);
                    $f = $u >> 8 & 255;
                    $g = $v >> 8 & 255;
                    $e = 256 - $f;
                    $h = 256 - $g;
                    $l = $reds[$i] * $e + $reds[$i + 1] * $f;
                    $r = intdiv((($l & 0xFFFFFFFF) * $h + ($l >> 32) * $g >> 16) * 257 + ($m >> 1), $m);
                    $l = $greens[$i] * $e + $greens[$i + 1] * $f;
                    $s = intdiv((($l & 0xFFFFFFFF) * $h + ($l >> 32) * $g >> 16) * 257 + ($m >> 1), $m);
                    $l = $blues[$i] * $e + $blues[$i + 1] * $f;
                    $b = intdiv((($l & 0xFFFFFFFF) * $h + ($l >> 32) * $g >> 16) * 257 + ($m >> 1), $m);
                    $out[$j] = ($r > 255 ? 255 : $r) << 16 | ($s > 255 ? 255 : $s) << 8 | ($b > 255 ? 255 : $b);
                }
                $u += $ux;
                $v += $vx;
            }
        }

        return $out;
    }
}
