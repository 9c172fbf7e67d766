<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

/**
 * A closed outline as points, written out twice so that a part over the seam is one stretch.
 */
final readonly class Ring
{
    /** How many points the outline has. */
    public int $count;

    /** @var list<float> px, two rounds */
    public array $xs;

    /** @var list<float> px, two rounds */
    public array $ys;

    /** @var list<float> px from the first point, along the outline, two rounds */
    public array $along;

    /** @var list<array{float, float, float, float, float}> sums of x, y, x², xy and y² of the points before this one, from the first point */
    private array $sums;

    /** px; once round. */
    public float $length;

    /** Whether the pixels it was drawn from have no greys, so that each point is known to half a px only. */
    public bool $isHard;

    /** @param  non-empty-list<array{float, float}>  $points  px, each once */
    public function __construct(array $points)
    {
        $this->count = count($points);
        $xs = array_column($points, 0);
        $ys = array_column($points, 1);
        $this->xs = [...$xs, ...$xs];
        $this->ys = [...$ys, ...$ys];
        $along = [0.0];
        $length = 0.0;
        for ($i = 1; $i <= 2 * $this->count; $i++) {
            $k = $i % $this->count;
            $b = ($i - 1) % $this->count;
            $length += hypot($xs[$k] - $xs[$b], $ys[$k] - $ys[$b]);
            $along[] = $length;
        }
        $this->length = $along[$this->count];
        array_pop($along);
        $this->along = $along;
        $this->sums = self::sum($this->xs, $this->ys);
        $this->isHard = self::midway($points) > 0.9 * $this->count;
    }

    /**
     * @param  list<array{float, float}>  $points
     * @return int how many lie in the middle between two pixels, which is where ink without greys is parted from paper
     */
    private static function midway(array $points): int
    {
        $out = 0;
        foreach ($points as [$x, $y]) {
            $out += abs($x - round($x)) < 0.01 || abs($y - round($y)) < 0.01 ? 1 : 0;
        }

        return $out;
    }

    /**
     * @param  list<float>  $xs
     * @param  list<float>  $ys
     * @return list<array{float, float, float, float, float}>
     */
    private static function sum(array $xs, array $ys): array
    {
        $out = [];
        $sx = $sy = $sxx = $sxy = $syy = 0.0;
        foreach ($xs as $i => $x) {
            $out[] = [$sx, $sy, $sxx, $sxy, $syy];
            $dx = $x - $xs[0];
            $dy = $ys[$i] - $ys[0];
            $sx += $dx;
            $sy += $dy;
            $sxx += $dx * $dx;
            $sxy += $dx * $dy;
            $syy += $dy * $dy;
        }
        $out[] = [$sx, $sy, $sxx, $sxy, $syy];

        return $out;
    }

    /**
     * The straight line nearest to a stretch of points, in squares.
     *
     * @param  int  $from  point, in the first round or the second
     * @param  int  $to  a later one, still of the two rounds
     * @return array{float, float, float, float, float} the middle of the points, the direction of the line, and the mean of their squared distances from it
     */
    public function line(int $from, int $to): array
    {
        $n = $to - $from + 1;
        $a = $this->sums[$from];
        $b = $this->sums[$to + 1];
        $mx = ($b[0] - $a[0]) / $n;
        $my = ($b[1] - $a[1]) / $n;
        $xx = ($b[2] - $a[2]) / $n - $mx * $mx;
        $xy = ($b[3] - $a[3]) / $n - $mx * $my;
        $yy = ($b[4] - $a[4]) / $n - $my * $my;
        $angle = 0.5 * atan2(2 * $xy, $xx - $yy);
        $ux = cos($angle);
        $uy = sin($angle);

        return [$mx + $this->xs[0], $my + $this->ys[0], $ux, $uy, $xx * $uy * $uy - 2 * $xy * $ux * $uy + $yy * $ux * $ux];
    }

    /**
     * The farthest point that lies no more than this far along.
     *
     * @param  int  $from  point of the two rounds
     * @param  float  $reach  px; below 0 goes back
     */
    public function reach(int $from, float $reach): int
    {
        $wanted = $this->along[$from] + $reach;
        $low = 0;
        $high = 2 * $this->count - 1;
        // Points lie 0.7 to 1 px apart.
        $at = max($low, min($high, $from + (int) ($reach * 1.2)));
        while ($at < $high && $this->along[$at + 1] <= $wanted) {
            $at++;
        }
        while ($at > $low && $this->along[$at] > $wanted) {
            $at--;
        }
        if ($reach < 0 && $this->along[$at] < $wanted) {
            $at++;
        }

        return $at;
    }

    /**
     * The points no farther along than this, to both sides of a point, each once.
     *
     * @param  int  $i  point of the first round
     * @return non-empty-list<array{float, float}> px
     */
    public function around(int $i, float $reach): array
    {
        $out = [[$this->xs[$i], $this->ys[$i]]];
        $last = $i + $this->count;
        for ($on = $i + 1; $on < $last && $this->along[$on] <= $this->along[$i] + $reach; $on++) {
            $out[] = [$this->xs[$on], $this->ys[$on]];
        }
        for ($back = $last - 1; $back >= $on && $this->along[$back] >= $this->along[$last] - $reach; $back--) {
            $out[] = [$this->xs[$back], $this->ys[$back]];
        }

        return $out;
    }

    /** A corner half the way nearer to its point of the outline. */
    public function pulled(int $i, Node $corner): Node
    {
        return new Node(($corner->x + $this->xs[$i]) / 2, ($corner->y + $this->ys[$i]) / 2, $corner->along);
    }
}
