<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Neighbours;
use Yarrowfog\Core\Raster\Rect;

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
    /** px from the cleared area within which the edge is looked for. */
    public const REACH = 16;

    /** Part of the whole way from backing to picture that a px must add to count as part of the mixture. */
    private const RISES = 0.03;

    /** Alpha, of 255, by which a pixel is too much there to go unseen. */
    private const SHOWS = 51;

    /** Edge pixels that say nothing yet. */
    private const FEW = 16;

    /** px of a side of the parts in which a picture is gone through. */
    private const BLOCK = 256;

    /** px that are looked at around such a part at least: as far as colours on both sides of an edge are gathered from. */
    private const MARGIN = 24;

    /** Parts at which it is measured how far the mixture reaches. */
    private const SAMPLED = 16;

    /** px of fading edges for each px of edge from which they were made soft on purpose. */
    private const FEATHERED = 4;

    /**
     * @param  Srgb|null  $backing  null where that of each place is what was cleared there
     * @return Bitmap|null null where nothing was cleared that tells its colour, or where the edge is soft on purpose
     */
    public static function of(Bitmap $in, ?Srgb $backing): ?Bitmap
    {
        if (! self::isHard($in)) {
            return null;
        }
        $blocks = self::blocks($in);
        $band = self::band($in, $blocks, $backing);
        $out = $in->pixels;
        foreach ($blocks as $block) {
            $around = $block->grow(max(self::MARGIN, (int) ceil(3.4 * $band / 8) * 8))->intersect($in->bounds());
            $mixed = MattePart::of($in->crop($around), $backing, $band);
            for ($y = $block->y; $y < $block->bottom(); $y++) {
                $from = ($y - $around->y) * $around->width + $block->x - $around->x;
                $to = $y * $in->width + $block->x;
                for ($end = $to + $block->width; $to < $end; $to++) {
                    $out[$to] = $mixed->pixels[$from];
                    $from++;
                }
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /** Whether something was cleared that tells its colour, and its edge was not made soft on purpose. */
    private static function isHard(Bitmap $in): bool
    {
        $known = $soft = $edge = 0;
        $width = $in->width;
        $last = $width - 1;
        $pixels = $in->pixels;
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $p = $pixels[$i];
                $alpha = $p & 255;
                if ($alpha === 0) {
                    $known += $p === 0 ? 0 : 1;
                } else {
                    $soft += $alpha === 255 ? 0 : 1;
                    $edge += $x > 0 && ($pixels[$i - 1] & 255) === 0 || $x < $last && ($pixels[$i + 1] & 255) === 0
                        || $y > 0 && ($pixels[$i - $width] & 255) === 0 || $y < $in->height - 1 && ($pixels[$i + $width] & 255) === 0 ? 1 : 0;
                }
                $i++;
            }
        }

        return $known > 0 && $soft <= self::FEATHERED * $edge;
    }

    /**
     * Parts of the picture near which there is an edge: what is far from any needs no looking at, and a part at a time takes little memory.
     *
     * @return list<Rect>
     */
    private static function blocks(Bitmap $in): array
    {
        $blocks = [];
        for ($y = 0; $y < $in->height; $y += self::BLOCK) {
            for ($x = 0; $x < $in->width; $x += self::BLOCK) {
                $block = (new Rect($x, $y, self::BLOCK, self::BLOCK))->intersect($in->bounds());
                if (self::hasEdge($in, $block->grow(self::REACH)->intersect($in->bounds()))) {
                    $blocks[] = $block;
                }
            }
        }

        return $blocks;
    }

    private static function hasEdge(Bitmap $in, Rect $area): bool
    {
        $pixels = $in->pixels;
        $first = ($pixels[$area->y * $in->width + $area->x] & 255) === 0;
        for ($y = $area->y; $y < $area->bottom(); $y++) {
            $i = $y * $in->width + $area->x;
            for ($end = $i + $area->width; $i < $end; $i++) {
                if ((($pixels[$i] & 255) === 0) !== $first) {
                    return true;
                }
            }
        }

        return false;
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
        return array_any(Neighbours::four($i, $width, count($pixels)), fn (int $j): bool => ($pixels[$j] & 255) === 0);
    }

    /**
     * px from the cleared area over which colours go on moving away from the backing.
     *
     * @param  list<Rect>  $blocks
     */
    private static function band(Bitmap $in, array $blocks, ?Srgb $backing): int
    {
        $sums = array_fill(0, self::REACH + 1, 0.0);
        $counts = array_fill(0, self::REACH + 1, 0);
        $every = max(1, intdiv(count($blocks), self::SAMPLED));
        foreach ($blocks as $n => $block) {
            if ($n % $every > 0) {
                continue;
            }
            $part = $in->crop($block->grow(self::MARGIN)->intersect($in->bounds()));
            $behind = MattePart::behind($part, $backing)->pixels;
            $pixels = $part->pixels;
            foreach (MattePart::away($part) as $i => $square) {
                if ($square > 0 && $square <= self::REACH ** 2 && ($behind[$i] & 255) > 0) {
                    $bin = (int) round(sqrt($square));
                    $sums[$bin] += sqrt(self::square($pixels[$i], $behind[$i]));
                    $counts[$bin]++;
                }
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

    /** Squared difference of two colours, whatever their alpha. */
    private static function square(int $a, int $b): int
    {
        $r = ($a >> 24) - ($b >> 24);
        $g = ($a >> 16 & 255) - ($b >> 16 & 255);
        $v = ($a >> 8 & 255) - ($b >> 8 & 255);

        return $r * $r + $g * $g + $v * $v;
    }
}
