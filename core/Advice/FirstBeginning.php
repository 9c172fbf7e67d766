<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice;

use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Regions;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Raster\Runs;

/**
 * What a new tip is likely meant for, told from its shape: an object with a clear outline is
 * stamped or scattered, for in a line it would be a pile; a plain or soft shape makes a line.
 */
final class FirstBeginning
{
    public const LINE = 'inker';

    public const STAMPED = 'stamp';

    public const SCATTERED = 'scatter';

    public const CRUMBLY = 'chalk';

    /** px of the longer side at which a shape is looked at. */
    private const SIDE = 192;

    /** px of half-tones for each px of outline from which there is no clear outline. */
    private const SOFT = 5.0;

    /** Part of its convex hull that a plain shape fills: a disc, a bar, a nib. */
    private const PLAIN = 0.92;

    /** Part of the ink from which a region counts. */
    private const COUNTS = 0.02;

    /** Regions, at most, of an object; more are a texture. */
    private const PARTS = 24;

    /**
     * @param  Plane  $ink  of the first frame, 0–65535
     * @param  int  $frames  of the tip
     * @return string the name of a beginning (see Beginnings)
     */
    public static function of(Plane $ink, int $frames = 1): string
    {
        if ($frames > 1) {
            return self::SCATTERED;
        }
        $factor = min(1.0, self::SIDE / max($ink->width, $ink->height));
        $small = (new Resampler(Filter::Area))->plane($ink, max(1, (int) round($ink->width * $factor)), max(1, (int) round($ink->height * $factor)));
        $most = max([0, ...$small->values]);
        [$soft, $outline] = self::edges($small, $most);
        if ($most === 0 || $outline === [] || $soft / count($outline) > self::SOFT) {
            return self::LINE;
        }
        $areas = Regions::of(Runs::of($small, $most + 1 >> 1), true)->areas;
        $all = array_sum($areas);
        $large = array_filter($areas, fn (int $area): bool => $area >= self::COUNTS * $all);
        if (array_sum($large) < 0.7 * $all || count($large) > self::PARTS) {
            return self::CRUMBLY;
        }
        if (count($large) === 1) {
            return $all >= self::PLAIN * self::hull($outline) ? self::LINE : self::SCATTERED;
        }

        return self::STAMPED;
    }

    /** @return array{int, list<array{int, int}>} how many half-tones there are, and the pixels of the outline */
    private static function edges(Plane $ink, int $most): array
    {
        $half = $most / 2;
        $soft = 0;
        $outline = [];
        foreach ($ink->values as $i => $v) {
            $soft += $v > 0.08 * $most && $v < 0.92 * $most ? 1 : 0;
            if ($v < $half) {
                continue;
            }
            $x = $i % $ink->width;
            $y = intdiv($i, $ink->width);
            $inside = $x > 0 && $x < $ink->width - 1 && $y > 0 && $y < $ink->height - 1
                && min($ink->values[$i - 1], $ink->values[$i + 1], $ink->values[$i - $ink->width], $ink->values[$i + $ink->width]) >= $half;
            if (! $inside) {
                $outline[] = [$x, $y];
            }
        }

        return [$soft, $outline];
    }

    /**
     * px² of the convex hull of some pixels, each a whole square (monotone chain; Andrew, 1979).
     *
     * @param  list<array{int, int}>  $pixels
     */
    private static function hull(array $pixels): float
    {
        $corners = [];
        foreach ($pixels as [$x, $y]) {
            array_push($corners, [$x, $y], [$x + 1, $y], [$x, $y + 1], [$x + 1, $y + 1]);
        }
        sort($corners);
        $hull = [];
        foreach ([$corners, array_reverse($corners)] as $way) {
            $chain = [];
            foreach ($way as $c) {
                while (($n = count($chain)) > 1 && ($chain[$n - 1][0] - $chain[$n - 2][0]) * ($c[1] - $chain[$n - 2][1]) <= ($chain[$n - 1][1] - $chain[$n - 2][1]) * ($c[0] - $chain[$n - 2][0])) {
                    array_pop($chain);
                }
                $chain[] = $c;
            }
            array_pop($chain);
            array_push($hull, ...$chain);
        }
        $twice = 0;
        foreach ($hull as $i => [$x, $y]) {
            [$nextX, $nextY] = $hull[($i + 1) % count($hull)];
            $twice += $x * $nextY - $nextX * $y;
        }

        return abs($twice) / 2;
    }
}
