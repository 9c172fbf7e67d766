<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

/**
 * One cubic Bézier curve along a part of an outline: its handles by least squares, the places of
 * the points on it by Newton's method, in turn (Schneider, "An Algorithm for Automatically
 * Fitting Digitized Curves", Graphics Gems, 1990). A handle at a corner may go any way.
 *
 * @phpstan-type Point array{float, float}
 * @phpstan-type Cubic array{Point, Point, Point, Point}
 */
final class OneCubic
{
    /** Points that are looked at first, spread over the part. */
    private const SAMPLES = 12;

    private const TRIES = 4;

    /** How often the tolerance the last curve missed by. */
    public float $missed = 0.0;

    /** @param  float  $tolerance  px by which a point may lie off the curve */
    public function __construct(private readonly Ring $ring, private readonly Nodes $nodes, private readonly float $tolerance)
    {
    }

    /**
     * @param  int  $from  point of the ring where it begins
     * @param  int  $to  point where it ends, at most one round later
     * @return ?Cubic null when no curve stays within the tolerance
     */
    public function along(int $from, int $to): ?array
    {
        $cutOff = Corners::CUT_OFF;
        $first = $this->nodes->at($from);
        $last = $this->nodes->at($to);
        $along = $this->ring->along;
        $begin = $along[$from];
        $whole = max(1e-9, $along[$to] - $begin);
        // Pixels cut corners off: what is next to one lies on neither side of it.
        for ($near = $from + 1; $first->along === null && $near < $to - 1 && $along[$near] < $begin + $cutOff;) {
            $near++;
        }
        for ($far = $to - 1; $last->along === null && $far > $near && $along[$far] > $along[$to] - $cutOff;) {
            $far--;
        }
        $few = $u = [];
        $step = max(1, intdiv($far - $near, self::SAMPLES));
        for ($i = $near; $i <= $far; $i += $step) {
            $few[] = $i;
            $u[] = ($along[$i] - $begin) / $whole;
        }
        $curve = $this->fit($few, $u, $first, $last);
        if ($curve === null || $step === 1) {
            return $curve;
        }
        $all = range($near, $far);
        // The places of the points between come from the curve that is nearly right already.
        $u = $this->between($from, $to, $few, $u, $all);

        return $this->fit($all, $u, $first, $last);
    }

    /**
     * @param  list<int>  $known
     * @param  array<int, float>  $u
     * @param  list<int>  $wanted
     * @return list<float>
     */
    private function between(int $from, int $to, array $known, array $u, array $wanted): array
    {
        $out = [];
        $k = 0;
        $last = count($known) - 1;
        $along = $this->ring->along;
        foreach ($wanted as $i) {
            while ($k < $last && $known[$k] < $i) {
                $k++;
            }
            $a = $known[$k] >= $i ? ($k > 0 ? $known[$k - 1] : $from) : $known[$k];
            $b = $known[$k] >= $i ? $known[$k] : $to;
            $ua = $known[$k] >= $i ? ($k > 0 ? $u[$k - 1] : 0.0) : $u[$k];
            $ub = $known[$k] >= $i ? $u[$k] : 1.0;
            $out[] = $ua + ($ub - $ua) * ($along[$i] - $along[$a]) / max(1e-9, $along[$b] - $along[$a]);
        }

        return $out;
    }

    /**
     * @param  list<int>  $points
     * @param  array<int, float>  $u  moved to the places nearest to the points
     * @return ?Cubic
     */
    private function fit(array $points, array &$u, Node $first, Node $last): ?array
    {
        $within = $this->tolerance * $this->tolerance;
        $before = INF;
        $steps = [];
        $curve = $this->handles($points, $u, $first, $last);
        for ($try = 0; ; $try++) {
            $worst = $this->worst($points, $u, $curve);
            if ($worst <= $within) {
                return $curve;
            }
            // What gets better too slowly does not get there.
            if ($try === self::TRIES || $worst > 400 * $within || ($worst > 1.5 * $within && $worst > 0.95 * $before)) {
                $this->missed = sqrt($worst / $within);

                return null;
            }
            $before = $worst;
            $this->nearer($points, $u, $curve);
            $next = $this->handles($points, $u, $first, $last);
            $steps[] = $curve;
            if (count($steps) === 2) {
                $next = self::ahead($steps[0], $steps[1], $next);
                $this->nearer($points, $u, $next);
                $next = $this->handles($points, $u, $first, $last);
                $steps = [];
            }
            $curve = $next;
        }
    }

