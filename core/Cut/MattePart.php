<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Distances;

/** A part of a picture whose edge is told apart: colours on both sides of it, and what each pixel is mixed of. */
final class MattePart
{
    private const CLEARED = 1;

    private const THERE = 2;

    /** Alpha below which nothing is left of the picture. */
    private const NOTHING = 0.02;

    /** Squared difference, of 255, below which backing and picture are too alike to tell how they are mixed. */
    private const ALIKE = 900;

    /** px through which a line too thin to have an inside is searched for its strongest colour. */
    private const THIN = 3;

    /** @param  int  $band  px from the cleared area over which colours are mixed */
    public static function of(Bitmap $in, ?Srgb $backing, int $band): Bitmap
    {
        $away = self::away($in);
        // What was cleared comes back in part where it is no farther out than the mixture reaches in.
        $beside = Distances::squaredDistances(self::clear($in), $in->width, $in->height, $band + 1.0, self::THERE);
        $behind = self::behind($in, $backing);
        $inside = self::inside($in, $away, $band);

        return self::mix($in, $away, $beside, $behind, $inside, self::strongest($in, $behind, $inside, $away, $beside), $band);
    }

    /** @return array<int, int> squared px from what was cleared, as far as an edge reaches */
    public static function away(Bitmap $in): array
    {
        return Distances::squaredDistances(self::clear($in), $in->width, $in->height, EdgeMatte::REACH + 1.0, self::CLEARED);
    }

    /** @return array<int, int> which pixels were cleared, and which are there */
    private static function clear(Bitmap $in): array
    {
        $cleared = array_fill(0, count($in->pixels), self::THERE);
        foreach ($in->pixels as $i => $p) {
            if (($p & 255) === 0) {
                $cleared[$i] = self::CLEARED;
            }
        }

        return $cleared;
    }

    /** The colour of the backing at each pixel, as far as it is known. */
    public static function behind(Bitmap $in, ?Srgb $backing): Bitmap
    {
        return $backing === null ? self::backing($in) : Bitmap::ofColour($in->width, $in->height, $backing->toInt() << 8 | 255);
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

        return NearbyColour::of(new Bitmap($in->width, $in->height, $out), 3, 8.0);
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

        return NearbyColour::of(new Bitmap($in->width, $in->height, $out), 2, max(3.0, 0.8 * $band));
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
    private static function mix(Bitmap $in, array $away, array $beside, Bitmap $behind, Bitmap $inside, array $strongest, int $band): Bitmap
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
}
