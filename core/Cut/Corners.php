<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Cut\Thing\Marks;
use Yarrowfog\Core\Cut\Thing\PatchGraph;
use Yarrowfog\Core\Cut\Thing\StandsOut;
use Yarrowfog\Core\Cut\Thing\ThingCut;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;

/** The four corners of a page, or of something else that is flat and square-cornered, in a photo of it. */
final class Corners
{
    /** px of the longer side in which they are looked for. */
    private const SIDE = PatchGraph::SIDE;

    /** Part of the four-cornered area that the thing must fill to be four-cornered. */
    private const FILLS = 0.94;

    /** Two corners of a box in which a page lies that fills its photo. */
    private const NEARLY_ALL = [[0.012, 0.012], [0.988, 0.988]];

    /** px from a side within which the outline belongs to it. */
    private const NEAR = 4.0;

    /** Part of a side at both ends that is not looked at: corners are worn. */
    private const ENDS = 0.06;

    /** px by which a side is laid inside of the outline. */
    private const INSET = 0.6;

    /** px below which a side is none. */
    private const SHORT = 12.0;

    /**
     * @return list<array{float, float}> from the upper left clockwise, as fractions of the picture; empty where nothing in it has four corners
     */
    public static function find(Bitmap $in): array
    {
        $small = (new Resampler(Filter::Area))->within($in, self::SIDE);
        // A page may fill the photo but for a little along its edges.
        $around = StandsOut::box($small);
        foreach ($around === [] ? [self::NEARLY_ALL] : [$around, self::NEARLY_ALL] as $box) {
            $corners = self::within($small, $box);
            if ($corners !== []) {
                return $corners;
            }
        }

        return [];
    }

    /**
     * @param  list<array{float, float}>  $box
     * @return list<array{float, float}>
     */
    private static function within(Bitmap $small, array $box): array
    {
        $thing = ThingCut::of($small, new Marks($box, []));
        if ($thing === null) {
            return [];
        }
        [$outline, $area] = self::outline($thing);
        $corners = self::four(self::hull($outline));
        if ($corners === null || $area < self::FILLS * self::areaOf($corners)) {
            return [];
        }
        $fitted = self::fit($corners, $outline) ?? $corners;

        return array_map(fn (array $c): array => [max(0.0, min(1.0, $c[0] / $small->width)), max(0.0, min(1.0, $c[1] / $small->height))], self::inOrder($fitted));
    }

    /**
     * Where alpha goes through a half along rows and columns, and how many px lie between the outermost of each row: what is drawn on a
     * page may look like holes in it.
     *
     * @return array{list<array{float, float}>, int}
     */
    private static function outline(Bitmap $thing): array
    {
        $points = [];
        $area = 0;
        [$width, $height] = [$thing->width, $thing->height];
        $alpha = array_map(fn (int $p): int => $p & 255, $thing->pixels);
        for ($y = 0; $y < $height; $y++) {
            $first = null;
            $last = 0;
            for ($x = 0; $x < $width; $x++) {
                $i = $y * $width + $x;
                $here = $alpha[$i];
                if ($here > 127) {
                    $first ??= $x;
                    $last = $x + 1;
                }
                foreach ([[1, 0, $x + 1 < $width], [0, 1, $y + 1 < $height]] as [$dx, $dy, $isIn]) {
                    $there = $isIn ? $alpha[$i + $dy * $width + $dx] : $here;
                    if ($here > 127 !== $there > 127) {
                        $part = ($here - 127.5) / ($here - $there);
                        $points[] = [$x + 0.5 + $dx * $part, $y + 0.5 + $dy * $part];
                    }
                }
                if ($here > 127 && ($x === 0 || $y === 0 || $x === $width - 1 || $y === $height - 1)) {
                    $points[] = [$x === 0 ? 0.0 : ($x === $width - 1 ? (float) $width : $x + 0.5), $y === 0 ? 0.0 : ($y === $height - 1 ? (float) $height : $y + 0.5)];
                }
            }
            $area += $last - ($first ?? 0);
        }

        return [$points, $area];
    }

    /**
     * Andrew's monotone chain (1979).
     *
     * @param  list<array{float, float}>  $points
     * @return list<array{float, float}> convex, clockwise on screen
     */
    private static function hull(array $points): array
    {
        sort($points);

        return [...self::chain($points), ...self::chain(array_reverse($points))];
    }

    /**
     * @param  list<array{float, float}>  $points  from one side to the other
     * @return list<array{float, float}> half of the hull, without its last point
     */
    private static function chain(array $points): array
    {
        $out = [];
        foreach ($points as $p) {
            while (count($out) > 1 && self::turn($out[count($out) - 2], $out[count($out) - 1], $p) <= 0) {
                array_pop($out);
            }
            $out[] = $p;
        }
        array_pop($out);

        return $out;
    }

    /**
     * @param  array{float, float}  $a
     * @param  array{float, float}  $b
     * @param  array{float, float}  $c
     */
    private static function turn(array $a, array $b, array $c): float
    {
        return ($b[0] - $a[0]) * ($c[1] - $a[1]) - ($b[1] - $a[1]) * ($c[0] - $a[0]);
    }

