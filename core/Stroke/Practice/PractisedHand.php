<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Practice;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Stroke\Sample;
use Yarrowfog\Core\Stroke\Trace;

/**
 * Moves like a hand: reports at 120 Hz, trembles a little, leans its pen, and slows down in bends.
 */
final readonly class PractisedHand
{
    /** ms between samples. */
    private const EVERY = 1000.0 / 120;

    /** Pieces into which each span between two points of a path is parted. */
    private const FINE = 12;

    /** Bends tighter than this, in radians for one px, slow the hand no further. */
    private const TIGHTEST = 0.6;

    /** Bends gentler than this do not speed it up. */
    private const GENTLEST = 0.004;

    private Chance $chance;

    /** @param  int  $roll  different for each trace, so that no two tremble alike */
    public function __construct(int $roll, private bool $realPressure = true)
    {
        $this->chance = new Chance($roll);
    }

    /**
     * A movement given by its time.
     *
     * @param  float  $lasts  ms
     * @param  callable(float): list<float>  $at  x, y, pressure and, if they are not the usual ones, tiltX, tiltY and twist, at a part 0–1 of the time
     */
    public function moves(float $lasts, callable $at): Trace
    {
        $count = max(2, (int) round($lasts / self::EVERY));
        $driftX = $driftY = 0.0;

        return new Trace(array_map(function (int $i) use ($count, $at, &$driftX, &$driftY): Sample {
            $u = $i / $count;
            $held = $at($u);
            // A hand trembles smoothly: chance is filtered, not added raw.
            $driftX += (0.9 * $this->chance->signedUnit(1, $i) - $driftX) * 0.15;
            $driftY += (0.9 * $this->chance->signedUnit(2, $i) - $driftY) * 0.15;

            return new Sample(
                $i * self::EVERY,
                $held[0] + $driftX,
                $held[1] + $driftY,
                $this->realPressure ? max(0.0, min(1.0, $held[2] + 0.015 * $this->chance->signedUnit(3, $i))) : 0.5,
                $this->realPressure ? $held[3] ?? 22 + 6 * sin($u * 3) : 0.0,
                $this->realPressure ? $held[4] ?? -16 + 4 * cos($u * 4) : 0.0,
                $this->realPressure ? $held[5] ?? 0.0 : 0.0,
            );
        }, range(0, $count)), $this->realPressure);
    }

    /**
     * A movement through points, as fast as a hand goes: its speed falls with the third root of
     * the curvature (Lacquaniti, Terzuolo and Viviani, "The law relating the kinematic and figural
     * aspects of drawing movements", 1983).
     *
     * @param  non-empty-list<array{0: float, 1: float, 2: float, 3?: float, 4?: float, 5?: float}>  $points  x, y, pressure and perhaps tiltX, tiltY, twist
     * @param  float  $lasts  ms
     */
    public function follows(array $points, float $lasts): Trace
    {
        $fine = self::fine($points);
        $times = self::times($fine);
        $whole = end($times) ?: 1.0;
        $i = 0;

        return $this->moves($lasts, function (float $u) use ($fine, $times, $whole, &$i): array {
            $time = $u * $whole;
            while ($i < count($times) - 2 && $times[$i + 1] < $time) {
                $i++;
            }
            $span = $times[$i + 1] - $times[$i];
            $f = $span > 0 ? ($time - $times[$i]) / $span : 0.0;

            return array_map(fn (float $a, float $b): float => $a + ($b - $a) * $f, $fine[$i], $fine[$i + 1]);
        });
    }

    /**
     * The points joined by a Catmull–Rom spline, parted finely.
     *
     * @param  non-empty-list<array{0: float, 1: float, 2: float, 3?: float, 4?: float, 5?: float}>  $points
     * @return non-empty-list<list<float>>
     */
    private static function fine(array $points): array
    {
        $last = count($points) - 1;
        $out = [array_values($points[0])];
        for ($i = 0; $i < $last; $i++) {
            [$a, $b, $c, $d] = [$points[max(0, $i - 1)], $points[$i], $points[$i + 1], $points[min($last, $i + 2)]];
            for ($n = 1; $n <= self::FINE; $n++) {
                $t = $n / self::FINE;
                $out[] = array_map(
                    fn (float $a, float $b, float $c, float $d): float => 0.5 * (2 * $b + ($c - $a) * $t + (2 * $a - 5 * $b + 4 * $c - $d) * $t * $t + (3 * $b - $a - 3 * $c + $d) * $t * $t * $t),
                    array_values($a), array_values($b), array_values($c), array_values($d),
                );
            }
        }

        return count($out) > 1 ? $out : [$out[0], $out[0]];
    }

    /**
     * When the hand passes each point, in no unit.
     *
     * @param  list<list<float>>  $fine
     * @return non-empty-list<float>
     */
    private static function times(array $fine): array
    {
        $times = [0.0];
        for ($i = 1; $i < count($fine); $i++) {
            [$a, $b, $c] = [$fine[$i - 1], $fine[$i], $fine[min(count($fine) - 1, $i + 1)]];
            $length = hypot($b[0] - $a[0], $b[1] - $a[1]);
            $turn = atan2($c[1] - $b[1], $c[0] - $b[0]) - atan2($b[1] - $a[1], $b[0] - $a[0]);
            $turn = abs(fmod($turn + 3 * M_PI, 2 * M_PI) - M_PI);
            $curvature = $length > 0 ? min(self::TIGHTEST, max(self::GENTLEST, $turn / $length)) : self::TIGHTEST;
            $times[] = $times[$i - 1] + $length * $curvature ** (1 / 3);
        }

        return $times;
    }
}
