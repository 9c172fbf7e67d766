<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use WeakMap;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;

/** A picture made small, in patches, and how they lie beside one another: what does not change from one mark to the next. */
final class PatchGraph
{
    /** px of the longer side in which things are looked for. */
    public const SIDE = 480;

    /** px of a patch. */
    private const PATCH = 7;

    /** @var WeakMap<Bitmap, self>|null of pictures that are still at hand */
    private static ?WeakMap $known = null;

    /** Steps of the table of weights: squared differences in 64ths. */
    private const WEIGHTS = 4096;

    /** What each patch on a way counts, in 1,024ths; a power of two, so that whole steps are exact. */
    private const STEP = 4.0;

    /** Squared difference of a px from its patch, in 1,024ths, at which what is said of the patch says half as much of it. */
    private const UNLIKE = 250.0;

    private ?Arcs $arcs = null;

    private ?PixelEdges $pixelEdges = null;

    /** Of the area around which something was looked for the last time. */
    private ?AreaSaid $areaSaid = null;

    /**
     * @param  array<int, float>  $weights  of a squared difference, by its whole 64ths: 1 where there is none
     * @param  list<array{int, int, float}>  $borders  both patches, and px of border that has no edge
     * @param  array<int, list<array{int, float}>>  $beside  of each patch: neighbours, and how far their colours are apart
     * @param  array<int, int>  $clear  px of each patch that are not there
     * @param  array<int, float>  $unlike  of each pixel: by how much less it says what is said of its patch, from 1 on
     */
    private function __construct(public readonly LabPicture $picture, public readonly Palette $palette, public readonly Superpixels $patches, public readonly PatchColours $colours, public readonly array $weights, public readonly array $borders, public readonly array $beside, public readonly array $clear, public readonly array $unlike)
    {
    }

    public static function of(Bitmap $in): self
    {
        self::$known ??= new WeakMap;

        return self::$known[$in] ??= self::make($in, self::SIDE);
    }

    /** Whether it is at hand. */
    public static function isKnown(Bitmap $in): bool
    {
        return isset(self::$known[$in]);
    }

    /** One that is smaller still, where a rough look is enough. */
    public static function rough(Bitmap $in): self
    {
        return self::make($in, intdiv(self::SIDE, 2));
    }

    private static function make(Bitmap $in, int $side): self
    {
        $picture = LabPicture::of(self::small($in, $side));
        $patches = Superpixels::of($picture, self::PATCH);
        $beta = 1 / (2 * $picture->roughness());
        $weights = array_map(fn (int $k): float => exp(-$beta * 64 * ($k + 0.5)), range(0, self::WEIGHTS - 1));
        $borders = $patches->borders($weights);
        $beside = array_fill(0, $patches->count, []);
        foreach ($borders as [$one, $other]) {
            $apart = sqrt(($patches->l[$one] - $patches->l[$other]) ** 2 + ($patches->a[$one] - $patches->a[$other]) ** 2 + ($patches->b[$one] - $patches->b[$other]) ** 2);
            $beside[$one][] = [$other, $apart];
            $beside[$other][] = [$one, $apart];
        }

        $palette = Palette::of($picture);

        return new self($picture, $palette, $patches, PatchColours::of($patches, $palette), $weights, $borders, $beside, self::clear($patches), self::unlike($picture, $patches));
    }

    /** @return array<int, int> */
    private static function clear(Superpixels $patches): array
    {
        $clear = array_fill(0, $patches->count, 0);
        foreach (array_keys($patches->picture->there, 0, true) as $i) {
            $clear[$patches->patches[$i]]++;
        }

        return $clear;
    }

    /** @return array<int, float> */
    private static function unlike(LabPicture $picture, Superpixels $patches): array
    {
        $unlike = [];
        [$ls, $as, $bs] = [$picture->l, $picture->a, $picture->b];
        [$pl, $pa, $pb] = [$patches->l, $patches->a, $patches->b];
        foreach ($patches->patches as $i => $k) {
            $l = $ls[$i] - $pl[$k];
            $a = $as[$i] - $pa[$k];
            $b = $bs[$i] - $pb[$k];
            $unlike[] = 1 + ($l * $l + $a * $a + $b * $b) / self::UNLIKE;
        }

        return $unlike;
    }

    private static function small(Bitmap $in, int $side): Bitmap
    {
        // Planes as large as a photo of many megapixels would take a gigabyte.
        $bin = intdiv(max($in->width, $in->height), 2 * $side);
        $in = $bin > 1 ? self::binned($in, $bin) : $in;

        return (new Resampler(Filter::Area))->within($in, $side);
    }

