<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

/** The straight parts of an outline to both sides of a point. */
final readonly class Arms
{
    /**
     * @param  non-empty-list<float>  $lengths  px: how long an arm is; the longest that is straight counts
     * @param  float  $straight  px by which the points of a straight arm may miss its line
     * @param  float  $missed  px by which a parabola along both arms misses a corner
     */
    public function __construct(private Ring $ring, private array $lengths, private float $straight, private float $missed)
    {
    }

    /**
     * Whether a parabola over the line that halves the angle follows both arms.
     *
     * @param  array{float, float, float, float}  $before
     * @param  array{float, float, float, float}  $after
     */
    public function bend(int $i, float $reach, array $before, array $after): bool
    {
        $ux = $after[2] - $before[2];
        $uy = $after[3] - $before[3];
        $length = hypot($ux, $uy);
        if ($length < 0.2) {
            return false;
        }
        $ux /= $length;
        $uy /= $length;
        $s = $d = [0.0];
        foreach ([-1, 1] as $step) {
            $k = $i;
            for ($n = 1, $length = 0.0; 2 * $n < $this->ring->count; $n++) {
                $to = ($k + $step + $this->ring->count) % $this->ring->count;
                $length += hypot($this->ring->xs[$to] - $this->ring->xs[$k], $this->ring->ys[$to] - $this->ring->ys[$k]);
                $k = $to;
                if ($length > $reach) {
                    break;
                }
                $dx = $this->ring->xs[$k] - $this->ring->xs[$i];
                $dy = $this->ring->ys[$k] - $this->ring->ys[$i];
                $s[] = $dx * $ux + $dy * $uy;
                $d[] = $dy * $ux - $dx * $uy;
            }
        }
        [$a, $b, $c] = LeastSquares::parabola($s, $d) ?? [0.0, 0.0, 0.0];
        foreach ($s as $k => $t) {
            if (abs($a + ($b + $c * $t) * $t - $d[$k]) > $this->missed) {
                return false;
            }
        }

        return true;
    }

    /** @return array{?array{float, float, float, float}, float} the longest straight arm on one side, and its length in px */
    public function longest(int $i, int $step): array
    {
        foreach ($this->lengths as $reach) {
            $arm = $this->arm($i, $step, $reach);
            if ($arm !== null) {
                return [$arm, $reach];
            }
        }

        return [null, 0.0];
    }

    /**
     * The line along the points on one side.
     *
     * @return ?array{float, float, float, float} a point of it and its direction away from the corner; null where the outline is not straight
     */
    private function arm(int $i, int $step, float $reach): ?array
    {
        $reach = min($reach, $this->ring->length / 2);
        $at = $step < 0 && $this->ring->along[$i] < $reach ? $i + $this->ring->count : $i;
        $near = $this->ring->reach($at, $step * Corners::CUT_OFF) + $step;
        $far = $this->ring->reach($at, $step * $reach);
        if (($far - $near) * $step < 1) {
            return null;
        }
        [$mx, $my, $ux, $uy, $missed] = $this->ring->line(min($near, $far), max($near, $far));
        if ($missed > $this->straight * $this->straight) {
            return null;
        }
        for ($k = $near; $k !== $far; $k += $step) {
            if (abs(($this->ring->xs[$k] - $mx) * $uy - ($this->ring->ys[$k] - $my) * $ux) > $this->straight) {
                return null;
            }
        }

        return $ux * ($mx - $this->ring->xs[$i]) + $uy * ($my - $this->ring->ys[$i]) < 0 ? [$mx, $my, -$ux, -$uy] : [$mx, $my, $ux, $uy];
    }

    /**
     * Degrees by which an outline turns from one arm to the other.
     *
     * @param  array{float, float, float, float}  $before
     * @param  array{float, float, float, float}  $after
     */
    public static function turn(array $before, array $after): float
    {
        return rad2deg(acos(max(-1.0, min(1.0, -$before[2] * $after[2] - $before[3] * $after[3]))));
    }
}
