<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Dab\Tooth;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\PathPoint;

/** A stroke that lays its tip as one band along the path. */
final class BandStroke implements PaintedStroke
{
    use LaysCoverage;

    public function __construct(
        private readonly BrushSettings $brush,
        private readonly BandPainter $band,
        private readonly DabMaker $maker,
        private readonly ?Tooth $tooth,
        private readonly Rect $bounds,
    ) {
    }

    public function feed(array $samples): void
    {
        $points = $this->maker->points($samples);
        $layer = $this->layer($points);
        if ($layer !== null) {
            $this->band->paintLive($points, $layer->main);
        }
    }

    public function finish(array $samples): void
    {
        $this->isWhole = true;
        $points = [...$this->maker->points($samples), ...$this->maker->lastPoints()];
        $this->band->measure($points);
        $layer = $this->layer($points);
        if ($layer !== null) {
            $this->band->paint($points, $layer->main);
        }
    }

    public function canEnd(): bool
    {
        return false;
    }

    /** @param  list<PathPoint>  $points  that are new */
    private function layer(array $points): ?FinishedLayer
    {
        if ($this->layer === null && isset($points[0])) {
            $colour = $this->band->colour($points[0]);
            $this->layer = new FinishedLayer($this->brush, $this->tooth, new StrokeBuffer($this->bounds, DabMaker::hasOneColour($this->brush) ? $colour : null));
        }
        $this->layer?->open($this->isWhole);

        return $this->layer;
    }
}
