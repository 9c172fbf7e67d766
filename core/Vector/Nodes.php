<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

/**
 * Where curves may meet along an outline: at its corners, and anywhere between them with the
 * outline's own direction, told from the points around by a parabola of least squares (the
 * local polynomial of Savitzky and Golay, 1964). Points of an outline without greys, known to
 * half a px only, are moved on to their parabola.
 */
final class Nodes
{
    /** px to both sides; the longest that one parabola follows counts. */
    private const WINDOWS = [7.0, 4.5, 3.0, 2.0];

    private const WINDOWS_OF_HARD = [48.0, 24.0, 16.0, 10.0, 7.0, 4.5, 3.0, 2.0];

    /** px by which a parabola may miss the points. */
    private const FOLLOWS = 0.45;

    private const FOLLOWS_OF_HARD = 0.55;

    /** A parabola stands for this part of its window to one side. */
    private const STANDS_FOR = 0.2;

    /** @var array<int, float> px, two rounds: where the outline runs */
    public array $xs;

    /** @var array<int, float> px */
    public array $ys;

    /** @var array<int, Node> by point */
    private array $known = [];

    /** @var non-empty-list<float> */
    private readonly array $windows;

    private readonly float $within;

    /** The window that was right last. */
    private int $window = 0;

    /** @param  array<int, Node>  $corners  by point, rising */
    public function __construct(private readonly Ring $ring, private readonly array $corners)
    {
        $this->xs = $ring->xs;
        $this->ys = $ring->ys;
        $this->windows = $ring->isHard ? self::WINDOWS_OF_HARD : self::WINDOWS;
        $this->within = $ring->isHard ? self::FOLLOWS_OF_HARD : self::FOLLOWS;
        if ($ring->isHard) {
            $this->moveAll();
        }
    }

    /** @return list<int> points with a corner, rising, one round */
    public function corners(): array
    {
        return array_keys($this->corners);
    }

    /** @param  int  $i  point, in either round */
    public function at(int $i): Node
    {
        $i %= $this->ring->count;

        return $this->corners[$i] ?? $this->known[$i] ??= $this->node($i, $this->parabola($i, 0), 0.0);
    }

    private function moveAll(): void
    {
        $count = $this->ring->count;
        $along = $this->ring->along;
        $this->straightenSides();
        $parabolas = 0;
        for ($i = 0; $i < $count;) {
            if (isset($this->corners[$i]) || isset($this->known[$i])) {
                $this->moveTo($i, $this->at($i));
                $i++;

                continue;
            }
            // What was right for the points before is nearly right for these; a longer one is tried now and then.
            $parabola = $this->parabola($i, max(0, $this->window - ($parabolas++ % 3 === 0 ? 1 : 0)));
            $begin = $along[$i];
            $until = $begin + $this->windows[$this->window] * self::STANDS_FOR;
            do {
                $this->known[$i] = $this->node($i, $parabola, $along[$i] - $begin);
                $this->moveTo($i, $this->known[$i]);
                $i++;
            } while ($i < $count && $along[$i] < $until && ! isset($this->corners[$i]));
        }
    }

    /** Points between two corners lie on the straight line where it is not told from them. */
    private function straightenSides(): void
    {
        $cutOff = Corners::CUT_OFF;
        $at = array_keys($this->corners);
        foreach ($at as $k => $from) {
            $to = $at[$k + 1] ?? $at[0] + $this->ring->count;
            $a = $this->corners[$from];
            $b = $this->at($to);
            $length = hypot($b->x - $a->x, $b->y - $a->y);
            if ($length < 1.0) {
                continue;
            }
            $ux = ($b->x - $a->x) / $length;
            $uy = ($b->y - $a->y) / $length;
            $side = [];
            for ($i = $from + 1; $i < $to; $i++) {
                $along = ($this->ring->xs[$i] - $a->x) * $ux + ($this->ring->ys[$i] - $a->y) * $uy;
                $off = abs(($this->ring->ys[$i] - $a->y) * $ux - ($this->ring->xs[$i] - $a->x) * $uy);
                $isOn = $off <= $this->within && $along >= 0.0 && $along <= $length;
                // Pixels cut off what is next to a corner.
                if (! $isOn && min($this->ring->along[$i] - $this->ring->along[$from], $this->ring->along[$to] - $this->ring->along[$i]) > $cutOff) {
                    continue 2;
                }
                $side[$i % $this->ring->count] = new Node($a->x + $along * $ux, $a->y + $along * $uy, [$ux, $uy]);
            }
            $this->known += $side;
        }
    }

