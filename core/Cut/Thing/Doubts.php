<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Regions;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Raster\Runs;

/**
 * What of a thing that was taken out looks as if it were on the wrong side, told by colours alone: patches of the ground that stayed, and
 * patches of the thing that went with the ground.
 *
 * On the sixty made scenes a bite or a patch of ground of a twelfth of the thing and more is found in 55 and 57; of what is cut right,
 * nothing is called eaten and two things are said to have ground in them, whose colours the ground has.
 */
final readonly class Doubts
{
    /** px of the longer side at which the picture is looked at. */
    private const SIDE = 320;

    /** How much likelier a colour must be on the other side, as a natural logarithm. */
    private const LIKELIER = 1.5;

    /** What colours that the ground has too say of the thing, at least: what stayed by mistake must not speak for itself. */
    private const LITTLE = 0.1;

    /** Of the nine pixels around one, how many must be in doubt. */
    private const OF_NINE = 8;

    /** Part of the thing's area from which on a patch is worth speaking of. */
    public const LEAST = 0.02;

    /** px of a patch that must touch the thing, against the root of its area: like things that lie apart are none of it. */
    private const TOUCHING = 0.25;

    /** px of the thing below which nothing can be told. */
    private const SMALL = 50;

    /**
     * @param  float  $left  area of the largest patch of ground in the thing, as a part of the thing's
     * @param  array{float, float, float}  $leftAt  its middle as parts of the picture, and its width as a part of the longer side
     * @param  float  $eaten  area of the largest patch that is missing, as a part of the thing's
     * @param  array{float, float, float}  $eatenAt
     */
    private function __construct(public float $left, public array $leftAt, public float $eaten, public array $eatenAt)
    {
    }

    /**
     * @param  Bitmap  $before  the picture out of which the thing was taken
     * @param  Bitmap  $after  of the same size, with nothing but the thing
     */
    public static function of(Bitmap $before, Bitmap $after): self
    {
        $nowhere = [0.5, 0.5, 0.0];
        $picture = LabPicture::of(self::small($before));
        $inside = array_map(fn (int $p): int => ($p & 255) > 127 ? 1 : 0, self::small($after)->pixels);
        $area = array_sum($inside);
        if ($area < self::SMALL || $area === count($inside)) {
            return new self(0.0, $nowhere, 0.0, $nowhere);
        }
        $palette = Palette::of($picture);
        $this_ = $not = $palette->none();
        foreach ($inside as $i => $in) {
            if ($in === 1) {
                $this_[$palette->colours[$i]] += 1.0;
            } else {
                $not[$palette->colours[$i]] += 1.0;
            }
        }
        $rather = Models::compare($palette, $this_, $not, $palette->none(), self::LITTLE);
        $wrong = [];
        foreach ($inside as $i => $in) {
            $more = $rather[$palette->colours[$i]];
            $wrong[] = ($in === 1 ? -$more : $more) > self::LIKELIER ? 1 : 0;
        }
        [$left, $leftAt] = self::largest($wrong, $inside, 1, $picture->width, $picture->height) ?? [0, $nowhere];
        [$eaten, $eatenAt] = self::largest($wrong, $inside, 0, $picture->width, $picture->height) ?? [0, $nowhere];

        return new self($left / $area, $leftAt, $eaten / $area, $eatenAt);
    }

    private static function small(Bitmap $in): Bitmap
    {
        return (new Resampler(Filter::Area))->within($in, self::SIDE);
    }

    /**
     * @param  array<int, int>  $wrong
     * @param  array<int, int>  $inside
     * @return array{int, array{float, float, float}}|null px of the largest patch on one side that touches the other, and where it lies
     */
    private static function largest(array $wrong, array $inside, int $side, int $width, int $height): ?array
    {
        $regions = Runs::of(self::thick($wrong, $inside, $side, $width, $height), Plane::FULL)->regions(false);
        $touching = $side === 1 ? [] : self::touching($regions, $inside, $width);
        $found = null;
        foreach ($regions->areas as $region => $area) {
            // Ground that is closed in touches nothing outside.
            if (($found === null || $area > $regions->areas[$found]) && ($side === 1 || ($touching[$region] ?? 0) > self::TOUCHING * sqrt($area))) {
                $found = $region;
            }
        }

        return $found === null ? null : [$regions->areas[$found], self::middle($regions, $found, $width, $height)];
    }

    /**
     * @param  array<int, int>  $wrong
     * @param  array<int, int>  $inside
     */
    private static function thick(array $wrong, array $inside, int $side, int $width, int $height): Plane
    {
        $full = (int) Plane::FULL;
        $out = array_fill(0, $width * $height, 0);
        for ($y = 1; $y < $height - 1; $y++) {
            for ($x = 1; $x < $width - 1; $x++) {
                $i = $y * $width + $x;
                if ($inside[$i] === $side) {
                    $sum = 0;
                    foreach ([$i - $width - 1, $i - $width, $i - $width + 1, $i - 1, $i, $i + 1, $i + $width - 1, $i + $width, $i + $width + 1] as $j) {
                        $sum += $inside[$j] === $side ? $wrong[$j] : 0;
                    }
                    $out[$i] = $sum >= self::OF_NINE ? $full : 0;
                }
            }
        }

        return new Plane($width, $height, $out);
    }

    /**
     * @param  array<int, int>  $inside
     * @return array<int, int> of each region, its pixels with the thing two px away at most
     */
    private static function touching(Regions $regions, array $inside, int $width): array
    {
        $touching = [];
        foreach ($regions->owners as $run => $region) {
            for ($i = $regions->runs->starts[$run]; $i < $regions->runs->ends[$run]; $i++) {
                foreach ([-1, 1, -2, 2, -$width, $width, -2 * $width, 2 * $width] as $step) {
                    if (($inside[$i + $step] ?? 0) === 1) {
                        $touching[$region] = ($touching[$region] ?? 0) + 1;
                        break;
                    }
                }
            }
        }

        return $touching;
    }

    /** @return array{float, float, float} the middle of its longest run, and how long that is */
    private static function middle(Regions $regions, int $region, int $width, int $height): array
    {
        [$at, $longest] = $regions->longestRun($region);

        return [($at % $width + 0.5) / $width, (intdiv($at, $width) + 0.5) / $height, $longest / max($width, $height)];
    }
}
