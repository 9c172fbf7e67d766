<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use WeakMap;
use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Raster\Bitmap;

/**
 * How much of each pixel of the band is the thing, and in what colour.
 *
 * A pixel there is a mixture P = α·F + (1 − α)·B. Samples of F and B are gathered from what is sure around it, and from what is nearest to
 * places around it; the pair that explains P best is taken, and α smoothed where colours are alike (Gastal and Oliveira, "Shared Sampling for
 * Real-Time Alpha Matting", 2010). Where both colours are too alike to tell, the outline does.
 */
final class SoftEdge
{
    /** Places from which a pixel takes over what is nearest there, in px of the small picture. */
    private const SHARED = [[0, 0], [3, 2], [-2, 3], [-3, -2], [2, -3]];

    /** What a step away of 1 px of the small picture counts, in squared levels. */
    private const STEP = 6.0;

    /** Squared difference of both colours, in levels, at which colours say as much as the outline. */
    private const ALIKE = 500.0;

    /** How much it counts that colours vary. */
    private const VARIED = 4.0;

    /** What means over neighbours take from the slope of an edge that is as sharp as pixels are. */
    private const STEEPER = 1.2;

    /** Alpha, of 255, up to which nothing, and from which on all is there. */
    private const NOTHING = 10;

    private const ALL = 245;

    /** px up to which a picture is small. */
    private const SMALL = 1 << 20;

    /** @var WeakMap<Bitmap, array<int, int>>|null of pictures that are still at hand */
    private static ?WeakMap $cleared = null;

    private readonly int $width;

    /** How much steeper alpha rises than means over neighbours tell. */
    private readonly float $steeper;

    private function __construct(private readonly EdgeBand $band, bool $isSharp)
    {
        $this->width = $band->width;
        $this->steeper = $isSharp ? self::STEEPER : 1.0;
    }

    /** The picture with all but the thing taken out; what was taken keeps its colour, unseen. */
    public static function of(Bitmap $in, Trimap $map): Bitmap
    {
        return (new self(new EdgeBand($in, $map), $map->isSharp))->cut();
    }

    private function cut(): Bitmap
    {
        [$alphas, $fronts] = $this->solve($this->band->nearest("\2"), $this->band->nearest("\0"));
        $alphas = $this->calm($alphas);
        $in = $this->band->in->pixels;
        $out = self::cleared($this->band->in);
        for ($i = strpos($this->band->values, "\2"); $i !== false; $i = strpos($this->band->values, "\2", $i)) {
            for ($end = $i + strspn($this->band->values, "\2", $i); $i < $end; $i++) {
                $out[$i] = $in[$i];
            }
        }
        foreach ($this->band->mixed as $n => $i) {
            $a = $alphas[$n];
            if ($a >= self::ALL) {
                $out[$i] = $in[$i];
            } elseif ($a > self::NOTHING) {
                // What was there in part before stays so.
                $out[$i] = $fronts[$n] & 0xFFFFFF00 | intdiv($a * ($in[$i] & 255) + 127, 255);
            }
        }

        return new Bitmap($this->width, $this->band->height, $out);
    }

    /**
     * The picture without anything that shows. Of a small one, which is cut again with each mark, it is made once.
     *
     * @return array<int, int>
     */
    private static function cleared(Bitmap $in): array
    {
        self::$cleared ??= new WeakMap;
        $pixels = self::$cleared[$in] ?? null;
        if ($pixels === null) {
            $pixels = $in->pixels;
            foreach ($pixels as $i => $p) {
                $p &= 0xFFFFFF00;
                $pixels[$i] = $p === 0 ? Alpha::UNSEEN_BLACK : $p;
            }
            if (count($pixels) <= self::SMALL) {
                self::$cleared[$in] = $pixels;
            }
        }

        return $pixels;
    }

