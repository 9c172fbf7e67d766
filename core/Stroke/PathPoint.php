<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** One point of the path that the pen drew, with everything the pen reported there. */
final readonly class PathPoint
{
    /** Degrees from which a turn is a turning back. */
    private const BACK = 179.99;

    /**
     * @param  float  $s  px travelled since the press
     * @param  float  $t  ms
     * @param  float  $pressure  0–1
     * @param  float  $tilt  0 upright, 1 flat
     * @param  float  $azimuth  degrees
     * @param  float  $twist  degrees
     * @param  float  $speed  px/ms
     * @param  float  $heading  degrees clockwise, 0 to the right
     * @param  float  $rest  ms that the pen rested here before it went on
     */
    public function __construct(
        public float $s,
        public float $t,
        public float $x,
        public float $y,
        public float $pressure,
        public float $tilt,
        public float $azimuth,
        public float $twist,
        public float $speed,
        public float $heading,
        public float $rest = 0.0,
    ) {
    }

    /**
     * The point at a part of the way to another: 0 here, 1 there. Angles take the short way.
     *
     * Where the path turns back on itself there is none between: the heading is the way in or the way out.
     */
    public function towards(self $other, float $f): self
    {
        $turnsBack = abs(fmod($other->heading - $this->heading + 540.0, 360.0) - 180.0) > self::BACK;

        return $this->mix($other, $f, $turnsBack ? ($f < 0.5 ? $this->heading : $other->heading) : self::turn($this->heading, $other->heading, $f));
    }

    /** As `towards`, but what turns back goes round through all headings between: what is laid across the path stays in one piece. */
    public function turningTowards(self $other, float $f): self
    {
        return $this->mix($other, $f, self::turn($this->heading, $other->heading, $f));
    }

    private function mix(self $other, float $f, float $heading): self
    {
        return new self(
            $this->s + ($other->s - $this->s) * $f,
            $this->t + ($other->t - $this->t) * $f,
            $this->x + ($other->x - $this->x) * $f,
            $this->y + ($other->y - $this->y) * $f,
            $this->pressure + ($other->pressure - $this->pressure) * $f,
            $this->tilt + ($other->tilt - $this->tilt) * $f,
            self::turn($this->azimuth, $other->azimuth, $f),
            self::turn($this->twist, $other->twist, $f),
            $this->speed + ($other->speed - $this->speed) * $f,
            $heading,
        );
    }

    private static function turn(float $from, float $to, float $f): float
    {
        if ($from === $to) {
            return $from;
        }
        $way = fmod($to - $from + 540.0, 360.0) - 180.0;

        return fmod($from + $way * $f + 360.0, 360.0);
    }
}