    /** Means of squares of pixels, weighted by alpha; what is left over at the right and below joins no square. */
    private static function binned(Bitmap $in, int $side): Bitmap
    {
        $width = intdiv($in->width, $side);
        $height = intdiv($in->height, $side);
        if ($width < 1 || $height < 1) {
            return $in;
        }
        $pixels = $in->pixels;
        $all = $side * $side;
        $out = [];
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $r = $g = $b = $a = 0;
                for ($v = 0; $v < $side; $v++) {
                    $i = ($y * $side + $v) * $in->width + $x * $side;
                    for ($end = $i + $side; $i < $end; $i++) {
                        $p = $pixels[$i];
                        $alpha = $p & 255;
                        $r += ($p >> 24) * $alpha;
                        $g += ($p >> 16 & 255) * $alpha;
                        $b += ($p >> 8 & 255) * $alpha;
                        $a += $alpha;
                    }
                }
                $half = $a >> 1;
                $out[] = $a === 0 ? 0 : intdiv($r + $half, $a) << 24 | intdiv($g + $half, $a) << 16 | intdiv($b + $half, $a) << 8 | intdiv($a + ($all >> 1), $all);
            }
        }

        return new Bitmap($width, $height, $out);
    }

    /** The borders between patches, as costs of parting them there. */
    public function arcs(): Arcs
    {
        $cost = (int) ThingFinder::COST;
        if ($this->arcs === null) {
            $edges = new EdgeList;
            foreach ($this->borders as [$one, $other, $length]) {
                $edges->add($one, $other, (int) ($cost * $length));
            }
            $this->arcs = $edges->arcs($this->patches->count);
        }

        return $this->arcs;
    }

    public function pixelEdges(): PixelEdges
    {
        return $this->pixelEdges ??= PixelEdges::of($this->picture, $this->weights, Outline::COST);
    }

    /** What the area of some marks says; it is found once, since it stays while mark by mark is made in it. */
    public function around(Marks $marks): AreaSaid
    {
        if ($this->areaSaid?->area !== $marks->area) {
            $this->areaSaid = AreaSaid::of($this, $marks);
        }

        return $this->areaSaid;
    }

    /**
     * @param  array<int, int>  $drawn  by pixel, what strokes say
     * @return array<int, float> px of each colour of which was said that they are *this*
     */
    public function marked(array $drawn): array
    {
        $marked = $this->palette->none();
        foreach (array_keys($drawn, Marks::THIS, true) as $i) {
            $marked[$this->palette->colours[$i]] += 1.0;
        }

        return $marked;
    }

    /** @return list<int> patches along the edges of the picture */
    public function edge(): array
    {
        $found = [];
        [$width, $height] = [$this->picture->width, $this->picture->height];
        for ($x = 0; $x < $width; $x++) {
            $found[$this->patches->patches[$x]] = true;
            $found[$this->patches->patches[($height - 1) * $width + $x]] = true;
        }
        for ($y = 0; $y < $height; $y++) {
            $found[$this->patches->patches[$y * $width]] = true;
            $found[$this->patches->patches[$y * $width + $width - 1]] = true;
        }

        return array_keys($found);
    }

    /**
     * How far each patch is from some, along ways over the picture: steps between colours count, and each patch a little.
     *
     * @param  list<int>  $from
     * @return array<int, float>
     */
    public function ways(array $from): array
    {
        $step = self::STEP;
        $far = array_fill(0, $this->patches->count, INF);
        $beside = $this->beside;
        foreach ($from as $k) {
            $far[$k] = 0.0;
        }
        // What waits, by its distance in whole steps: a way on is a step longer at least, so nothing joins what is being settled (Dial, 1969).
        $waiting = [$from];
        for ($round = 0, $last = 0; $round <= $last; $round++) {
            foreach ($waiting[$round] ?? [] as $k) {
                $here = $far[$k];
                if ((int) ($here / $step) < $round) {
                    continue;
                }
                foreach ($beside[$k] as [$other, $apart]) {
                    $way = $here + $apart + $step;
                    if ($way < $far[$other]) {
                        $far[$other] = $way;
                        $at = (int) ($way / $step);
                        $waiting[$at][] = $other;
                        $last = $at > $last ? $at : $last;
                    }
                }
            }
            unset($waiting[$round]);
        }

        return $far;
    }
}
