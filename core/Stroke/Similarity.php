<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\JsonReader;
use Yarrowfog\Core\JsonValue;

/**
 * Where a stroke lies now, from where it was drawn: mirrored left and right or not, scaled, turned, all about the origin of the sheet,
 * then moved.
 *
 * Dabs are carried, not the movement of the pen: whatever pen, chance and drives made of a stroke stays as it was.
 */
final readonly class Similarity implements JsonValue
{
    /** Least and greatest scale. */
    private const SCALES = [0.01, 100.0];

    /** px to either side. */
    private const FARTHEST = 1.0e6;

    /** Places are whole multiples of 1 / this many px, so that adding whole px to them is exact. */
    private const PARTS = 65536.0;

    private float $cos;

    private float $sin;

    /** px to the right */
    public float $dx;

    /** px down */
    public float $dy;

    /**
     * @param  float  $turn  degrees clockwise
     * @param  bool  $mirrored  left and right, before it is scaled and turned
     * @param  float  $dx  px to the right
     * @param  float  $dy  px down
     */
    public function __construct(public float $scale = 1.0, public float $turn = 0.0, public bool $mirrored = false, float $dx = 0.0, float $dy = 0.0)
    {
        $this->dx = self::whole($dx);
        $this->dy = self::whole($dy);
        $this->cos = cos(deg2rad($turn));
        $this->sin = sin(deg2rad($turn));
    }

    /**
     * Scaled, turned and mirrored about a place that stays, then moved.
     *
     * @param  float  $x  px
     * @param  float  $y  px
     */
    public static function about(float $x, float $y, float $scale, float $turn, bool $mirrored, float $dx, float $dy): self
    {
        $still = new self($scale, $turn, $mirrored);
        [$toX, $toY] = $still->carry($x, $y);

        return new self($scale, $turn, $mirrored, $x - $toX + $dx, $y - $toY + $dy);
    }

    /**
     * @param  mixed  $json  {"scale": …, "turn": degrees, "mirrored": …, "dx": px, "dy": px}, each of which may be left out
     *
     * @throws InvalidInput
     */
    public static function read(mixed $json): self
    {
        $from = JsonReader::of($json)->keys(['scale', 'turn', 'mirrored', 'dx', 'dy']);

        return new self(
            $from->number('scale', self::SCALES[0], self::SCALES[1], 1.0),
            $from->number('turn', -360, 360, 0.0),
            $from->flag('mirrored', false),
            $from->number('dx', -self::FARTHEST, self::FARTHEST, 0.0),
            $from->number('dy', -self::FARTHEST, self::FARTHEST, 0.0),
        );
    }

    /** @return array{scale: float, turn: float, mirrored: bool, dx: float, dy: float} */
    public function toArray(): array
    {
        return ['scale' => $this->scale, 'turn' => $this->turn, 'mirrored' => $this->mirrored, 'dx' => $this->dx, 'dy' => $this->dy];
    }

    public function isNothing(): bool
    {
        return $this->scale === 1.0 && $this->turn === 0.0 && ! $this->mirrored && $this->dx === 0.0 && $this->dy === 0.0;
    }

    /** This one, and then another. */
    public function then(self $next): self
    {
        [$dx, $dy] = $next->carry($this->dx, $this->dy);

        return new self($this->scale * $next->scale, fmod($next->angle($this->turn), 360.0), $this->mirrored !== $next->mirrored, $dx, $dy);
    }

    /**
     * Where a place comes to lie.
     *
     * @return array{float, float} px
     */
    public function carry(float $x, float $y): array
    {
        $x = self::whole($x);
        $y = self::whole($y);
        // What is only moved is not multiplied, so that it stays exact.
        if ($this->scale === 1.0 && $this->turn === 0.0) {
            return [($this->mirrored ? -$x : $x) + $this->dx, $y + $this->dy];
        }
        $across = $this->scale * ($this->mirrored ? -$x : $x);
        $down = $this->scale * $y;

        return [$this->cos * $across - $this->sin * $down + $this->dx, $this->sin * $across + $this->cos * $down + $this->dy];
    }

    private static function whole(float $px): float
    {
        return round($px * self::PARTS) / self::PARTS;
    }

    /** What an angle becomes: degrees clockwise of something that has a left and a right side of its own. */
    public function angle(float $degrees): float
    {
        return $this->turn + ($this->mirrored ? -$degrees : $degrees);
    }

    /** The same dab, as it comes to lie. */
    public function dab(Dab $dab): Dab
    {
        [$x, $y] = $this->carry($dab->x, $dab->y);

        return $this->scale === 1.0 && $this->turn === 0.0 && ! $this->mirrored ? $dab->at($x, $y) : $dab->shapedAt($x, $y, $this->shape($dab->shape));
    }

    private function shape(Shape $shape): Shape
    {
        return new Shape(
            $this->scale * $shape->size,
            fmod(fmod($this->angle($shape->angle), 360.0) + 360.0, 360.0),
            $shape->roundness,
            $shape->frame,
            $shape->mirrorAcross !== $this->mirrored,
            $shape->mirrorDown,
            $shape->lean,
            $this->angle($shape->leanTo),
        );
    }

    /** The same point of a path, as it comes to lie; what was travelled is still counted as it was drawn. */
    public function point(PathPoint $point): PathPoint
    {
        [$x, $y] = $this->carry($point->x, $point->y);
        // A direction has no sides: mirrored it points the other way round.
        $heading = $this->turn + ($this->mirrored ? 180.0 - $point->heading : $point->heading);

        return new PathPoint($point->s, $point->t, $x, $y, $point->pressure, $point->tilt, $point->azimuth, $point->twist, $point->speed, fmod($heading + 720.0, 360.0), $point->rest);
    }
}
