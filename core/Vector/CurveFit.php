<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

/**
 * An outline as few cubic Bézier curves: from each node the longest curve that stays within the
 * tolerance. Where the part of a good curve is good too, that is the least number between two
 * corners; round a ring without corners it is the least once the same nodes come again.
 *
 * @phpstan-import-type Point from OneCubic
 * @phpstan-import-type Cubic from OneCubic
 */
final readonly class CurveFit
{
    /** Rounds after which a ring without corners begins where it began before, or does as well. */
    private const ROUNDS = 3;

    /** Rings of more curves than this gain nothing from another place to begin. */
    private const FEW = 24;

    /** px by which a corner may miss the outline, which pixels cut off there. */
    private const CORNER_MISSES = 0.5;

    private const CORNER_MISSES_OF_HARD = 1.0;

    /** How often a corner is pulled to the outline, before it is taken for none. */
    private const PULLS = 2;

    /** @param  float  $tolerance  px by which a point of the outline may lie off its curve */
    public function __construct(private float $tolerance = 0.45)
    {
    }

    /**
     * @param  non-empty-list<Point>  $points  closed
     * @return list<Cubic> one after another, closed
     */
    public function ring(array $points): array
    {
        $ring = new Ring($points);
        $corners = Corners::of($ring);
        for ($pulls = 0; ; $pulls++) {
            $curves = $this->between($ring, $corners);
            $missed = self::missed($ring, $corners, $curves);
            if ($missed === []) {
                return $curves;
            }
            foreach ($missed as $i) {
                if ($pulls >= self::PULLS) {
                    unset($corners[$i]);
                } else {
                    $corners[$i] = $ring->pulled($i, $corners[$i]);
                }
            }
        }
    }

    /**
     * Which corners miss the outline around them: those points took no part in the fit.
     *
     * @param  array<int, Node>  $corners  by point
     * @param  list<Cubic>  $curves
     * @return list<int>
     */
    private static function missed(Ring $ring, array $corners, array $curves): array
    {
        $cutOff = Corners::CUT_OFF;
        $begins = [];
        foreach ($curves as $k => $curve) {
            $begins["{$curve[0][0]} {$curve[0][1]}"] = $k;
        }
        $count = count($curves);
        $most = $ring->isHard ? self::CORNER_MISSES_OF_HARD : self::CORNER_MISSES;
        $out = [];
        foreach ($corners as $i => $node) {
            $at = $begins["{$node->x} {$node->y}"] + $count;
            $near = array_values(array_unique([($at - 2) % $count, ($at - 1) % $count, $at % $count, ($at + 1) % $count]));
            $points = $ring->around($i, $cutOff);
            if (OutlineDistance::greatest([$points], [array_map(fn (int $k): array => $curves[$k], $near)]) > $most) {
                $out[] = $i;
            }
        }

        return $out;
    }

    /**
     * @param  array<int, Node>  $corners  by point, rising
     * @return list<Cubic>
     */
    private function between(Ring $ring, array $corners): array
    {
        $nodes = new Nodes($ring, $corners);
        $one = new OneCubic($ring, $nodes, $this->tolerance);
        $corners = $nodes->corners();
        if ($corners === []) {
            return self::curves($nodes, $one, $this->roundWithoutCorner($ring, $one));
        }
        $at = [];
        foreach ($corners as $k => $from) {
            $to = $corners[$k + 1] ?? $corners[0] + $ring->count;
            array_push($at, ...array_slice(self::places($one, $from, $to), 0, -1));
        }

        return self::curves($nodes, $one, [...$at, $corners[0] + $ring->count]);
    }

    /**
     * @param  list<int>  $places  rising, the last one round after the first
     * @return list<Cubic>
     */
    private static function curves(Nodes $nodes, OneCubic $one, array $places): array
    {
        $out = [];
        for ($k = 0; $k + 1 < count($places); $k++) {
            array_push($out, ...self::piece($nodes, $one, $places[$k], $places[$k + 1]));
        }

        return $out;
    }

    /**
     * One curve between two points. Where none is good after all, as a part of a good one now and then is not, several.
     *
     * @return list<Cubic>
     */
    private static function piece(Nodes $nodes, OneCubic $one, int $from, int $to): array
    {
        $curve = $one->along($from, $to);
        if ($curve !== null || $to - $from < 2) {
            return [$curve ?? self::straight($nodes->at($from), $nodes->at($to))];
        }
        $chain = self::chain($one, $from, $to);

        // One that is as long was looked at just now: it is halved.
        return self::curves($nodes, $one, count($chain) > 2 ? $chain : [$from, ($from + $to) >> 1, $to]);
    }

    /**
     * Where curves end between two points.
     *
     * @return non-empty-list<int> from the first to the last
     */
    private static function places(OneCubic $one, int $from, int $to): array
    {
        $forth = self::chain($one, $from, $to);
        $many = count($forth) - 1;
        if ($many < 2 || $many > self::FEW) {
            return $forth;
        }
        $back = array_reverse(self::chain($one, $to, $from));

        return count($back) < count($forth) ? $back : $forth;
    }

    /**
     * Curve after curve, each as long as it can be.
     *
     * @param  int  $to  before or behind the first
     * @return non-empty-list<int> from the first to the last
     */
    private static function chain(OneCubic $one, int $from, int $to): array
    {
        $out = [$from];
        $reach = abs($to - $from);
        while ($from !== $to) {
            $next = self::farthest($one, $from, $to, $reach);
            $reach = abs($next - $from);
            $from = $next;
            $out[] = $from;
        }

        return $out;
    }

    /**
     * The nodes of one round that has the fewest, out of several rounds one after another.
     *
     * @return non-empty-list<int>
     */
    private function roundWithoutCorner(Ring $ring, OneCubic $one): array
    {
        $count = $ring->count;
        $chain = [0];
        $reach = $count;
        for ($at = 0; $at < self::ROUNDS * $count;) {
            $from = $at % $count;
            $reach = self::farthest($one, $from, $from + $count, $reach) - $from;
            $at += $reach;
            $chain[] = $at;
            if ($at >= $count && count($chain) > self::FEW) {
                break;
            }
        }
        $best = null;
        foreach ($chain as $k => $begin) {
            for ($to = $k + 1; isset($chain[$to]) && $count > $chain[$to] - $begin;) {
                $to++;
            }
            if (isset($chain[$to]) && ($best === null || $to - $k < count($best) - 1)) {
                $best = array_slice($chain, $k, $to - $k);
                $best[] = $begin + $count;
            }
        }
        $best ??= [0, $count];
        $begin = $best[0] - $best[0] % $count;

        return array_map(fn (int $i): int => $i - $begin, $best);
    }

    /**
     * @param  int  $to  where the curve ends at the latest, before or behind its beginning
     * @param  int  $reach  points that the curve before went over
     * @return int the point at which the longest curve ends
     */
    private static function farthest(OneCubic $one, int $from, int $to, int $reach): int
    {
        $step = $to > $from ? 1 : -1;
        $most = abs($to - $from);
        $good = 1;
        $bad = $most + 1;
        $next = min($most, max(2, $reach));
        while ($bad - $good > 1 + ($good >> 5)) {
            $end = $from + $step * $next;
            if ($one->along(min($from, $end), max($from, $end)) !== null) {
                $good = $next;
                $next = $bad > $most ? min($most, 2 * $next) : ($good + $bad) >> 1;
            } else {
                $bad = $next;
                // The error of a curve grows with about the fourth power of its length.
                $guess = (int) ($next * max(0.3, (0.8 / $one->missed) ** 0.25));
                $next = max($good + 1, min($bad - 1, $good === 1 ? $guess : ($good + $bad) >> 1));
            }
        }

        return $from + $step * $good;
    }

    /** @return Cubic */
    private static function straight(Node $first, Node $last): array
    {
        $dx = ($last->x - $first->x) / 3;
        $dy = ($last->y - $first->y) / 3;

        return [[$first->x, $first->y], [$first->x + $dx, $first->y + $dy], [$last->x - $dx, $last->y - $dy], [$last->x, $last->y]];
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
}