    private function moveTo(int $i, Node $node): void
    {
        $this->xs[$i] = $this->xs[$i + $this->ring->count] = $node->x;
        $this->ys[$i] = $this->ys[$i + $this->ring->count] = $node->y;
    }

    /**
     * @param  array{float, float, float, float, float, float}  $parabola
     * @param  float  $t  px along, from where the parabola was fitted
     */
    private function node(int $i, array $parabola, float $t): Node
    {
        [$ax, $bx, $cx, $ay, $by, $cy] = $parabola;
        $x = $this->ring->xs[$i];
        $y = $this->ring->ys[$i];
        $dx = $ax + ($bx + $cx * $t) * $t - $x;
        $dy = $ay + ($by + $cy * $t) * $t - $y;
        $ux = $bx + 2 * $cx * $t;
        $uy = $by + 2 * $cy * $t;
        $off = hypot($dx, $dy);
        $share = $off > $this->within ? $this->within / $off : 1.0;
        $speed = hypot($ux, $uy);

        return new Node($x + $dx * $share, $y + $dy * $share, $speed < 1e-6 ? [1.0, 0.0] : [$ux / $speed, $uy / $speed]);
    }

    /**
     * @param  int  $k  window to begin with
     * @return array{float, float, float, float, float, float} x and y by the px along from a point: the constant, linear and squared terms of each
     */
    private function parabola(int $i, int $k): array
    {
        $last = count($this->windows) - 1;
        do {
            $this->window = $k;
            [$found, $follows] = $this->within($i, $this->windows[$k]);
        } while (! $follows && ++$k <= $last);

        return $found;
    }

    /** @return array{array{float, float, float, float, float, float}, bool} the parabola, and whether it follows the outline */
    private function within(int $i, float $window): array
    {
        $ring = $this->ring;
        $count = $ring->count;
        $s = [0.0];
        $xs = [$ring->xs[$i]];
        $ys = [$ring->ys[$i]];
        foreach ([-1, 1] as $step) {
            $length = 0.0;
            for ($k = $i, $n = 1; 2 * $n < $count; $n++) {
                $to = ($k + $step + $count) % $count;
                $length += hypot($ring->xs[$to] - $ring->xs[$k], $ring->ys[$to] - $ring->ys[$k]);
                if ($length > $window) {
                    break;
                }
                $k = $to;
                $s[] = $step * $length;
                $xs[] = $ring->xs[$k];
                $ys[] = $ring->ys[$k];
                // What lies behind a corner says nothing about this side of it.
                if (isset($this->corners[$k])) {
                    break;
                }
            }
        }
        $px = LeastSquares::parabola($s, $xs);
        $py = LeastSquares::parabola($s, $ys);
        if (count($s) < 4 || $px === null || $py === null) {
            return [[$xs[0], $ring->xs[($i + 1) % $count] - $ring->xs[($i + $count - 1) % $count], 0.0, $ys[0], $ring->ys[($i + 1) % $count] - $ring->ys[($i + $count - 1) % $count], 0.0], false];
        }
        [$ax, $bx, $cx] = $px;
        [$ay, $by, $cy] = $py;
        $within = $this->within * $this->within;
        foreach ($s as $k => $t) {
            $dx = $ax + ($bx + $cx * $t) * $t - $xs[$k];
            $dy = $ay + ($by + $cy * $t) * $t - $ys[$k];
            if ($dx * $dx + $dy * $dy > $within) {
                return [[...$px, ...$py], false];
            }
        }

        return [[...$px, ...$py], true];
    }
}
