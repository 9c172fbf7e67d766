<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Tip\InkRule;

/**
 * How soft the sharpest edges of a thing are: where a picture is blurred once more, by a known σ, sharp edges lose more of their slope than
 * soft ones.
 *
 * Zhuo and Sim, "Defocus map estimation from a single image", 2011: σ = σ₁ / √(R² − 1), R the slope before against that after.
 */
final class Focus
{
    /** px by which the picture is blurred once more: more than the grain of a sensor reaches. */
    private const AGAIN = 1.5;

    /** Part of the strongest slopes that are edges; those of shading and grain are weaker. */
    private const EDGES = 0.02;

    /** Of those, the part that is sharper: a round thing has soft edges, too. */
    private const SHARPEST = 0.3;

    /** σ in px beyond which nothing more is told. */
    private const MOST = 20.0;

    /** Slope, of 65535 for a px, below which there is no edge. */
    private const SLOPE = 400.0;

    /**
     * @param  Bitmap  $picture  before the thing was taken out of it
     * @param  Bitmap  $thing  of the same size, with nothing but the thing
     * @return float|null σ of the edges in px; null where there is no edge to tell it by
     */
    public static function of(Bitmap $picture, Bitmap $thing): ?float
    {
        $width = $picture->width;
        $luma = new Plane($width, $picture->height, array_map(fn (int $p): int => InkRule::luma($p), $picture->pixels));
        $again = Blur::gaussian($luma, self::AGAIN)->values;
        $luma = $luma->values;
        $slopes = $soft = [];
        for ($y = 1; $y < $picture->height - 1; $y++) {
            for ($x = 1; $x < $width - 1; $x++) {
                $i = $y * $width + $x;
                if (($thing->pixels[$i] & 255) > 0) {
                    $slope = hypot($luma[$i + 1] - $luma[$i - 1], $luma[$i + $width] - $luma[$i - $width]) / 2;
                    if ($slope > self::SLOPE) {
                        $after = hypot($again[$i + 1] - $again[$i - 1], $again[$i + $width] - $again[$i - $width]) / 2;
                        $slopes[] = $slope;
                        $ratio = $slope / max(1.0, $after);
                        $soft[] = $ratio > 1.001 ? min(self::MOST, self::AGAIN / sqrt($ratio * $ratio - 1)) : self::MOST;
                    }
                }
            }
        }
        if ($slopes === []) {
            return null;
        }
        arsort($slopes);
        $edges = array_slice(array_keys($slopes), 0, max(1, (int) (self::EDGES * count($slopes))));
        $sigmas = array_map(fn (int $k): float => $soft[$k], $edges);
        sort($sigmas);

        return $sigmas[(int) (self::SHARPEST * (count($sigmas) - 1))];
    }
}
