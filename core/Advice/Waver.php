<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

/** How uneven a line is along its way: its ink, and its width between the outermost places where it is half as strong as it is there at its strongest. */
final readonly class Waver
{
    /**
     * @param  float  $ink  (most − least) / most of all ink across the line, 0–1
     * @param  float  $edge  the same of its width
     */
    private function __construct(public float $ink, public float $edge)
    {
    }

    /**
     * @param  list<list<float>>  $across  for each place along the line, coverage 0–1 from one side to the other, at equal steps
     */
    public static function of(array $across): self
    {
        $inks = array_map(array_sum(...), $across);
        $widths = array_map(fn (array $cut): float => self::width($cut), $across);

        return new self(self::unevenness($inks), self::unevenness($widths));
    }

    /** The larger of the two. */
    public function most(): float
    {
        return max($this->ink, $this->edge);
    }

    /** Whether the edge spoils the line more than its ink does. */
    public function isOfEdge(): bool
    {
        return $this->edge > $this->ink;
    }

    /**
     * Steps between the outermost places where a cut is half as strong as at its own strongest, each found between two values as on a
     * straight line.
     *
     * @param  list<float>  $cut
     */
    private static function width(array $cut): float
    {
        $level = max(0.0, 0.0, ...$cut) / 2;
        $last = count($cut) - 1;
        $first = 0;
        while ($first <= $last && $cut[$first] < $level) {
            $first++;
        }
        if ($first > $last || $level <= 0.0) {
            return 0.0;
        }
        while ($cut[$last] < $level) {
            $last--;
        }
        $before = $cut[$first - 1] ?? 0.0;
        $after = $cut[$last + 1] ?? 0.0;

        return $last - $first + ($cut[$first] - $level) / max(1e-9, $cut[$first] - $before) + ($cut[$last] - $level) / max(1e-9, $cut[$last] - $after);
    }

    /** @param  list<float|int>  $values */
    private static function unevenness(array $values): float
    {
        $most = max(0.0, 0.0, ...$values);

        return $most <= 0.0 ? 0.0 : ($most - min($most, ...$values)) / $most;
    }
}
