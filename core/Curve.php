<?php

declare(strict_types=1);

namespace Yarrowfog\Core;

/**
 * A curve from 0–1 to 0–1 through 2 to 8 points that never overshoots them.
 *
 * Fritsch and Carlson, "Monotone Piecewise Cubic Interpolation" (1980).
 */
final readonly class Curve
{
    private const LEAST_STEP = 0.001;

    /** @var list<float> slope at each point */
    private array $slopes;

    /**
     * @param  non-empty-list<array{float, float}>  $points  by rising x, the first at 0 and the last at 1
     */
    public function __construct(public array $points)
    {
        $n = count($points);
        $secants = [];
        for ($i = 0; $i < $n - 1; $i++) {
            $secants[] = ($points[$i + 1][1] - $points[$i][1]) / ($points[$i + 1][0] - $points[$i][0]);
        }
        $slopes = [];
        for ($i = 0; $i < $n; $i++) {
            $left = $secants[$i - 1] ?? $secants[0] ?? 0.0;
            $right = $secants[$i] ?? $left;
            $slopes[] = $left * $right <= 0.0 ? 0.0 : ($left + $right) / 2;
        }
        foreach ($secants as $i => $secant) {
            if ($secant === 0.0) {
                $slopes[$i] = $slopes[$i + 1] = 0.0;

                continue;
            }
            $length = hypot($slopes[$i] / $secant, $slopes[$i + 1] / $secant);
            if ($length > 3.0) {
                $slopes[$i] *= 3.0 / $length;
                $slopes[$i + 1] *= 3.0 / $length;
            }
        }
        $this->slopes = array_values($slopes);
    }

    public static function straight(): self
    {
        return new self([[0.0, 0.0], [1.0, 1.0]]);
    }

    /**
     * @param  JsonReader  $list  [[x, y], …]
     *
     * @throws InvalidInput
     */
    public static function read(JsonReader $list): self
    {
        $points = [];
        $last = -1.0;
        foreach ($list->each(most: 8) as $i => $entry) {
            $entry->keys(['0', '1']);
            $x = $entry->number(0, 0, 1);
            if ($x < $last + self::LEAST_STEP) {
                throw new InvalidInput($entry->name('0'), "“{$entry->name('0')}” must lie to the right of the point before it.");
            }
            $last = $x;
            $points[] = [$x, $entry->number(1, 0, 1)];
        }
        if (count($points) < 2 || $points[0][0] !== 0.0 || $last !== 1.0) {
            throw new InvalidInput($list->name(''), 'A curve needs 2 to 8 points, the first at 0 and the last at 1.');
        }

        return new self($points);
    }

    public function at(float $x): float
    {
        $n = count($this->points);
        if ($x <= $this->points[0][0]) {
            return $this->points[0][1];
        }
        if ($x >= $this->points[$n - 1][0]) {
            return $this->points[$n - 1][1];
        }
        $i = 0;
        while ($i < $n - 2 && $x > $this->points[$i + 1][0]) {
            $i++;
        }
        [$x0, $y0] = $this->points[$i];
        [$x1, $y1] = $this->points[$i + 1];
        $h = $x1 - $x0;
        $t = ($x - $x0) / $h;

        return (1 + 2 * $t) * (1 - $t) ** 2 * $y0
            + $t * (1 - $t) ** 2 * $h * $this->slopes[$i]
            + $t * $t * (3 - 2 * $t) * $y1
            + $t * $t * ($t - 1) * $h * $this->slopes[$i + 1];
    }

    /** @return non-empty-list<array{float, float}> */
    public function toArray(): array
    {
        return $this->points;
    }
}
