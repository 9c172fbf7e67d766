<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use WeakMap;
use Yarrowfog\Core\Raster\Bitmap;

/** The soft edge that a picture got last: a mark changes a part of it, and all other pixels are as they were found then. */
final class EarlierEdge
{
    /** @var WeakMap<Bitmap, self>|null of small pictures that are still at hand */
    private static ?WeakMap $kept = null;

    /**
     * @param  string  $values  of the picture: see EdgeBand; a picture that is kept in what is kept of it would never be let go of
     * @param  array<int, int>  $place  of each pixel in the band
     * @param  list<float>  $outline
     * @param  list<int>  $alphas  0–255
     * @param  list<int>  $colours  of the thing, 0xRRGGBBAA
     * @param  list<float>  $means  of alpha over neighbours
     */
    public function __construct(private readonly string $values, private readonly array $place, public readonly EdgeSamples $samples, public readonly array $outline, public readonly array $alphas, public readonly array $colours, public readonly array $means)
    {
    }

    /** Of a picture that is still at hand. */
    public static function of(Bitmap $in): ?self
    {
        return self::$kept[$in] ?? null;
    }

    public function keep(Bitmap $in): void
    {
        self::$kept ??= new WeakMap;
        self::$kept[$in] = $this;
    }

    /**
     * Which pixels of another band have the samples that they had.
     *
     * @param  array<int, int>  $things  by pixel, the nearest that surely is the thing
     * @param  array<int, int>  $rest  by pixel, the nearest that surely is not
     * @param  non-empty-list<int>  $shared  how far from a pixel those lie whose samples it takes over
     * @return list<int> of each its place in this band, or −1
     */
    public function sameSamples(EdgeBand $band, array $things, array $rest, array $shared): array
    {
        // A sample is a mean over neighbours that are as sure as it is.
        $moved = self::beside($this->values ^ $band->values, $band->width);
        [$knownThings, $knownRest] = [$this->samples->things, $this->samples->rest];
        foreach ($band->mixed as $i) {
            $thing = $things[$i] ?? -1;
            $ground = $rest[$i] ?? -1;
            if ($thing !== ($knownThings[$i] ?? -1) || $ground !== ($knownRest[$i] ?? -1) || $thing >= 0 && $moved[$thing] !== "\0" || $ground >= 0 && $moved[$ground] !== "\0") {
                $moved[$i] = "\1";
            }
        }

        return $this->placesIn($band, self::seenFrom($moved, $shared));
    }

    /**
     * Which pixels of another band have the means that they had.
     *
     * @param  list<int>  $alphas  0–255
     * @return list<int> of each its place in this band, or −1
     */
    public function sameMeans(EdgeBand $band, array $alphas): array
    {
        $moved = $this->values ^ $band->values;
        foreach ($band->mixed as $n => $i) {
            $place = $this->place[$i] ?? -1;
            if ($place < 0 || $this->alphas[$place] !== $alphas[$n]) {
                $moved[$i] = "\1";
            }
        }

        return $this->placesIn($band, self::beside($moved, $band->width));
    }

    /**
     * @param  string  $moved  a byte for each pixel, "\0" where all is as it was
     * @return list<int>
     */
    private function placesIn(EdgeBand $band, string $moved): array
    {
        $places = [];
        foreach ($band->mixed as $i) {
            $places[] = $moved[$i] === "\0" ? $this->place[$i] ?? -1 : -1;
        }

        return $places;
    }

    /** What is marked, and what lies beside it, corner to corner; ends of rows count as neighbours. */
    private static function beside(string $marked, int $width): string
    {
        return self::seenFrom(self::seenFrom($marked, [-1, 0, 1]), [-$width, 0, $width]);
    }

    /**
     * From where something marked lies as far away as one of some steps.
     *
     * @param  non-empty-list<int>  $steps
     */
    private static function seenFrom(string $marked, array $steps): string
    {
        // Most changes are small: only as far as they reach it is looked at byte by byte.
        $reach = max(array_map(abs(...), $steps));
        $begin = max(0, strlen($marked) - strlen(ltrim($marked, "\0")) - $reach);
        $end = min(strlen($marked), strlen(rtrim($marked, "\0")) + $reach);
        if ($begin >= $end) {
            return $marked;
        }
        $part = substr($marked, $begin, $end - $begin);
        $seen = '';
        foreach ($steps as $step) {
            $blank = str_repeat("\0", abs($step));
            $seen |= $step < 0 ? substr($blank.$part, 0, strlen($part)) : substr($part.$blank, $step);
        }

        return substr($marked, 0, $begin).$seen.substr($marked, $end);
    }
}
