<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

/**
 * A convex polygon of at most 8 corners round all ink of a stencil: outside it nothing
 * can print, so that the empty corners of a round tip cost nothing.
 *
 * It is the discrete-orientation polytope of Klosowski et al., "Efficient Collision
 * Detection Using Bounding Volume Hierarchies of k-DOPs" (1998): the meeting of 8 half
 * planes at fixed directions, each touching the ink.
 */
final readonly class Outline
{
    private const DIRECTIONS = 8;

    /**
     * @param  list<array{float, float}>  $corners  u, v from the middle of the stencil, clockwise on screen; empty without ink
     */
    private function __construct(public array $corners)
    {
    }

    /**
     * Ink of one pixel reaches one pixel around its centre when it is mixed with its neighbours.
     *
     * @param  list<array{int, int, int}>  $rows  v, first and last u that hold ink, for each row that does
     * @param  float  $middleU  of the stencil
     */
    public static function around(array $rows, float $middleU, float $middleV): self
    {
        if ($rows === []) {
            return new self([]);
        }
        $reach = [];
        for ($k = 0; $k < self::DIRECTIONS; $k++) {
            $cos = cos(2 * M_PI * $k / self::DIRECTIONS);
            $sin = sin(2 * M_PI * $k / self::DIRECTIONS);
            $most = -INF;
            foreach ($rows as [$v, $first, $last]) {
                $d = ($cos > 0 ? $last + 1 - $middleU : $first - 1 - $middleU) * $cos + ($sin > 0 ? $v + 1 - $middleV : $v - 1 - $middleV) * $sin;
                $most = $d > $most ? $d : $most;
            }
            $reach[] = [$cos, $sin, $most];
        }
        $corners = [];
        foreach ($reach as $k => [$c1, $s1, $d1]) {
            [$c2, $s2, $d2] = $reach[($k + 1) % self::DIRECTIONS];
            // Where the two lines c·u + s·v = d cross.
            $det = $c1 * $s2 - $s1 * $c2;
            $u = ($d1 * $s2 - $d2 * $s1) / $det;
            $v = ($c1 * $d2 - $c2 * $d1) / $det;
            // Corners that fall together would leave edges whose direction is mere rounding.
            if (! self::near($u, $v, $corners[0] ?? null) && ! self::near($u, $v, $corners[count($corners) - 1] ?? null)) {
                $corners[] = [$u, $v];
            }
        }

        return new self($corners);
    }

    /** @param  array{float, float}|null  $corner */
    private static function near(float $u, float $v, ?array $corner): bool
    {
        return $corner !== null && abs($corner[0] - $u) < 1e-6 && abs($corner[1] - $v) < 1e-6;
    }
}
