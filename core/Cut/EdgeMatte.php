<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Distances;

/**
 * How much of each pixel along the edge of what was cleared belongs to the picture, and in what colour.
 *
 * A pixel there is a mixture, P = α·F + (1 − α)·B, of the backing B that was cleared beside it and of the picture F farther in, where
 * nothing of the backing shows any more. Both are known nearby, so α is the place of P on the way from B to F
 * (natural image matting with known sides: Gastal and Oliveira, "Shared Sampling for Real-Time Alpha Matting", 2010).
 * How far the mixture reaches is measured: as far as colours go on moving away from the backing.
 */
final class EdgeMatte
{
    private const CLEARED = 1;

    private const THERE = 2;

    /** px from the cleared area within which the edge is looked for. */
    private const REACH = 16;

    /** Part of the whole way from backing to picture that a px must add to count as part of the mixture. */
    private const RISES = 0.03;

    /** Alpha below which nothing is left of the picture. */
    private const NOTHING = 0.02;

    /** Squared difference, of 255, below which backing and picture are too alike to tell how they are mixed. */
    private const ALIKE = 900.0;

    /** px through which a line too thin to have an inside is searched for its strongest colour. */
    private const THIN = 3;

    /** Alpha, of 255, by which a pixel is too much there to go unseen. */
    private const SHOWS = 51;

    /** Edge pixels that say nothing yet. */
    private const FEW = 16;

    /** px of fading edges for each px of edge from which they were made soft on purpose. */
    private const FEATHERED = 4;

    /**
     * @param  Srgb|null  $backing  null where that of each place is what was cleared there
     * @return Bitmap|null null where nothing was cleared that tells its colour, or where the edge is soft on purpose
     */
    public static function of(Bitmap $in, ?Srgb $backing): ?Bitmap
    {
        $cleared = [];
        $known = 0;
        foreach ($in->pixels as $p) {
            $cleared[] = ($p & 255) === 0 ? self::CLEARED : self::THERE;
            $known += ($p & 255) === 0 && $p !== 0 ? 1 : 0;
        }
        if ($known === 0) {
            return null;
        }
        $away = Distances::squared($cleared, $in->width, $in->height, self::REACH + 1.0, self::CLEARED);
        if (self::isFeathered($in, $away)) {
            return null;
        }
        $behind = $backing === null ? self::backing($in) : Bitmap::filled($in->width, $in->height, $backing->toInt() << 8 | 255);
        $band = self::band($in, $away, $behind);

        // What was cleared comes back in part where it is no farther out than the mixture reaches in.
        $beside = Distances::squared($cleared, $in->width, $in->height, $band + 1.0, self::THERE);

        return self::mixed($in, $away, $beside, $behind, self::inside($in, $away, $band), self::strongest($in, $behind, $away), $band);
    }

    /**
     * The part of the edge that still shows the backing: pixels beside what was cleared that are there by a fifth more than they should be.
     *
     * @return float|null 0–1; null where it cannot be told
     */
    public static function halo(Bitmap $in): ?float
    {
        $matte = self::of($in, null);
        if ($matte === null) {
            return null;
        }
        $edge = $shows = 0;
        $width = $in->width;
        foreach ($in->pixels as $i => $p) {
            if (($p & 255) === 0 || ! self::isBeside($in->pixels, $i, $width)) {
                continue;
            }
            $edge++;
            $shows += ($p & 255) - ($matte->pixels[$i] & 255) > self::SHOWS ? 1 : 0;
        }

        return $edge < self::FEW ? null : $shows / $edge;
    }

    /** @param  array<int, int>  $pixels */
    private static function isBeside(array $pixels, int $i, int $width): bool
    {
        foreach ([$i - 1, $i + 1, $i - $width, $i + $width] as $j) {
            if ((($pixels[$j] ?? 255) & 255) === 0) {
                return true;
            }
        }

        return false;
    }

    /** @param  array<int, int>  $away */
    private static function isFeathered(Bitmap $in, array $away): bool
    {
        $soft = $edge = 0;
        foreach ($in->pixels as $i => $p) {
            $soft += ($p & 255) > 0 && ($p & 255) < 255 ? 1 : 0;
            $edge += $away[$i] === 1 ? 1 : 0;
        }

        return $soft > self::FEATHERED * $edge;
    }

    /** The mean colour of what was cleared nearby. */
    private static function backing(Bitmap $in): Bitmap
    {
        $out = [];
        foreach ($in->pixels as $p) {
            $out[] = ($p & 255) === 0 && $p !== 0 ? $p | 255 : 0;
        }

        return Blur::picture(new Bitmap($in->width, $in->height, $out), 8.0);
    }

