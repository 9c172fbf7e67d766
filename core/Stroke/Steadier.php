<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/**
 * Hand: calms the line. A point is pulled along on a string, and what it draws is filtered.
 *
 * The string is a tractrix, followed in steps of half a px at most; the filter is that of
 * first order, τ·q′ + q = p, solved exactly for a point that moves straight between two
 * reports. So the line depends on the movement, not on how often the pen reports it.
 */
final class Steadier
{
    /** px of string at full steadying. */
    private const STRING = 40.0;

    /** ms of the filter's time constant at full steadying. */
    private const FILTER = 120.0;

    /** px; longer ways are followed in parts. */
    private const STEP = 0.5;

    /** ms over which the tail is caught up. */
    private const TAIL = 60.0;

    private readonly float $string;

    private readonly float $filter;

    private ?Sample $pen = null;

    private float $pulledX = 0.0;

    private float $pulledY = 0.0;

    private float $x = 0.0;

    private float $y = 0.0;

    /**
     * @param  float  $strength  0–1
     * @param  float  $scale  px of the drawing for one px of the pen's way
     */
    public function __construct(float $strength, float $scale = 1.0)
    {
        $this->string = self::STRING * $strength * $strength * $scale;
        $this->filter = self::FILTER * $strength;
    }

    public function feed(Sample $sample): Sample
    {
        $last = $this->pen;
        $this->pen = $sample;
        if ($last === null) {
            $this->pulledX = $this->x = $sample->x;
            $this->pulledY = $this->y = $sample->y;

            return $sample;
        }
        $way = hypot($sample->x - $last->x, $sample->y - $last->y);
        $parts = (int) max(1, ceil($way / self::STEP));
        $elapsed = ($sample->t - $last->t) / $parts;
        for ($i = 1; $i <= $parts; $i++) {
            $this->step($last->x + ($sample->x - $last->x) * $i / $parts, $last->y + ($sample->y - $last->y) * $i / $parts, $elapsed);
        }

        return $this->at($sample, $this->x, $this->y, $sample->t);
    }

    /**
     * The way from where the line has got to, to where the pen has lifted.
     *
     * @return list<Sample>
     */
    public function finish(): array
    {
        $pen = $this->pen;
        if ($pen === null || hypot($pen->x - $this->x, $pen->y - $this->y) < 0.1) {
            return [];
        }
        $out = [];
        for ($i = 1; $i <= 4; $i++) {
            $out[] = $this->at($pen, $this->x + ($pen->x - $this->x) * $i / 4, $this->y + ($pen->y - $this->y) * $i / 4, $pen->t + self::TAIL * $i / 4);
        }

        return $out;
    }

    /** @param  float  $elapsed  ms */
    private function step(float $penX, float $penY, float $elapsed): void
    {
        $fromX = $this->pulledX;
        $fromY = $this->pulledY;
        $distance = hypot($penX - $fromX, $penY - $fromY);
        if ($distance > $this->string) {
            $pull = 1.0 - $this->string / $distance;
            $this->pulledX += ($penX - $fromX) * $pull;
            $this->pulledY += ($penY - $fromY) * $pull;
        }
        if ($elapsed <= 0.0) {
            return;
        }
        // q(t) = p(t) − v·τ + (q₀ − p₀ + v·τ)·e^(−t/τ) for p(t) = p₀ + v·t.
        $fade = exp(-$elapsed / $this->filter);
        $lagX = ($this->pulledX - $fromX) / $elapsed * $this->filter;
        $lagY = ($this->pulledY - $fromY) / $elapsed * $this->filter;
        $this->x = $this->pulledX - $lagX + ($this->x - $fromX + $lagX) * $fade;
        $this->y = $this->pulledY - $lagY + ($this->y - $fromY + $lagY) * $fade;
    }

    private function at(Sample $held, float $x, float $y, float $t): Sample
    {
        return new Sample($t, $x, $y, $held->pressure, $held->tiltX, $held->tiltY, $held->twist);
    }
}