    /**
     * Where three curves on the way to the best one lead to, when each step is the same part of
     * the one before (Aitken, 1926).
     *
     * @param  Cubic  $a
     * @param  Cubic  $b
     * @param  Cubic  $c
     * @return Cubic
     */
    private static function ahead(array $a, array $b, array $c): array
    {
        $along = $square = 0.0;
        foreach ([1, 2] as $k) {
            foreach ([0, 1] as $n) {
                $step = $b[$k][$n] - $a[$k][$n];
                $along += $step * ($c[$k][$n] - $b[$k][$n]);
                $square += $step * $step;
            }
        }
        $part = $square < 1e-12 ? 0.0 : $along / $square;
        if ($part <= 0.0) {
            return $c;
        }
        $more = $part > 0.95 ? 19.0 : $part / (1.0 - $part);
        foreach ([1, 2] as $k) {
            $c[$k] = [$c[$k][0] + $more * ($c[$k][0] - $b[$k][0]), $c[$k][1] + $more * ($c[$k][1] - $b[$k][1])];
        }

        return $c;
    }

    /**
     * @param  list<int>  $points
     * @param  array<int, float>  $u
     * @return Cubic
     */
    private function handles(array $points, array $u, Node $first, Node $last): array
    {
        $x0 = $first->x;
        $y0 = $first->y;
        $x3 = $last->x;
        $y3 = $last->y;
        $xs = $this->nodes->xs;
        $ys = $this->nodes->ys;
        $c00 = $c01 = $c11 = $ax = $ay = $bx = $by = 0.0;
        foreach ($points as $k => $i) {
            $t = $u[$k];
            $s = 1.0 - $t;
            $b1 = 3.0 * $t * $s * $s;
            $b2 = 3.0 * $t * $t * $s;
            $b0 = $s * $s * $s + $b1;
            $b3 = $t * $t * $t + $b2;
            $dx = $xs[$i] - $x0 * $b0 - $x3 * $b3;
            $dy = $ys[$i] - $y0 * $b0 - $y3 * $b3;
            $c00 += $b1 * $b1;
            $c01 += $b1 * $b2;
            $c11 += $b2 * $b2;
            $ax += $b1 * $dx;
            $ay += $b1 * $dy;
            $bx += $b2 * $dx;
            $by += $b2 * $dy;
        }
        $chord = hypot($x3 - $x0, $y3 - $y0);
        [$px, $py, $qx, $qy] = self::solve($c00, $c01, $c11, $ax, $ay, $bx, $by, $first->along, $last->along, $chord);

        return [[$x0, $y0], [$x0 + $px, $y0 + $py], [$x3 + $qx, $y3 + $qy], [$x3, $y3]];
    }

    /**
     * Both handles from the sums of least squares: along their directions, or anywhere.
     *
     * @param  ?Point  $u
     * @param  ?Point  $w
     * @return array{float, float, float, float}
     */
    private static function solve(float $c00, float $c01, float $c11, float $ax, float $ay, float $bx, float $by, ?array $u, ?array $w, float $chord): array
    {
        $det = $c00 * $c11 - $c01 * $c01;
        if ($c00 < 1e-9 || $c11 < 1e-9 || $det < 1e-9) {
            return [($u[0] ?? 0.0) * $chord / 3, ($u[1] ?? 0.0) * $chord / 3, -($w[0] ?? 0.0) * $chord / 3, -($w[1] ?? 0.0) * $chord / 3];
        }
        if ($u === null && $w === null) {
            return [($ax * $c11 - $bx * $c01) / $det, ($ay * $c11 - $by * $c01) / $det, ($bx * $c00 - $ax * $c01) / $det, ($by * $c00 - $ay * $c01) / $det];
        }
        if ($u === null) {
            $beta = max(0.0, ($c00 * -($w[0] * $bx + $w[1] * $by) + $c01 * ($w[0] * $ax + $w[1] * $ay)) / $det);

            return [($ax + $c01 * $beta * $w[0]) / $c00, ($ay + $c01 * $beta * $w[1]) / $c00, -$beta * $w[0], -$beta * $w[1]];
        }
        if ($w === null) {
            $alpha = max(0.0, ($c11 * ($u[0] * $ax + $u[1] * $ay) - $c01 * ($u[0] * $bx + $u[1] * $by)) / $det);

            return [$alpha * $u[0], $alpha * $u[1], ($bx - $c01 * $alpha * $u[0]) / $c11, ($by - $c01 * $alpha * $u[1]) / $c11];
        }
        $mixed = -$c01 * ($u[0] * $w[0] + $u[1] * $w[1]);
        $a = $u[0] * $ax + $u[1] * $ay;
        $b = -$w[0] * $bx - $w[1] * $by;
        $det = $c00 * $c11 - $mixed * $mixed;
        $alpha = $det < 1e-9 ? $chord / 3 : ($a * $c11 - $b * $mixed) / $det;
        $beta = $det < 1e-9 ? $chord / 3 : ($b * $c00 - $a * $mixed) / $det;
        // A handle that would point backwards is left at its end.
        if ($alpha < 0.0) {
            $alpha = 0.0;
            $beta = max(0.0, $b / $c11);
        } elseif ($beta < 0.0) {
            $beta = 0.0;
            $alpha = max(0.0, $a / $c00);
        }

        return [$alpha * $u[0], $alpha * $u[1], -$beta * $w[0], -$beta * $w[1]];
    }