    /**
     * Side by side is left out, the one whose neighbours meet nearest beyond it first, until four are left.
     *
     * @param  list<array{float, float}>  $hull
     * @return list<array{float, float}>|null null where it cannot be made four-cornered
     */
    private static function four(array $hull): ?array
    {
        while (count($hull) > 4) {
            $count = count($hull);
            $least = INF;
            $at = null;
            $meeting = [0.0, 0.0];
            for ($i = 0; $i < $count; $i++) {
                [$before, $from, $to, $after] = [$hull[($i + $count - 1) % $count], $hull[$i], $hull[($i + 1) % $count], $hull[($i + 2) % $count]];
                $meet = self::meet($before, $from, $after, $to);
                $more = $meet === null ? INF : abs(self::turn($from, $meet, $to));
                // Beyond the side, not on the other side of the whole.
                if ($meet !== null && $more < $least && self::turn($from, $to, $meet) < 0) {
                    $least = $more;
                    $at = $i;
                    $meeting = $meet;
                }
            }
            if ($at === null) {
                return null;
            }
            $hull[$at] = $meeting;
            array_splice($hull, ($at + 1) % $count, 1);
        }

        return count($hull) === 4 ? $hull : null;
    }

    /**
     * @param  array{float, float}  $a
     * @param  array{float, float}  $b
     * @param  array{float, float}  $c
     * @param  array{float, float}  $d
     * @return array{float, float}|null where the line through a and b meets that through c and d
     */
    private static function meet(array $a, array $b, array $c, array $d): ?array
    {
        $det = ($b[0] - $a[0]) * ($d[1] - $c[1]) - ($b[1] - $a[1]) * ($d[0] - $c[0]);
        if (abs($det) < 1e-9) {
            return null;
        }
        $t = (($c[0] - $a[0]) * ($d[1] - $c[1]) - ($c[1] - $a[1]) * ($d[0] - $c[0])) / $det;

        return [$a[0] + $t * ($b[0] - $a[0]), $a[1] + $t * ($b[1] - $a[1])];
    }

    /** @param  list<array{float, float}>  $corners */
    private static function areaOf(array $corners): float
    {
        return abs(self::turn($corners[0], $corners[1], $corners[2]) + self::turn($corners[0], $corners[2], $corners[3])) / 2;
    }

    /**
     * Each side laid through all of the outline along it, by least squares.
     *
     * @param  list<array{float, float}>  $corners
     * @param  list<array{float, float}>  $outline
     * @return list<array{float, float}>|null
     */
    private static function fit(array $corners, array $outline): ?array
    {
        $lines = [];
        foreach ($corners as $i => $from) {
            $to = $corners[($i + 1) % 4];
            $length = hypot($to[0] - $from[0], $to[1] - $from[1]);
            if ($length < self::SHORT) {
                return null;
            }
            [$dx, $dy] = [($to[0] - $from[0]) / $length, ($to[1] - $from[1]) / $length];
            $n = $st = $so = $stt = $sto = 0.0;
            foreach ($outline as [$x, $y]) {
                $t = (($x - $from[0]) * $dx + ($y - $from[1]) * $dy) / $length;
                $off = ($y - $from[1]) * $dx - ($x - $from[0]) * $dy;
                if ($t > self::ENDS && $t < 1 - self::ENDS && abs($off) < self::NEAR) {
                    $n++;
                    $st += $t;
                    $so += $off;
                    $stt += $t * $t;
                    $sto += $t * $off;
                }
            }
            $det = $n * $stt - $st * $st;
            if ($n < 8 || $det <= 0) {
                return null;
            }
            $slope = ($n * $sto - $st * $so) / $det;
            // The photo's own blur leaves a little of the ground along the edge.
            $base = ($so - $slope * $st) / $n + self::INSET;
            $lines[] = [[$from[0] - $dy * $base, $from[1] + $dx * $base], [$to[0] - $dy * ($base + $slope), $to[1] + $dx * ($base + $slope)]];
        }
        $fitted = [];
        $before = null;
        foreach ([...array_slice($lines, -1), ...$lines] as $line) {
            if ($before === null) {
                $before = $line;

                continue;
            }
            $meet = self::meet($before[0], $before[1], $line[0], $line[1]);
            $before = $line;
            if ($meet === null) {
                return null;
            }
            $fitted[] = $meet;
        }

        return $fitted;
    }

    /**
     * @param  list<array{float, float}>  $corners  clockwise
     * @return list<array{float, float}> the same, from the one that lies most to the upper left
     */
    private static function inOrder(array $corners): array
    {
        $first = 0;
        foreach ($corners as $i => [$x, $y]) {
            if ($x + $y < $corners[$first][0] + $corners[$first][1]) {
                $first = $i;
            }
        }

        return [...array_slice($corners, $first), ...array_slice($corners, 0, $first)];
    }
}
