<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use WeakMap;
use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Raster\Bitmap;

/**
 * How much of each pixel of the band is the thing, and in what colour: what samples tell, smoothed where colours are alike. Where both colours
 * are too alike to tell, the outline does.
 */
final class SoftEdge
{
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

    private readonly EdgeSamples $samples;

    /** @var list<float> of each pixel of the band, the part that is likely the thing, whatever samples say */
    private readonly array $outline;

    /**
     * @param  float  $steeper  how much steeper alpha rises than means over neighbours tell
     * @param  EarlierEdge|null  $earlier  of the same picture
     */
    private function __construct(private readonly EdgeBand $band, private readonly float $steeper, private readonly ?EarlierEdge $earlier)
    {
        $this->width = $band->width;
        $this->samples = EdgeSamples::gather($band, $earlier);
        $this->outline = $band->outline();
    }

    /** The picture with all but the thing taken out; what was taken keeps its colour, unseen. */
    public static function of(Bitmap $in, Trimap $map): Bitmap
    {
        return (new self(new EdgeBand($in, $map), $map->isSharp ? self::STEEPER : 1.0, EarlierEdge::of($in)))->cut();
    }

    private function cut(): Bitmap
    {
        [$mixed, $fronts] = $this->mix();
        $place = array_flip($this->band->mixed);
        $means = $this->means($mixed, $place);
        $in = $this->band->in->pixels;
        if (count($in) <= self::SMALL) {
            (new EarlierEdge($this->band->values, $place, $this->samples, $this->outline, $mixed, $fronts, $means))->keep($this->band->in);
        }
        $out = self::cleared($this->band->in);
        for ($i = strpos($this->band->values, "\2"); $i !== false; $i = strpos($this->band->values, "\2", $i)) {
            for ($end = $i + strspn($this->band->values, "\2", $i); $i < $end; $i++) {
                $out[$i] = $in[$i];
            }
        }
        foreach ($this->band->mixed as $n => $i) {
            $value = $this->steeper * ($means[$n] - 127.5) + 127.5;
            $a = (int) ($value < 0.0 ? 0.0 : ($value > 255.0 ? 255.0 : $value + 0.5));
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
        $unseenBlack = (int) Alpha::UNSEEN_BLACK;
        self::$cleared ??= new WeakMap;
        $pixels = self::$cleared[$in] ?? null;
        if ($pixels === null) {
            $pixels = $in->pixels;
            foreach ($pixels as $i => $p) {
                $p &= 0xFFFFFF00;
                $pixels[$i] = $p === 0 ? $unseenBlack : $p;
            }
            if (count($pixels) <= self::SMALL) {
                self::$cleared[$in] = $pixels;
            }
        }

        return $pixels;
    }

    /**
     * @return array{list<int>, list<int>} alpha, 0–255, and the colour of the thing, for each pixel of the band
     */
    private function mix(): array
    {
        $samples = $this->samples;
        $outline = $this->outline;
        $pixels = $this->band->in->pixels;
        [$knownOutline, $knownAlphas, $knownColours] = [$this->earlier->outline ?? [], $this->earlier->alphas ?? [], $this->earlier->colours ?? []];
        $alphas = $colours = [];
        foreach ($this->band->mixed as $n => $i) {
            $from = $samples->kept[$n] ?? -1;
            if ($from >= 0 && $knownOutline[$from] === $outline[$n]) {
                $alphas[] = $knownAlphas[$from];
                $colours[] = $knownColours[$from];

                continue;
            }
            $trust = $samples->trusts[$n];
            $alpha = $trust * $samples->parts[$n] + (1 - $trust) * $outline[$n];
            $alphas[] = (int) (255 * $alpha + 0.5);
            $colours[] = self::unmixed($pixels[$i], $samples->fronts[$n], $samples->backs[$n], $alpha);
        }

        return [$alphas, $colours];
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
     * Alpha calmed: means over neighbours of like colours.
     *
     * @param  list<int>  $alphas
     * @param  array<int, int>  $place  of each pixel in the band
     * @return list<float>
     */
    private function means(array $alphas, array $place): array
    {
        $kept = $this->earlier?->sameMeans($this->band, $alphas) ?? [];
        $known = $this->earlier->means ?? [];
        $pixels = $this->band->in->pixels;
        $values = $this->band->values;
        $width = $this->width;
        $last = strlen($values) - 1;
        $steps = [-1, 1, -$width, $width, -$width - 1, -$width + 1, $width - 1, $width + 1];
        $means = [];
        foreach ($this->band->mixed as $n => $i) {
            $from = $kept[$n] ?? -1;
            if ($from >= 0) {
                $means[] = $known[$from];

                continue;
            }
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
            $means[] = $sum / $weights;
        }

        return $means;
    }
}