    /**
     * @param  list<int>  $points
     * @param  array<int, float>  $u
     * @param  Cubic  $c
     * @return float squared px
     */
    private function worst(array $points, array $u, array $c): float
    {
        [[$x0, $y0], [$x1, $y1], [$x2, $y2], [$x3, $y3]] = $c;
        $xs = $this->nodes->xs;
        $ys = $this->nodes->ys;
        $worst = 0.0;
        foreach ($points as $k => $i) {
            $t = $u[$k];
            $s = 1.0 - $t;
            $b0 = $s * $s * $s;
            $b1 = 3.0 * $t * $s * $s;
            $b2 = 3.0 * $t * $t * $s;
            $b3 = $t * $t * $t;
            $dx = $b0 * $x0 + $b1 * $x1 + $b2 * $x2 + $b3 * $x3 - $xs[$i];
            $dy = $b0 * $y0 + $b1 * $y1 + $b2 * $y2 + $b3 * $y3 - $ys[$i];
            $d = $dx * $dx + $dy * $dy;
            if ($d > $worst) {
                $worst = $d;
            }
        }

        return $worst;
    }

    /**
     * One step of Newton's method towards the place of the curve nearest to each point.
     *
     * @param  list<int>  $points
     * @param  array<int, float>  $u
     * @param  Cubic  $c
     */
    private function nearer(array $points, array &$u, array $c): void
    {
        [[$x0, $y0], [$x1, $y1], [$x2, $y2], [$x3, $y3]] = $c;
        $xs = $this->nodes->xs;
        $ys = $this->nodes->ys;
        foreach ($points as $k => $i) {
            $t = $u[$k];
            $s = 1.0 - $t;
            $ss = $s * $s;
            $st = $s * $t;
            $tt = $t * $t;
            $px = $ss * $s * $x0 + 3.0 * $st * $s * $x1 + 3.0 * $st * $t * $x2 + $tt * $t * $x3 - $xs[$i];
            $py = $ss * $s * $y0 + 3.0 * $st * $s * $y1 + 3.0 * $st * $t * $y2 + $tt * $t * $y3 - $ys[$i];
            $vx = 3.0 * ($ss * ($x1 - $x0) + 2.0 * $st * ($x2 - $x1) + $tt * ($x3 - $x2));
            $vy = 3.0 * ($ss * ($y1 - $y0) + 2.0 * $st * ($y2 - $y1) + $tt * ($y3 - $y2));
            $wx = 6.0 * ($s * ($x2 - 2.0 * $x1 + $x0) + $t * ($x3 - 2.0 * $x2 + $x1));
            $wy = 6.0 * ($s * ($y2 - 2.0 * $y1 + $y0) + $t * ($y3 - 2.0 * $y2 + $y1));
            $down = $vx * $vx + $vy * $vy + $px * $wx + $py * $wy;
            if ($down > 1e-9) {
                $t -= ($px * $vx + $py * $vy) / $down;
                $u[$k] = $t < 0.0 ? 0.0 : ($t > 1.0 ? 1.0 : $t);
            }
        }
    }
}
