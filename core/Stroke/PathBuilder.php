<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Curve;
use Yarrowfog\Core\Stroke\Choice\AssumedPressure;

/**
 * Hand: samples of the pen become a smooth path.
 *
 * A piece of the path (see CentripetalSpline) is final once the sample after its end is known, so a live stroke runs one
 * sample behind the pen.
 */
final class PathBuilder
{
    /** Samples closer than this, px, are one place at which the pen rested. */
    private const SAME_PLACE = 0.05;

    /** ms over which the speed is smoothed, and over which a stroke's first speed is taken. */
    private const SPEED_SMOOTHING = 40.0;

    /** ms that one report is taken to last where all of them bear the same time. */
    private const REPORT = 4.0;

    /** px/ms at which an assumed pressure has fallen to its least. */
    private const FAST = 2.0;

    /** Part of the assumed level that a fast mouse still presses with. */
    private const LEAST_ASSUMED = 0.2;

    /** @var list<PathPoint> the last samples, three at most; s and heading unused */
    private array $window = [];

    /**
     * The way after the first place until 40 ms of it are known, for brushes that read the speed; null otherwise, and from then on.
     *
     * @var list<Sample>|null
     */
    private ?array $held;

    /** px/ms, smoothed. */
    private float $speed = 0.0;

    /** ms; the time up to which the speed is reckoned. */
    private float $reckoned = 0.0;

    /** px travelled since the time up to which the speed is reckoned. */
    private float $since = 0.0;

    private float $length = 0.0;

    private bool $started = false;

    private readonly ?Steadier $steadier;

    private readonly Curve $response;

    public function __construct(private readonly BrushSettings $brush, private readonly bool $realPressure)
    {
        $steadying = $brush->base('steadying');
        $this->steadier = $steadying > 0.0 ? new Steadier($steadying, $brush->scale) : null;
        $this->response = $brush->curve('pressureResponse');
        $this->held = $brush->readsSpeed($realPressure) ? [] : null;
    }

    /**
     * @return list<PathPoint> the part of the path that is now certain
     */
    public function feed(Sample $sample): array
    {
        return $this->follow($this->steadier === null ? $sample : $this->steadier->feed($sample));
    }

    /** @return list<PathPoint> */
    private function follow(Sample $sample): array
    {
        $first = $this->window[0] ?? null;
        if ($first === null) {
            $this->window = [$this->node($sample, 0.0)];
            $this->reckoned = $sample->t;

            return [];
        }
        if ($this->held === null) {
            return $this->advance($sample);
        }
        if ($this->held === [] && hypot($sample->x - $first->x, $sample->y - $first->y) < self::SAME_PLACE) {
            $this->rest($sample, $first);
            $this->reckoned = $sample->t;

            return [];
        }
        $this->held[] = $sample;

        return $sample->t - $first->t < self::SPEED_SMOOTHING ? [] : $this->release();
    }

    /**
     * The held samples become path, now that the first speed is known.
     *
     * Clocks that tick slowly give several samples one time. What lies before their first tick is then of
     * unknown length and is left out: the speed is taken from tick to tick.
     *
     * @return list<PathPoint>
     */
    private function release(): array
    {
        $held = $this->held ?? [];
        $this->held = null;
        $first = $this->window[0] ?? null;
        if ($held === [] || $first === null) {
            return [];
        }
        $ticks = [[$first->t, 0.0]];
        $way = 0.0;
        $last = $first;
        $isCoarse = false;
        foreach ($held as $sample) {
            $way += hypot($sample->x - $last->x, $sample->y - $last->y);
            $last = $sample;
            if ($sample->t > $ticks[count($ticks) - 1][0]) {
                $ticks[] = [$sample->t, $way];
            } else {
                $isCoarse = true;
            }
        }
        $from = $isCoarse && count($ticks) > 2 ? $ticks[1] : $ticks[0];
        $to = $ticks[count($ticks) - 1];
        $this->speed = $to[0] > $from[0] ? ($to[1] - $from[1]) / ($to[0] - $from[0]) : $way / (self::REPORT * count($held));
        $this->reckoned = $from[0];
        $this->window[0] = $this->moving($first, $this->speed);
        $out = [];
        foreach ($held as $sample) {
            array_push($out, ...$this->advance($sample));
        }

        return $out;
    }

    /**
     * Smooths the speed: q += (v − q)(1 − e^(−Δt/τ)), exact for a speed v that stays the same between two times.
     *
     * @param  float  $distance  px to the sample from the one before
     */
    private function reckonSpeed(Sample $sample, float $distance): void
    {
        $elapsed = $sample->t - $this->reckoned;
        if ($elapsed < 0.0) {
            return;
        }
        $this->since += $distance;
        if ($elapsed > 0.0) {
            $this->speed += ($this->since / $elapsed - $this->speed) * (1.0 - exp(-$elapsed / self::SPEED_SMOOTHING));
            $this->reckoned = $sample->t;
            $this->since = 0.0;
        }
    }