    /**
     * @param  array<int, int>  $things
     * @param  array<int, int>  $rest
     * @return array{list<int>, list<int>} alpha, 0–255, and the colour of the thing, for each pixel of the band
     */
    private function solve(array $things, array $rest): array
    {
        $width = $this->width;
        $values = $this->band->values;
        $pixels = $this->band->in->pixels;
        $across = $down = [];
        foreach (self::SHARED as [$dx, $dy]) {
            $across[] = (int) ($dx * $this->band->scale);
            $down[] = (int) ($dy * $this->band->scale);
        }
        $step = self::STEP / $this->band->scale;
        $height = $this->band->height;
        $alphas = $colours = $means = [];
        $fronts = $backs = array_fill(0, count($across), 0);
        $toFronts = $toBacks = array_fill(0, count($across), 0.0);
        $outline = $this->band->outline();
        foreach ($this->band->mixed as $n => $i) {
            $x = $i % $width;
            $y = intdiv($i, $width);
            $frontCount = $backCount = 0;
            $lastThing = $lastGround = -1;
            foreach ($across as $k => $dx) {
                $u = $x + $dx;
                $v = $y + $down[$k];
                if ($u < 0 || $v < 0 || $u >= $width || $v >= $height) {
                    continue;
                }
                $j = $v * $width + $u;
                $kind = $values[$j];
                $thing = $kind === "\2" ? $j : ($kind === "\1" ? $things[$j] ?? -1 : -1);
                if ($thing >= 0 && $thing !== $lastThing) {
                    $lastThing = $thing;
                    $fronts[$frontCount] = $means[$thing] ??= EdgeBand::mean($pixels, $values, $width, $thing);
                    $toFronts[$frontCount] = $step * (abs($thing % $width - $x) + abs(intdiv($thing, $width) - $y));
                    $frontCount++;
                }
                $ground = $kind === "\0" ? $j : ($kind === "\1" ? $rest[$j] ?? -1 : -1);
                if ($ground >= 0 && $ground !== $lastGround) {
                    $lastGround = $ground;
                    $backs[$backCount] = $means[$ground] ??= EdgeBand::mean($pixels, $values, $width, $ground);
                    $toBacks[$backCount] = $step * (abs($ground % $width - $x) + abs(intdiv($ground, $width) - $y));
                    $backCount++;
                }
            }
            $p = $pixels[$i];
            if ($frontCount === 0 || $backCount === 0) {
                $alphas[] = $frontCount === 0 ? 0 : 255;
                $colours[] = $p;

                continue;
            }
            $r = $p >> 24;
            $g = $p >> 16 & 255;
            $b = $p >> 8 & 255;
            $best = 1e18;
            $alpha = 0.5;
            $apart = 0.0;
            $front = $back = $p;
            for ($f = 0; $f < $frontCount; $f++) {
                $c = $fronts[$f];
                $fr = $c >> 24;
                $fg = $c >> 16 & 255;
                $fb = $c >> 8 & 255;
                for ($k = 0; $k < $backCount; $k++) {
                    // However well it explained the pixel, it would lie too far away.
                    if ($best <= $toFronts[$f] + $toBacks[$k]) {
                        continue;
                    }
                    $d = $backs[$k];
                    $br = $d >> 24;
                    $bg = $d >> 16 & 255;
                    $bb = $d >> 8 & 255;
                    $dr = $fr - $br;
                    $dg = $fg - $bg;
                    $db = $fb - $bb;
                    $way = $dr * $dr + $dg * $dg + $db * $db + 1.0;
                    $at = (($r - $br) * $dr + ($g - $bg) * $dg + ($b - $bb) * $db) / $way;
                    $at = $at < 0.0 ? 0.0 : ($at > 1.0 ? 1.0 : $at);
                    $er = $r - $br - $at * $dr;
                    $eg = $g - $bg - $at * $dg;
                    $eb = $b - $bb - $at * $db;
                    $cost = $er * $er + $eg * $eg + $eb * $eb + $toFronts[$f] + $toBacks[$k];
                    if ($cost < $best) {
                        $best = $cost;
                        $alpha = $at;
                        $apart = $way;
                        $front = $c;
                        $back = $d;
                    }
                }
            }
            // The farther apart both colours are, the less each varies, and the better they explain the pixel, the more they say.
            $spread = ($frontCount > 1 ? self::spread($fronts, $frontCount) : 0.0) + ($backCount > 1 ? self::spread($backs, $backCount) : 0.0);
            $sure = $apart / ($apart + self::ALIKE + 2.0 * $best + self::VARIED * $spread);
            $alpha = $sure * $alpha + (1 - $sure) * $outline[$n];
            $alphas[] = (int) (255 * $alpha + 0.5);
            $colours[] = self::unmixed($p, $front, $back, $alpha);
        }

        return [$alphas, $colours];
    }

