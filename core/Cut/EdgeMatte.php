<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Distances;
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
    private const CLEARED = 1;

    private const THERE = 2;

    /** px from the cleared area within which the edge is looked for. */
    private const REACH = 16;

    /** Part of the whole way from backing to picture that a px must add to count as part of the mixture. */
    private const RISES = 0.03;

    /** Alpha below which nothing is left of the picture. */
    private const NOTHING = 0.02;

    /** Squared difference, of 255, below which backing and picture are too alike to tell how they are mixed. */
    private const ALIKE = 900;

    /** px through which a line too thin to have an inside is searched for its strongest colour. */
    private const THIN = 3;

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
            $mixed = self::block($in->crop($around), $backing, $band);
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

    private static function block(Bitmap $in, ?Srgb $backing, int $band): Bitmap
    {
        $cleared = self::cleared($in);
        $away = Distances::squared($cleared, $in->width, $in->height, self::REACH + 1.0, self::CLEARED);
        // What was cleared comes back in part where it is no farther out than the mixture reaches in.
        $beside = Distances::squared($cleared, $in->width, $in->height, $band + 1.0, self::THERE);
        $behind = self::behind($in, $backing);

        $inside = self::inside($in, $away, $band);

        return self::mixed($in, $away, $beside, $behind, $inside, self::strongest($in, $behind, $inside, $away, $beside), $band);
    }

    /** @return array<int, int> */
    private static function cleared(Bitmap $in): array
    {
        $cleared = array_fill(0, count($in->pixels), self::THERE);
        foreach ($in->pixels as $i => $p) {
            if (($p & 255) === 0) {
                $cleared[$i] = self::CLEARED;
            }
        }

        return $cleared;
    }

    private static function behind(Bitmap $in, ?Srgb $backing): Bitmap
    {
        return $backing === null ? self::backing($in) : Bitmap::filled($in->width, $in->height, $backing->toInt() << 8 | 255);
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

    /** The mean colour of what was cleared nearby. */
    private static function backing(Bitmap $in): Bitmap
    {
        $pixels = $in->pixels;
        $out = array_fill(0, count($pixels), 0);
        foreach ($pixels as $i => $p) {
            if (($p & 255) === 0 && $p !== 0) {
                $out[$i] = $p | 255;
            }
        }

        return self::gathered(new Bitmap($in->width, $in->height, $out), 3, 8.0);
    }

    /**
     * The mean colour around each pixel of what is there: of squares at first, then blurred.
     *
     * @param  int  $bits  such a square has 2 to this power px to a side
     */
    private static function gathered(Bitmap $in, int $bits, float $sigma): Bitmap
    {
        $side = 1 << $bits;
        $wide = $in->width;
        $width = $wide + $side - 1 >> $bits;
        $height = $in->height + $side - 1 >> $bits;
        $pixels = $in->pixels;
        // Red and green, blue and how many there are: two sums an int.
        $redGreen = $blueCount = array_fill(0, $width * $height, 0);
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            $row = ($y >> $bits) * $width;
            for ($x = 0; $x < $wide; $x++) {
                $p = $pixels[$i];
                if ($p !== 0) {
                    $j = $row + ($x >> $bits);
                    $redGreen[$j] += $p >> 24 << 32 | $p >> 16 & 255;
                    $blueCount[$j] += ($p & 0xFF00) << 24 | 1;
                }
                $i++;
            }
        }
        foreach ($redGreen as $j => $sums) {
            $n = $blueCount[$j] & 0xFFFFFFFF;
            if ($n > 0) {
                $redGreen[$j] = intdiv($sums >> 32, $n) << 24 | intdiv($sums & 0xFFFFFFFF, $n) << 16 | intdiv($blueCount[$j] >> 32, $n) << 8 | 255 * $n >> 2 * $bits;
            }
        }
        $blurred = Blur::picture(new Bitmap($width, $height, $redGreen), $sigma / $side)->pixels;
        $out = array_fill(0, count($pixels), 0);
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            $row = ($y >> $bits) * $width;
            for ($x = 0; $x < $wide; $x++) {
                $out[$i] = $blurred[$row + ($x >> $bits)];
                $i++;
            }
        }

        return new Bitmap($wide, $in->height, $out);
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
            $behind = self::behind($part, $backing)->pixels;
            $pixels = $part->pixels;
            foreach (Distances::squared(self::cleared($part), $part->width, $part->height, self::REACH + 1.0, self::CLEARED) as $i => $square) {
                if ($square > 0 && $square <= self::REACH ** 2 && ($behind[$i] & 255) > 0) {
                    $bin = (int) round(sqrt($square));
                    $sums[$bin] += sqrt(self::squared($pixels[$i], $behind[$i]));
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

    /**
     * The mean colour of what lies just farther in than the edge.
     *
     * @param  array<int, int>  $away
     */
    private static function inside(Bitmap $in, array $away, int $band): Bitmap
    {
        $least = $band ** 2;
        $most = ($band + 6) ** 2;
        $pixels = $in->pixels;
        $out = array_fill(0, count($pixels), 0);
        foreach ($away as $i => $square) {
            if ($square > $least && $square <= $most) {
                $out[$i] = $pixels[$i] | 255;
            }
        }

        return self::gathered(new Bitmap($in->width, $in->height, $out), 2, max(3.0, 0.8 * $band));
    }

    /**
     * Where there is no inside, of a few px around the colour that is farthest from the backing: it stands for that of thin lines.
     *
     * @param  array<int, int>  $away
     * @param  array<int, int>  $beside
     * @return array<int, int>
     */
    private static function strongest(Bitmap $in, Bitmap $behind, Bitmap $inside, array $away, array $beside): array
    {
        $width = $in->width;
        $best = $in->pixels;
        $last = count($best) - 1;
        $backing = $behind->pixels;
        $farther = $inside->pixels;
        $steps = [-1, 1, -$width, $width];
        $near = [];
        foreach ($away as $i => $square) {
            // Of what was cleared only the pixels that touch the picture: no others could take a colour from it.
            if (($farther[$i] & 255) === 0 && ($square > 0 ? $square <= (self::THIN + 1) ** 2 : $beside[$i] <= 2) && ($backing[$i] & 255) > 0) {
                $near[] = $i;
            }
        }
        for ($round = 0; $round < self::THIN; $round++) {
            $before = $best;
            foreach ($near as $i) {
                $b = $backing[$i];
                $red = $b >> 24;
                $green = $b >> 16 & 255;
                $blue = $b >> 8 & 255;
                $p = $before[$i];
                $far = (($p >> 24) - $red) ** 2 + (($p >> 16 & 255) - $green) ** 2 + (($p >> 8 & 255) - $blue) ** 2;
                for ($n = 0; $n < 4; $n++) {
                    $j = $i + $steps[$n];
                    if ($j >= 0 && $j <= $last && $away[$j] > 0) {
                        $q = $before[$j];
                        $there = (($q >> 24) - $red) ** 2 + (($q >> 16 & 255) - $green) ** 2 + (($q >> 8 & 255) - $blue) ** 2;
                        if ($there > $far) {
                            $far = $there;
                            $best[$i] = $q;
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
        $backing = $behind->pixels;
        $farther = $inside->pixels;
        $reach = max(1, intdiv($band ** 2 + 3, 4));
        $deep = $band ** 2;
        foreach ($in->pixels as $i => $p) {
            if ($away[$i] > $deep || $beside[$i] > $reach || $p === 0) {
                continue;
            }
            $b = $backing[$i];
            if (($b & 255) === 0) {
                continue;
            }
            $f = ($farther[$i] & 255) > 0 ? $farther[$i] : $strongest[$i];
            [$r, $g, $v] = [($p >> 24) - ($b >> 24), ($p >> 16 & 255) - ($b >> 16 & 255), ($p >> 8 & 255) - ($b >> 8 & 255)];
            [$fr, $fg, $fv] = [($f >> 24) - ($b >> 24), ($f >> 16 & 255) - ($b >> 16 & 255), ($f >> 8 & 255) - ($b >> 8 & 255)];
            $way = $fr * $fr + $fg * $fg + $fv * $fv;
            if ($way < self::ALIKE) {
                continue;
            }
            $alpha = ($r * $fr + $g * $fg + $v * $fv) / $way;
            if ($alpha < self::NOTHING) {
                $out[$i] = 0;

                continue;
            }
            $alpha = min(1.0, $alpha);
            $out[$i] = self::channel($b >> 24, $r, $alpha) << 24 | self::channel($b >> 16 & 255, $g, $alpha) << 16 | self::channel($b >> 8 & 255, $v, $alpha) << 8 | (int) (255 * $alpha + 0.5);
        }

        return new Bitmap($in->width, $in->height, $out);
    }

    /** One channel of what is mixed with its backing. */
    private static function channel(int $behind, int $apart, float $alpha): int
    {
        return (int) (max(0.0, min(255.0, $behind + $apart / $alpha)) + 0.5);
    }

    /** Squared difference of two colours, whatever their alpha. */
    private static function squared(int $a, int $b): int
    {
        $r = ($a >> 24) - ($b >> 24);
        $g = ($a >> 16 & 255) - ($b >> 16 & 255);
        $v = ($a >> 8 & 255) - ($b >> 8 & 255);

        return $r * $r + $g * $g + $v * $v;
    }
}
