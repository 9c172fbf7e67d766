<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

/**
 * Cubic Bézier curves through points, as few as stay within a tolerance: Schneider, "An
 * Algorithm for Automatically Fitting Digitized Curves", Graphics Gems (1990).
 *
 * @phpstan-type Point array{float, float}
 * @phpstan-type Cubic array{Point, Point, Point, Point}
 */
final readonly class CurveFit
{
    /** Turn, in degrees, from which a place is a corner. */
    private const CORNER = 50.0;

    /** px before and after a place that its turn is judged by. */
    private const REACH = 2.5;

    /** Better places on the curve are looked for so often before it is parted. */
    private const TRIES = 4;

    /** @param  float  $tolerance  px */
    public function __construct(private float $tolerance = 0.4)
    {
    }

    /**
     * @param  non-empty-list<Point>  $ring  closed
     * @return list<Cubic> one after another, closed
     */
    public function ring(array $ring): array
    {
        $count = count($ring);
        $corners = self::corners($ring);
        if ($corners === []) {
            // Without a corner it begins anywhere, with the same direction at both ends.
            $closed = [...$ring, $ring[0]];
            $along = self::unit([$ring[1 % $count][0] - $ring[$count - 1][0], $ring[1 % $count][1] - $ring[$count - 1][1]]);

            return $this->fitted($closed, $along, [-$along[0], -$along[1]]);
        }
        $out = [];
        foreach ($corners as $k => $from) {
            $to = $corners[($k + 1) % count($corners)];
            $to = $to <= $from ? $to + $count : $to;
            $part = [];
            for ($i = $from; $i <= $to; $i++) {
                $part[] = $ring[$i % $count];
            }
            $n = count($part);
            $reach = min(2, $n - 1);
            array_push($out, ...$this->fitted(
                $part,
                self::unit([$part[$reach][0] - $part[0][0], $part[$reach][1] - $part[0][1]]),
                self::unit([$part[$n - 1 - $reach][0] - $part[$n - 1][0], $part[$n - 1 - $reach][1] - $part[$n - 1][1]]),
            ));
        }

        return $out;
    }

    /**
     * @param  non-empty-list<Point>  $ring
     * @return list<int> positions, rising
     */
    private static function corners(array $ring): array
    {
        $count = count($ring);
        $turns = [];
        for ($i = 0; $i < $count; $i++) {
            $before = self::reached($ring, $i, -1);
            $after = self::reached($ring, $i, 1);
            $a = atan2($ring[$i][1] - $before[1], $ring[$i][0] - $before[0]);
            $b = atan2($after[1] - $ring[$i][1], $after[0] - $ring[$i][0]);
            $turns[] = abs(fmod(rad2deg($b - $a) + 540.0, 360.0) - 180.0);
        }
        $corners = [];
        for ($i = 0; $i < $count; $i++) {
            if ($turns[$i] < self::CORNER) {
                continue;
            }
            // Only the sharpest place near by is the corner.
            $sharpest = true;
            for ($k = 1; $k <= 3 && $k < $count; $k++) {
                $sharpest = $sharpest && $turns[($i + $k) % $count] <= $turns[$i] && $turns[($i - $k + $count) % $count] < $turns[$i];
            }
            if ($sharpest) {
                $corners[] = $i;
            }
        }

        return $corners;
    }

    /**
     * The point of the ring that lies so far along.
     *
     * @param  non-empty-list<Point>  $ring
     * @return Point
     */
    private static function reached(array $ring, int $from, int $step): array
    {
        $count = count($ring);
        $length = 0.0;
        $i = $from;
        for ($n = 0; $n < $count && $length < self::REACH; $n++) {
            $k = ($i + $step + $count) % $count;
            $length += hypot($ring[$k][0] - $ring[$i][0], $ring[$k][1] - $ring[$i][1]);
            $i = $k;
        }

        return $ring[$i];
    }

    /**
     * @param  list<Point>  $points
     * @param  Point  $leaving  direction at the first point
     * @param  Point  $arriving  direction at the last, backwards
     * @return list<Cubic>
     */
    private function fitted(array $points, array $leaving, array $arriving): array
    {
        $n = count($points);
        $first = $points[0];
        $last = $points[$n - 1];
        if ($n === 2) {
            $third = hypot($last[0] - $first[0], $last[1] - $first[1]) / 3;

            return [[$first, [$first[0] + $leaving[0] * $third, $first[1] + $leaving[1] * $third], [$last[0] + $arriving[0] * $third, $last[1] + $arriving[1] * $third], $last]];
        }
        $u = self::byLength($points);
        $split = intdiv($n, 2);
        for ($try = 0; $try <= self::TRIES; $try++) {
            $curve = self::curve($points, $u, $leaving, $arriving);
            [$error, $split] = self::worst($points, $u, $curve);
            if ($error <= $this->tolerance * $this->tolerance) {
                return [$curve];
            }
            if ($error > 64 * $this->tolerance * $this->tolerance) {
                break;
            }
            foreach ($u as $i => $t) {
                $u[$i] = self::nearer($curve, $points[$i], $t);
            }
        }
        $split = max(1, min($n - 2, $split));
        $along = self::unit([$points[$split - 1][0] - $points[$split + 1][0], $points[$split - 1][1] - $points[$split + 1][1]]);

        return [
            ...$this->fitted(array_slice($points, 0, $split + 1), $leaving, $along),
            ...$this->fitted(array_slice($points, $split), [-$along[0], -$along[1]], $arriving),
        ];
    }

    /**
     * @param  list<Point>  $points
     * @return list<float> 0–1
     */
    private static function byLength(array $points): array
    {
        $lengths = [0.0];
        for ($i = 1; $i < count($points); $i++) {
            $lengths[] = $lengths[$i - 1] + hypot($points[$i][0] - $points[$i - 1][0], $points[$i][1] - $points[$i - 1][1]);
        }
        $whole = max(1e-9, $lengths[count($lengths) - 1]);

        return array_map(fn (float $l): float => $l / $whole, $lengths);
    }

    /**
     * The lengths of both handles by least squares.
     *
     * @param  list<Point>  $points
     * @param  list<float>  $u
     * @param  Point  $leaving
     * @param  Point  $arriving
     * @return Cubic
     */
    private static function curve(array $points, array $u, array $leaving, array $arriving): array
    {
        $n = count($points);
        [$first, $last] = [$points[0], $points[$n - 1]];
        $c00 = $c01 = $c11 = $x0 = $x1 = 0.0;
        foreach ($u as $i => $t) {
            $s = 1 - $t;
            $b0 = $s * $s * $s + 3 * $t * $s * $s;
            $b3 = $t * $t * $t + 3 * $t * $t * $s;
            $b1 = 3 * $t * $s * $s;
            $b2 = 3 * $t * $t * $s;
            $dx = $points[$i][0] - $first[0] * $b0 - $last[0] * $b3;
            $dy = $points[$i][1] - $first[1] * $b0 - $last[1] * $b3;
            $c00 += $b1 * $b1;
            $c01 += $b1 * $b2 * ($leaving[0] * $arriving[0] + $leaving[1] * $arriving[1]);
            $c11 += $b2 * $b2;
            $x0 += $b1 * ($leaving[0] * $dx + $leaving[1] * $dy);
            $x1 += $b2 * ($arriving[0] * $dx + $arriving[1] * $dy);
        }
        $det = $c00 * $c11 - $c01 * $c01;
        $chord = hypot($last[0] - $first[0], $last[1] - $first[1]);
        $alpha = abs($det) < 1e-12 ? 0.0 : ($x0 * $c11 - $x1 * $c01) / $det;
        $beta = abs($det) < 1e-12 ? 0.0 : ($c00 * $x1 - $c01 * $x0) / $det;
        if ($alpha < 1e-6 * $chord || $beta < 1e-6 * $chord || $alpha > 1e4 || $beta > 1e4) {
            $alpha = $beta = $chord / 3;
        }

        return [$first, [$first[0] + $leaving[0] * $alpha, $first[1] + $leaving[1] * $alpha], [$last[0] + $arriving[0] * $beta, $last[1] + $arriving[1] * $beta], $last];
    }

    /**
     * @param  list<Point>  $points
     * @param  list<float>  $u
     * @param  Cubic  $curve
     * @return array{float, int} squared px, and which point
     */
    private static function worst(array $points, array $u, array $curve): array
    {
        $most = 0.0;
        $at = intdiv(count($points), 2);
        foreach ($points as $i => $p) {
            $q = self::at($curve, $u[$i]);
            $d = ($q[0] - $p[0]) ** 2 + ($q[1] - $p[1]) ** 2;
            if ($d > $most) {
                $most = $d;
                $at = $i;
            }
        }

        return [$most, $at];
    }

    /**
     * One step of Newton and Raphson towards the place of the curve nearest to a point.
     *
     * @param  Cubic  $c
     * @param  Point  $p
     */
    private static function nearer(array $c, array $p, float $t): float
    {
        $q = self::at($c, $t);
        $s = 1 - $t;
        $d1 = $d2 = [0.0, 0.0];
        foreach ([0, 1] as $k) {
            $d1[$k] = 3 * ($s * $s * ($c[1][$k] - $c[0][$k]) + 2 * $s * $t * ($c[2][$k] - $c[1][$k]) + $t * $t * ($c[3][$k] - $c[2][$k]));
            $d2[$k] = 6 * ($s * ($c[2][$k] - 2 * $c[1][$k] + $c[0][$k]) + $t * ($c[3][$k] - 2 * $c[2][$k] + $c[1][$k]));
        }
        $top = ($q[0] - $p[0]) * $d1[0] + ($q[1] - $p[1]) * $d1[1];
        $bottom = $d1[0] ** 2 + $d1[1] ** 2 + ($q[0] - $p[0]) * $d2[0] + ($q[1] - $p[1]) * $d2[1];

        return abs($bottom) < 1e-12 ? $t : max(0.0, min(1.0, $t - $top / $bottom));
    }

    /**
     * @param  Cubic  $c
     * @return Point
     */
    public static function at(array $c, float $t): array
    {
        $s = 1 - $t;
        [$a, $b, $d, $e] = [$s * $s * $s, 3 * $s * $s * $t, 3 * $s * $t * $t, $t * $t * $t];

        return [
            $a * $c[0][0] + $b * $c[1][0] + $d * $c[2][0] + $e * $c[3][0],
            $a * $c[0][1] + $b * $c[1][1] + $d * $c[2][1] + $e * $c[3][1],
        ];
    }

    /**
     * @param  Point  $v
     * @return Point
     */
    private static function unit(array $v): array
    {
        $length = hypot($v[0], $v[1]);

        return $length < 1e-12 ? [1.0, 0.0] : [$v[0] / $length, $v[1] / $length];
    }
}
