<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Thing;

use Yarrowfog\Core\Raster\Bitmap;

/** One thing, or several, taken out of a picture by pointing: patches, then pixels, then the edge. */
final class ThingCut
{
    /**
     * @param  int  $wider  px, of a picture of 480, by which the edge is mixed farther on both sides
     * @return Bitmap|null null where nothing can be told apart
     */
    public static function of(Bitmap $in, Marks $marks, int $wider = 0): ?Bitmap
    {
        $map = self::map($in, $marks, $wider);

        return $map === null ? null : SoftEdge::of($in, $map);
    }

    /**
     * What the first mark on a picture needs, and every mark after it, is found now; it is at hand for as long as the picture is. A cut that nobody
     * sees besides: the first one in a process takes twice as long, until its loops are compiled.
     */
    public static function expect(Bitmap $in): void
    {
        if (! PatchGraph::isKnown($in)) {
            self::of($in, new Marks([[0.1, 0.1], [0.9, 0.9]], []));
        }
    }

    private static function map(Bitmap $in, Marks $marks, int $wider = 0): ?Trimap
    {
        $graph = PatchGraph::of($in);
        [$width, $height] = [$graph->picture->width, $graph->picture->height];
        $around = $graph->around($marks);
        $drawn = $marks->drawn($width, $height);
        $found = (new ThingFinder($graph, $marks, $around, $drawn))->find();
        if ($found === null) {
            return null;
        }
        $said = new SaidPixels($around, $drawn);
        [$inside, $rather] = Outline::of($graph, $found, $marks, $said);

        return Trimap::of($graph, $inside, $rather, $said, $wider);
    }
}