    /** @return list<PathPoint> */
    private function advance(Sample $sample): array
    {
        $last = $this->window[count($this->window) - 1] ?? $this->node($sample, 0.0);
        $distance = hypot($sample->x - $last->x, $sample->y - $last->y);
        if ($distance < self::SAME_PLACE) {
            $this->rest($sample, $last);

            return [];
        }
        $this->reckonSpeed($sample, $distance);
        $node = $this->node($sample, $this->speed);
        $count = count($this->window);
        $out = [];
        if ($count === 2) {
            $out = $this->segment(null, $this->window[0], $this->window[1], $node);
        } elseif ($count === 3) {
            $out = $this->segment($this->window[0], $this->window[1], $this->window[2], $node);
            array_shift($this->window);
        }
        $this->window[] = $node;

        return $out;
    }

    /**
     * The rest of the path, once the pen has lifted. A tap is one point.
     *
     * @return list<PathPoint>
     */
    public function finish(): array
    {
        $out = [];
        foreach ($this->steadier === null ? [] : $this->steadier->finish() as $sample) {
            array_push($out, ...$this->follow($sample));
        }
        array_push($out, ...$this->release());
        $w = $this->window;
        array_push($out, ...match (count($w)) {
            0 => [],
            1 => $this->started ? [] : [$w[0]],
            2 => $this->segment(null, $w[0], $w[1], null),
            default => $this->segment($w[0], $w[1], $w[2], null),
        });
        $this->started = true;

        return $out;
    }

    /** Where the pen was last, on the way that is not certain yet; null before it came. */
    public function pen(): ?PathPoint
    {
        return $this->window === [] ? null : $this->window[count($this->window) - 1];
    }

    /** px of path that is certain so far. */
    public function length(): float
    {
        return $this->length;
    }

    /** The whole length of a finished trace, px. */
    public static function lengthOf(Trace $trace, BrushSettings $brush): float
    {
        $path = new self($brush, $trace->realPressure);
        foreach ($trace->samples as $sample) {
            $path->feed($sample);
        }
        $path->finish();

        return $path->length;
    }

    private function node(Sample $sample, float $speed): PathPoint
    {
        return new PathPoint(0.0, $sample->t, $sample->x, $sample->y, $this->pressure($sample, $speed), $sample->flatness(), $sample->azimuth(), $sample->twist, $speed, 0.0);
    }

    private function pressure(Sample $sample, float $speed): float
    {
        return $this->response->at($this->realPressure ? $sample->pressure : $this->assumedPressure($speed));
    }

    private function assumedPressure(float $speed): float
    {
        $level = $this->brush->base('assumedLevel');
        if ($this->brush->choices->assumedPressure === AssumedPressure::Steady) {
            return $level;
        }
        $slow = 1.0 - min(1.0, $speed / (self::FAST * $this->brush->scale));

        return $level * (self::LEAST_ASSUMED + (1.0 - self::LEAST_ASSUMED) * $slow * $slow * (3.0 - 2.0 * $slow));
    }

    /** The pen rests: the place stays, the firmest press and the latest time count. */
    private function rest(Sample $sample, PathPoint $last): void
    {
        $pressure = $this->realPressure ? max($last->pressure, $this->response->at($sample->pressure)) : $last->pressure;
        array_pop($this->window);
        $this->window[] = new PathPoint($last->s, $sample->t, $last->x, $last->y, $pressure, $last->tilt, $last->azimuth, $last->twist, $last->speed, $last->heading, $last->rest + max(0.0, $sample->t - $last->t));
    }

    /** The first sample, now that its speed is known. */
    private function moving(PathPoint $p, float $speed): PathPoint
    {
        $pressure = $this->realPressure ? $p->pressure : $this->pressure(new Sample($p->t, $p->x, $p->y), $speed);

        return new PathPoint($p->s, $p->t, $p->x, $p->y, $pressure, $p->tilt, $p->azimuth, $p->twist, $speed, $p->heading, $p->rest);
    }

    /**
     * The piece from `$a` to `$b`, flattened. Beyond the ends the path goes straight on.
     *
     * @return list<PathPoint>
     */
    private function segment(?PathPoint $before, PathPoint $a, PathPoint $b, ?PathPoint $after): array
    {
        [$x0, $y0] = $before === null ? [2 * $a->x - $b->x, 2 * $a->y - $b->y] : [$before->x, $before->y];
        [$x3, $y3] = $after === null ? [2 * $b->x - $a->x, 2 * $b->y - $a->y] : [$after->x, $after->y];
        $points = CentripetalSpline::flatten([$x0, $y0], [$a->x, $a->y], [$b->x, $b->y], [$x3, $y3]);
        $along = $points[count($points) - 1][2];
        $out = [];
        foreach ($points as $i => [$x, $y, $s, $heading]) {
            if ($i === 0 && $this->started) {
                continue;
            }
            $at = $a->towards($b, $along > 0 ? $s / $along : 0.0);
            $rest = $i === 0 ? $a->rest : ($i === count($points) - 1 ? $b->rest : 0.0);
            $out[] = new PathPoint($this->length + $s, $at->t, $x, $y, $at->pressure, $at->tilt, $at->azimuth, $at->twist, $at->speed, $heading, $rest);
        }
        $this->started = true;
        $this->length += $along;

        return $out;
    }
}
