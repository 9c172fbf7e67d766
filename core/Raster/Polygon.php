<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Raster;

/**
 * Fills outlines, anti-aliased: exact coverage across, eight lines a pixel down.
 *
 * Scan conversion with signed area accumulation along each sub-line (as in the smooth
 * rasterisers of font engines); what lies inside is told by the non-zero winding rule.
 */
final class Polygon
{
    /** Lines sampled for each row of pixels. */
    private const LINES = 8;

    /**
     * @param  list<list<array{float, float}>>  $outlines  closed; px
     * @param  bool  $evenOdd  whether a part covered twice is a hole
     * @return array<int, int> coverage, 0–65535
     */
    public static function fill(array $outlines, int $width, int $height, bool $evenOdd = false): array
    {
        $crossings = self::crossings($outlines, $height);
        $out = array_fill(0, $width * $height, 0);
        $share = intdiv(65535, self::LINES);
        $full = self::LINES * $share;
        for ($y = 0; $y < $height; $y++) {
            $rises = null;
            for ($k = 0; $k < self::LINES; $k++) {
                $line = $crossings[$y * self::LINES + $k] ?? null;
                if ($line === null) {
                    continue;
                }
                $rises ??= array_fill(0, $width + 2, 0);
                foreach (self::spans($line, $evenOdd) as [$from, $to]) {
                    self::cover($rises, max(0.0, $from), min((float) $width, $to), $share);
                }
            }
            if ($rises !== null) {
                $i = $y * $width;
                $value = 0;
                for ($x = 0; $x < $width; $x++) {
                    $value += $rises[$x];
                    $out[$i] = $value >= $full ? 65535 : $value;
                    $i++;
                }
            }
        }

        return $out;
    }

    /**
     * Where the outlines cross each line.
     *
     * @param  list<list<array{float, float}>>  $outlines
     * @return array<int, list<array{float, int}>> by line: x and direction
     */
    private static function crossings(array $outlines, int $height): array
    {
        $crossings = [];
        foreach ($outlines as $outline) {
            $count = count($outline);
            for ($i = 0; $i < $count; $i++) {
                [$x0, $y0] = $outline[$i];
                [$x1, $y1] = $outline[($i + 1) % $count];
                if ($y0 === $y1) {
                    continue;
                }
                $way = $y0 < $y1 ? 1 : -1;
                $slope = ($x1 - $x0) / ($y1 - $y0);
                // Lines lie in the middle of their strip.
                $first = max(0, (int) ceil(min($y0, $y1) * self::LINES - 0.5));
                $last = min($height * self::LINES, (int) ceil(max($y0, $y1) * self::LINES - 0.5));
                for ($line = $first; $line < $last; $line++) {
                    $crossings[$line][] = [$x0 + (($line + 0.5) / self::LINES - $y0) * $slope, $way];
                }
            }
        }

        return $crossings;
    }

    /**
     * @param  list<array{float, int}>  $line
     * @return list<array{float, float}>
     */
    private static function spans(array $line, bool $evenOdd): array
    {
        sort($line);
        $spans = [];
        $winding = 0;
        $from = 0.0;
        foreach ($line as [$x, $way]) {
            $was = $winding;
            $winding = $evenOdd ? 1 - $winding : $winding + $way;
            if ($was === 0) {
                $from = $x;
            } elseif ($winding === 0) {
                $spans[] = [$from, $x];
            }
        }

        return $spans;
    }

    /**
     * Adds a span to a row, which is held as what each pixel has more than the one before it.
     *
     * @param  array<int, int>  $rises
     * @param  float  $to  within the row
     */
    private static function cover(array &$rises, float $from, float $to, int $share): void
    {
        if ($to <= $from) {
            return;
        }
        $first = (int) $from;
        $last = (int) $to;
        if ($first === $last) {
            $part = (int) (($to - $from) * $share);
            $rises[$first] += $part;
            $rises[$first + 1] -= $part;

            return;
        }
        $part = (int) (($first + 1 - $from) * $share);
        $rises[$first] += $part;
        $rises[$first + 1] += $share - $part;
        $part = (int) (($to - $last) * $share);
        $rises[$last] += $part - $share;
        $rises[$last + 1] -= $part;
    }
}
