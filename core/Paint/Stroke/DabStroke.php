<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Dab\Tooth;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Dab;
use Yarrowfog\Core\Stroke\DabMaker;

/** A stroke that prints dabs, and perhaps those of a second tip. */
final class DabStroke implements PaintedStroke
{
    use LaysCoverage;

    public function __construct(
        private readonly BrushSettings $brush,
        private readonly DabPrinter $printer,
        private readonly DabMaker $maker,
        private readonly ?Tooth $tooth,
        private readonly Rect $bounds,
        private readonly ?BiteStroke $bite,
    ) {
    }

    public function feed(array $samples): void
    {
        $this->bite?->feed($samples);
        $this->paint($this->maker->feed($samples));
    }

    public function finish(array $samples): void
    {
        $this->isWhole = true;
        $this->bite?->feed($samples);
        $this->bite?->finish();
        $this->paint([...$this->maker->feed($samples), ...$this->maker->finish()]);
    }

    public function canEnd(): bool
    {
        return $this->provisional() === [] && ! $this->brush->lendsFromSheet();
    }

    /** @param  list<Dab>  $dabs */
    private function paint(array $dabs): void
    {
        if (isset($dabs[0])) {
            $this->layer ??= new FinishedLayer($this->brush, $this->tooth, $this->printer->buffer($this->bounds, $dabs[0]->colour), $this->bite?->buffer);
        }
        if ($this->layer !== null) {
            $this->layer->open($this->isWhole);
            $this->printer->paint($dabs, $this->layer->main);
        }
    }
}