    /**
     * Mean squared difference of some samples from their mean.
     *
     * @param  array<int, int>  $samples  0xRRGGBBAA
     * @param  int  $n  how many of them count
     */
    private static function spread(array $samples, int $n): float
    {
        $r = $g = $b = $all = 0;
        for ($k = 0; $k < $n; $k++) {
            $red = $samples[$k] >> 24;
            $green = $samples[$k] >> 16 & 255;
            $blue = $samples[$k] >> 8 & 255;
            $r += $red;
            $g += $green;
            $b += $blue;
            $all += $red * $red + $green * $green + $blue * $blue;
        }

        return ($all - ($r * $r + $g * $g + $b * $b) / $n) / $n;
    }

    /** What the thing must be for the mixture to be this pixel; where little of it is there, rather the sample itself. */
    private static function unmixed(int $p, int $thing, int $ground, float $alpha): int
    {
        $rest = 1 - $alpha;
        $isLittle = $alpha < 0.05;
        $out = 0;
        for ($shift = 24; $shift > 0; $shift -= 8) {
            $sample = $thing >> $shift & 255;
            $exact = $isLittle ? $sample : (($p >> $shift & 255) - $rest * ($ground >> $shift & 255)) / $alpha;
            $value = $alpha * $exact + $rest * $sample;
            $out |= (int) ($value < 0.0 ? 0.0 : ($value > 255.0 ? 255.0 : $value + 0.5)) << $shift;
        }

        return $out;
    }

    /**
     * Means over neighbours of like colours.
     *
     * @param  list<int>  $alphas
     * @return list<int>
     */
    private function calm(array $alphas): array
    {
        $pixels = $this->band->in->pixels;
        $values = $this->band->values;
        $width = $this->width;
        $last = strlen($values) - 1;
        $place = array_flip($this->band->mixed);
        $steps = [-1, 1, -$width, $width, -$width - 1, -$width + 1, $width - 1, $width + 1];
        $calm = [];
        foreach ($this->band->mixed as $n => $i) {
            $p = $pixels[$i];
            $sum = 2.0 * $alphas[$n];
            $weights = 2.0;
            for ($k = 0; $k < 8; $k++) {
                $j = $i + $steps[$k];
                if ($j < 0 || $j > $last) {
                    continue;
                }
                $q = $pixels[$j];
                $r = ($p >> 24) - ($q >> 24);
                $g = ($p >> 16 & 255) - ($q >> 16 & 255);
                $b = ($p >> 8 & 255) - ($q >> 8 & 255);
                $weight = 1.0 / (1.0 + ($r * $r + $g * $g + $b * $b) / 300);
                $kind = $values[$j];
                $sum += $kind === "\1" ? $weight * $alphas[$place[$j]] : ($kind === "\2" ? 255.0 * $weight : 0.0);
                $weights += $weight;
            }
            $value = $this->steeper * ($sum / $weights - 127.5) + 127.5;
            $calm[] = (int) ($value < 0.0 ? 0.0 : ($value > 255.0 ? 255.0 : $value + 0.5));
        }

        return $calm;
    }
}
