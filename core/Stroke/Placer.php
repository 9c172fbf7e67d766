<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Chance;

/**
 * Step: where along the path the dabs fall.
 *
 * A dab falls whenever ∫ ds / gap(s) has grown by one, where gap is the spacing times
 * the size at that very place; between two points of the path the gap is taken as
 * linear and the integral is exact. So a swelling stroke neither bunches nor tears.
 *
 * While the pen rests dabs fall by time, and at each place as many as the count says.
 */
final class Placer
{
    /** px; closer dabs cannot be told apart. */
    public const LEAST_GAP = 0.25;

    /** px around a place within which a resting hand trembles. */
    private const TREMBLE = 2.5;

    /** ms from which a pen that stays within that counts as resting: slower than 0.02 px/ms. */
    private const STILL = 125.0;

    private readonly Dial $spacing;

    private readonly Dial $size;

    private readonly Dial $linger;

    private readonly Dial $count;

    private readonly Scatter $scatter;

    private readonly bool $onePerPress;

    private ?PathPoint $last = null;

    private float $progress = 0.0;

    /** Steps of the path so far. */
    private int $next = 0;

    /** Dabs so far. */
    private int $dabs = 0;

    /** Part of the next dab that the resting pen has earned. */
    private float $rested = 0.0;

    /** x of the place near which the pen stays, px. */
    private float $nearX = 0.0;

    /** y of the place near which the pen stays, px. */
    private float $nearY = 0.0;

    /** ms for which the pen has stayed near one place. */
    private float $stayed = 0.0;

    /** ms of rest that are counted already. */
    private float $counted = 0.0;

    public function __construct(BrushSettings $brush, Chance $chance, private readonly Taper $taper)
    {
        $this->spacing = Dial::of($brush, 'spacing', $chance);
        $this->size = Dial::of($brush, 'size', $chance);
        $this->linger = Dial::of($brush, 'linger', $chance);
        $this->count = Dial::of($brush, 'count', $chance);
        $this->scatter = new Scatter($brush, $chance);
        $this->onePerPress = $brush->choices->onePerPress;
    }

    /**
     * @return list<Place>
     */
    public function feed(PathPoint $b): array
    {
        $a = $this->last;
        $this->last = $b;
        if ($a === null) {
            $out = $this->place($b);
            $this->nearX = $b->x;
            $this->nearY = $b->y;

            return $this->onePerPress ? $out : [...$out, ...$this->stay($b, $b->rest)];
        }
        if ($this->onePerPress) {
            return [];
        }
        $length = $b->s - $a->s;
        if ($length <= 0.0) {
            return $this->stay($b, $b->t - $a->t);
        }
        $g0 = $this->gap($a);
        $g1 = $this->gap($b);
        $slope = ($g1 - $g0) / $length;
        $whole = abs($slope) < 1e-9 ? $length / $g0 : log($g1 / $g0) / $slope;
        $done = 0.0;
        $out = [];
        while (true) {
            $need = $this->spacing->stepFactor($this->next) - $this->progress;
            if ($done + $need > $whole) {
                $this->progress += $whole - $done;

                break;
            }
            $done += max(0.0, $need);
            $s = abs($slope) < 1e-9 ? $done * $g0 : $g0 * (exp($done * $slope) - 1.0) / $slope;
            array_push($out, ...$this->place($a->towards($b, min(1.0, $s / $length))));
            $this->progress = 0.0;
        }

        return [...$out, ...$this->stay($b, $b->t - $a->t)];
    }

    /**
     * A hand at rest still trembles: what stays near one place long enough counts as rest, from when it came there.
     *
     * @param  float  $time  ms that the pen took to come here and stayed
     * @return list<Place> the dabs that fall while the pen rests
     */
    private function stay(PathPoint $at, float $time): array
    {
        if (hypot($at->x - $this->nearX, $at->y - $this->nearY) > self::TREMBLE) {
            $this->nearX = $at->x;
            $this->nearY = $at->y;
            $this->stayed = $at->rest;
            $this->counted = 0.0;
        } else {
            $this->stayed += $time;
        }
        if ($this->stayed < self::STILL) {
            return [];
        }
        $new = $this->stayed - $this->counted;
        $this->counted = $this->stayed;

        return $this->rest($at, $new);
    }

    private function gap(PathPoint $at): float
    {
        return max(self::LEAST_GAP, $this->spacing->driven($at, $this->next) * $this->size->driven($at, $this->next) * $this->taper->at($at->s));
    }

    /**
     * The dabs that fall while the pen rests.
     *
     * @param  float  $time  ms
     * @return list<Place>
     */
    private function rest(PathPoint $at, float $time): array
    {
        if ($time <= 0.0) {
            return [];
        }
        $this->rested += max(0.0, $this->linger->at($at, $this->next)) * $time / 1000.0;
        $out = [];
        while ($this->rested >= 1.0) {
            $this->rested -= 1.0;
            array_push($out, ...$this->place($at));
        }

        return $out;
    }

    /** @return list<Place> as many as the count says */
    private function place(PathPoint $on): array
    {
        $step = $this->next++;
        $taper = $this->taper->at($on->s);
        $count = (int) max(1.0, round($this->count->at($on, $step)));
        $out = [];
        for ($twin = 0; $twin < $count; $twin++) {
            $key = Place::key($step, $twin);
            [$x, $y] = $this->scatter->offset($on, $key, $taper);
            $out[] = new Place($this->dabs++, $key, $on, $x, $y, $taper);
        }

        return $out;
    }
}
