<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

/**
 * The corners of an outline: where two straight arms meet at an angle, near the outline, and one
 * parabola would not follow both.
 */
final readonly class Corners
{
    /** Degrees between the arms, from which they make a corner. */
    private const TURN = 28.0;

    /** px next to the corner that do not count: pixels cut a corner off. */
    public const CUT_OFF = 1.0;

    /** The part of its neighbours' turn that a corner has at least. */
    private const NEARLY = 0.6;

    /** px from which an arm of an outline without greys is long enough to tell a corner that lies far outside. */
    private const LONG = 7.0;

    /** px from the outline that a corner may lie at. */
    private const FARTHEST = 0.75;

    /** px within which there is one corner only. */
    private const APART = 2.5;

    /**
     * @param  float  $straight  px by which the points of a straight side may miss its line
     * @param  int  $glance  points to both sides that tell quickly where nothing turns
     * @param  float  $cutByPixels  px by which pixels may cut a right angle off, between long arms
     */
    private function __construct(private Ring $ring, private Arms $arms, private float $straight, private int $glance, private float $cutByPixels)
    {
    }

    /**
     * @return array<int, Node> by the number of the outline's point, rising
     */
    public static function of(Ring $ring): array
    {
        // Pixels without greys know an outline to half a px only: longer arms are needed, and more is allowed.
        $corners = $ring->isHard
            ? new self($ring, new Arms($ring, [24.0, 16.0, 10.0, 6.5, 4.0], 0.55, 0.62), 0.55, 9, 1.3)
            : new self($ring, new Arms($ring, [8.0, 5.5, 3.2], 0.12, 0.18), 0.12, 5, 1.0);

        return $corners->byWholeSides($corners->nearest($corners->find()));
    }

    /** @return array<int, array{Node, float}> by point: a corner, and how far its arms meet from the outline, px */
    private function find(): array
    {
        $found = [];
        $turns = $this->turns();
        foreach ($turns as $i => $turn) {
            // Points that turn much less than one next to them are not looked at.
            $most = max($turns[$i - 2] ?? 0.0, $turns[$i - 1] ?? 0.0, $turns[$i + 1] ?? 0.0, $turns[$i + 2] ?? 0.0);
            $corner = $turn < self::NEARLY * $most ? null : $this->corner($i);
            if ($corner !== null) {
                $found[$i] = $corner;
            }
        }

        return $found;
    }

    /**
     * Where the way to a few points on and from a few points back differ by 18 degrees or more.
     *
     * @return array<int, float> by point, rising: 1 less the cosine of the turn
     */
    private function turns(): array
    {
        $out = [];
        $count = $this->ring->count;
        $glance = min($this->glance, $count >> 1);
        $xs = $this->ring->xs;
        $ys = $this->ring->ys;
        for ($i = 0; $i < $count; $i++) {
            $on = $i + $glance;
            $back = $i < $glance ? $i - $glance + $count : $i - $glance;
            $ax = $xs[$on] - $xs[$i];
            $ay = $ys[$on] - $ys[$i];
            $bx = $xs[$i] - $xs[$back];
            $by = $ys[$i] - $ys[$back];
            $dot = $ax * $bx + $ay * $by;
            if (abs($ax * $by - $ay * $bx) > 0.32 * $dot) {
                $out[$i] = 1.0 - $dot / max(1e-9, sqrt(($ax * $ax + $ay * $ay) * ($bx * $bx + $by * $by)));
            }
        }

        return $out;
    }

    /**
     * @return ?array{Node, float} the corner, and how far the arms meet from the outline, px
     */
    private function corner(int $i): ?array
    {
        [$before, $shorter] = $this->arms->longest($i, -1);
        [$after, $other] = $this->arms->longest($i, 1);
        if ($before === null || $after === null) {
            return null;
        }
        $turn = Arms::turn($before, $after);
        if ($turn < self::TURN || $this->arms->bend($i, min($shorter, $other), $before, $after)) {
            return null;
        }
        $met = self::met($before, $after);
        if ($met === null) {
            return null;
        }
        $away = hypot($met[0] - $this->ring->xs[$i], $met[1] - $this->ring->ys[$i]);
        // Half ink ends before a sharp point does, where the point gets narrower than a pixel.
        if ($away > (min($shorter, $other) > self::LONG ? $this->cutByPixels : 1.0) * max(1.0, 1.0 / tan(deg2rad(180.0 - min($turn, 175.0)) / 2))) {
            return null;
        }

        return [$this->place($i, $met), $away];
    }

    /**
     * Where two lines meet.
     *
     * @param  array{float, float, float, float}  $a  a point and the direction
     * @param  array{float, float, float, float}  $b
     * @return ?array{float, float} null when they run nearly side by side
     */
    private static function met(array $a, array $b): ?array
    {
        $cross = $a[2] * $b[3] - $a[3] * $b[2];
        if (abs($cross) < 0.05) {
            return null;
        }
        $t = (($b[0] - $a[0]) * $b[3] - ($b[1] - $a[1]) * $b[2]) / $cross;

        return [$a[0] + $t * $a[2], $a[1] + $t * $a[3]];
    }

    /**
     * A corner no farther from the outline than pixels may have cut it off.
     *
     * @param  array{float, float}  $at
     */
    private function place(int $i, array $at): Node
    {
        $dx = $at[0] - $this->ring->xs[$i];
        $dy = $at[1] - $this->ring->ys[$i];
        $away = hypot($dx, $dy);
        $share = $away > self::FARTHEST ? self::FARTHEST / $away : 1.0;

        return new Node($this->ring->xs[$i] + $dx * $share, $this->ring->ys[$i] + $dy * $share, null);
    }

    /**
     * Corners between two sides that are straight all along, at the meeting of the whole sides.
     *
     * @param  array<int, Node>  $corners
     * @return array<int, Node>
     */
    private function byWholeSides(array $corners): array
    {
        $at = array_keys($corners);
        $count = count($at);
        $sides = [];
        foreach ($at as $k => $from) {
            $sides[] = $count < 3 ? null : $this->side($from, $at[$k + 1] ?? $at[0] + $this->ring->count);
        }
        foreach ($at as $k => $i) {
            $before = $sides[($k + $count - 1) % $count];
            $after = $sides[$k];
            $met = $before === null || $after === null ? null : self::met($before, $after);
            if ($met !== null && hypot($met[0] - $corners[$i]->x, $met[1] - $corners[$i]->y) < self::FARTHEST) {
                $corners[$i] = $this->place($i, $met);
            }
        }

        return $corners;
    }

    /** @return ?array{float, float, float, float} a point and the direction of the outline between two corners; null where it is not straight */
    private function side(int $from, int $to): ?array
    {
        $near = $this->ring->reach($from, self::CUT_OFF) + 1;
        $far = $this->ring->reach($to, -self::CUT_OFF) - 1;
        if ($far - $near < 2) {
            return null;
        }
        [$mx, $my, $ux, $uy] = $this->ring->line($near, $far);
        for ($k = $near; $k <= $far; $k++) {
            if (abs(($this->ring->xs[$k] - $mx) * $uy - ($this->ring->ys[$k] - $my) * $ux) > $this->straight) {
                return null;
            }
        }

        return [$mx, $my, $ux, $uy];
    }

    /**
     * Of those near one another, the one whose arms meet nearest to the outline.
     *
     * @param  array<int, array{Node, float}>  $found
     * @return array<int, Node>
     */
    private function nearest(array $found): array
    {
        uasort($found, fn (array $a, array $b): int => $a[1] <=> $b[1]);
        $kept = [];
        foreach ($found as $i => [$node]) {
            foreach ($kept as $k => $_) {
                $apart = abs($this->ring->along[$i] - $this->ring->along[$k]);
                if (min($apart, $this->ring->length - $apart) < self::APART) {
                    continue 2;
                }
            }
            $kept[$i] = $node;
        }
        ksort($kept);

        return $kept;
    }
}
