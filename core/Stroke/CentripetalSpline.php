<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/**
 * Centripetal Catmull–Rom curves (Yuksel, Schaefer and Keyser, "Parameterization and Applications of Catmull–Rom
 * Curves", 2011), flattened (Wang, "The Subdivision Method for Finding the Intersection between Two Bézier
 * Curves", 1984) and measured.
 */
final class CentripetalSpline
{
    /** px by which straight pieces may lie beside the curve. */
    private const TOLERANCE = 0.1;

    /** Longest straight piece, px: pressure may change along a straight line too. */
    private const LONGEST = 8.0;

    /**
     * The curve from the second of four places to the third.
     *
     * @param  array{float, float}  $before
     * @param  array{float, float}  $from
     * @param  array{float, float}  $to
     * @param  array{float, float}  $after
     * @return non-empty-list<array{float, float, float, float}> x, y, px of the way from the beginning, and heading in degrees
     */
    public static function flatten(array $before, array $from, array $to, array $after): array
    {
        [[$x0, $y0], [$ax, $ay], [$bx, $by], [$x3, $y3]] = [$before, $from, $to, $after];
        $d1 = max(1e-6, sqrt(hypot($ax - $x0, $ay - $y0)));
        $d2 = max(1e-6, sqrt(hypot($bx - $ax, $by - $ay)));
        $d3 = max(1e-6, sqrt(hypot($x3 - $bx, $y3 - $by)));
        // The Bézier points of the centripetal curve (same source, equation 3).
        $c1x = ($d1 * $d1 * $bx - $d2 * $d2 * $x0 + (2 * $d1 * $d1 + 3 * $d1 * $d2 + $d2 * $d2) * $ax) / (3 * $d1 * ($d1 + $d2));
        $c1y = ($d1 * $d1 * $by - $d2 * $d2 * $y0 + (2 * $d1 * $d1 + 3 * $d1 * $d2 + $d2 * $d2) * $ay) / (3 * $d1 * ($d1 + $d2));
        $c2x = ($d3 * $d3 * $ax - $d2 * $d2 * $x3 + (2 * $d3 * $d3 + 3 * $d3 * $d2 + $d2 * $d2) * $bx) / (3 * $d3 * ($d3 + $d2));
        $c2y = ($d3 * $d3 * $ay - $d2 * $d2 * $y3 + (2 * $d3 * $d3 + 3 * $d3 * $d2 + $d2 * $d2) * $by) / (3 * $d3 * ($d3 + $d2));
        $bend = max(hypot($ax - 2 * $c1x + $c2x, $ay - 2 * $c1y + $c2y), hypot($c1x - 2 * $c2x + $bx, $c1y - 2 * $c2y + $by));
        $pieces = max(1.0, ceil(sqrt(0.75 * $bend / self::TOLERANCE)), ceil($d2 * $d2 / self::LONGEST));

        $points = [[$ax, $ay, 0.0, self::heading($c1x - $ax, $c1y - $ay, $bx - $ax, $by - $ay)]];
        $along = 0.0;
        $px = $ax;
        $py = $ay;
        // Only floats, and none of them written out: the JIT may lose an integer beside such a one (tests/Compiled/LostRegisters.php), and this loop would not end.
        $one = 1.0;
        $two = 2.0;
        $three = 3.0;
        for ($i = $one; $i <= $pieces; $i += $one) {
            $u = $i / $pieces;
            $v = $one - $u;
            $x = $v * $v * $v * $ax + $three * $v * $v * $u * $c1x + $three * $v * $u * $u * $c2x + $u * $u * $u * $bx;
            $y = $v * $v * $v * $ay + $three * $v * $v * $u * $c1y + $three * $v * $u * $u * $c2y + $u * $u * $u * $by;
            $tx = $v * $v * ($c1x - $ax) + $two * $v * $u * ($c2x - $c1x) + $u * $u * ($bx - $c2x);
            $ty = $v * $v * ($c1y - $ay) + $two * $v * $u * ($c2y - $c1y) + $u * $u * ($by - $c2y);
            $along += hypot($x - $px, $y - $py);
            $px = $x;
            $py = $y;
            $points[] = [$x, $y, $along, self::heading($tx, $ty, $bx - $ax, $by - $ay)];
        }

        return $points;
    }

    /**
     * Where the path goes: degrees clockwise, 0 to the right, below 360.
     *
     * Where the pen turns back on its own way the curve has no direction; there the way on from it counts.
     */
    private static function heading(float $tangentX, float $tangentY, float $wayX, float $wayY): float
    {
        $still = hypot($tangentX, $tangentY) < 1e-6 * hypot($wayX, $wayY);
        $heading = rad2deg($still ? atan2($wayY, $wayX) : atan2($tangentY, $tangentX));

        return $heading < 0.0 ? $heading + 360.0 : $heading;
    }
}
