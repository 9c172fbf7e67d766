<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use SplPriorityQueue;
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

    /**
     * @param  array<int, float>  $weights  of a squared difference, by its whole 64ths: 1 where there is none
     * @param  list<array{int, int, float}>  $borders  both patches, and px of border that has no edge
     * @param  array<int, list<array{int, float}>>  $beside  of each patch: neighbours, and how far their colours are apart
     */
    private function __construct(public readonly LabPicture $picture, public readonly Palette $palette, public readonly Superpixels $patches, public readonly PatchColours $colours, public readonly array $weights, public readonly array $borders, public readonly array $beside)
    {
    }

    public static function of(Bitmap $in): self
    {
        self::$known ??= new WeakMap;

        return self::$known[$in] ??= self::make($in, self::SIDE);
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

        return new self($picture, $palette, $patches, PatchColours::of($patches, $palette), $weights, $borders, $beside);
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

    /**
     * @param  array<int, int>  $said  of each pixel
     * @return array<int, float> px of each colour of which was said that they are *this*
     */
    public function marked(array $said): array
    {
        $marked = $this->palette->none();
        foreach ($said as $i => $what) {
            if ($what === Marks::THIS) {
                $marked[$this->palette->colours[$i]] += 1.0;
            }
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
    public function ways(array $from, float $step): array
    {
        $far = array_fill(0, $this->patches->count, INF);
        $queue = new SplPriorityQueue;
        $queue->setExtractFlags(SplPriorityQueue::EXTR_BOTH);
        foreach ($from as $k) {
            $far[$k] = 0.0;
            $queue->insert($k, 0.0);
        }
        while (! $queue->isEmpty()) {
            /** @var array{data: int, priority: float} $nearest */
            $nearest = $queue->extract();
            $k = $nearest['data'];
            if (-$nearest['priority'] > $far[$k]) {
                continue;
            }
            foreach ($this->beside[$k] as [$other, $apart]) {
                $way = $far[$k] + $apart + $step;
                if ($way < $far[$other]) {
                    $far[$other] = $way;
                    $queue->insert($other, -$way);
                }
            }
        }

        return $far;
    }
}