    /**
     * px from the cleared area over which colours go on moving away from the backing.
     *
     * @param  array<int, int>  $away
     */
    private static function band(Bitmap $in, array $away, Bitmap $behind): int
    {
        $sums = $counts = array_fill(0, self::REACH + 1, 0);
        foreach ($away as $i => $square) {
            if ($square > 0 && $square <= self::REACH ** 2 && ($behind->pixels[$i] & 255) > 0) {
                $bin = (int) round(sqrt($square));
                $sums[$bin] += sqrt(self::squared($in->pixels[$i], $behind->pixels[$i]));
                $counts[$bin]++;
            }
        }
        $means = [];
        for ($bin = 1; $bin <= self::REACH; $bin++) {
            $means[$bin] = $counts[$bin] > 0 ? $sums[$bin] / $counts[$bin] : 0.0;
        }
        $most = max($means);
        for ($bin = 1; $bin < self::REACH; $bin++) {
            if (self::RISES * $most > $means[$bin + 1] - $means[$bin]) {
                return $bin + 1;
            }
        }

        return self::REACH;
    }

    /**
     * The mean colour of what lies just farther in than the edge.
     *
     * @param  array<int, int>  $away
     */
    private static function inside(Bitmap $in, array $away, int $band): Bitmap
    {
        $least = $band ** 2;
        $most = ($band + 6) ** 2;
        $out = [];
        foreach ($in->pixels as $i => $p) {
            $out[] = $away[$i] > $least && $away[$i] <= $most ? $p | 255 : 0;
        }

        return Blur::picture(new Bitmap($in->width, $in->height, $out), max(3.0, 0.8 * $band));
    }

    /**
     * Of a few px around, the colour that is farthest from the backing: what stands for the inside of thin lines.
     *
     * @param  array<int, int>  $away
     * @return array<int, int>
     */
    private static function strongest(Bitmap $in, Bitmap $behind, array $away): array
    {
        $width = $in->width;
        $best = $in->pixels;
        $last = count($best) - 1;
        for ($round = 0; $round < self::THIN; $round++) {
            $before = $best;
            foreach ($away as $i => $square) {
                if ($square > (self::THIN + 1) ** 2 || ($behind->pixels[$i] & 255) === 0) {
                    continue;
                }
                $far = self::squared($before[$i], $behind->pixels[$i]);
                foreach ([$i - 1, $i + 1, $i - $width, $i + $width] as $j) {
                    if ($j >= 0 && $j <= $last && $away[$j] > 0) {
                        $there = self::squared($before[$j], $behind->pixels[$i]);
                        if ($there > $far) {
                            $far = $there;
                            $best[$i] = $before[$j];
                        }
                    }
                }
            }
        }

        return $best;
    }

    /**
     * @param  array<int, int>  $away
     * @param  array<int, int>  $beside
     * @param  array<int, int>  $strongest
     */
    private static function mixed(Bitmap $in, array $away, array $beside, Bitmap $behind, Bitmap $inside, array $strongest, int $band): Bitmap
    {
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $b = $behind->pixels[$i];
            if ($away[$i] > $band ** 2 || $beside[$i] > max(1, ($band / 2) ** 2) || $p === 0 || ($b & 255) === 0) {
                continue;
            }
            $f = ($inside->pixels[$i] & 255) > 0 ? $inside->pixels[$i] : $strongest[$i];
            $way = self::squared($f, $b);
            if ($way < self::ALIKE) {
                continue;
            }
            $on = 0;
            foreach ([24, 16, 8] as $shift) {
                $on += (($p >> $shift & 255) - ($b >> $shift & 255)) * (($f >> $shift & 255) - ($b >> $shift & 255));
            }
            $alpha = max(0.0, min(1.0, $on / $way));
            if ($alpha < self::NOTHING) {
                $out[$i] = 0;

                continue;
            }
            $pixel = (int) round(255 * $alpha);
            foreach ([24, 16, 8] as $shift) {
                $c = ($b >> $shift & 255) + (($p >> $shift & 255) - ($b >> $shift & 255)) / $alpha;
                $pixel |= (int) round(max(0.0, min(255.0, $c))) << $shift;
            }
            $out[$i] = $pixel;
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /** Squared difference of two colours, whatever their alpha. */
    private static function squared(int $a, int $b): float
    {
        $r = ($a >> 24) - ($b >> 24);
        $g = ($a >> 16 & 255) - ($b >> 16 & 255);
        $v = ($a >> 8 & 255) - ($b >> 8 & 255);

        return (float) ($r * $r + $g * $g + $v * $v);
    }
}
