<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Stroke;

use Yarrowfog\Core\Paint\Dab\DabPrinter;
use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Stroke\DabMaker;
use Yarrowfog\Core\Stroke\Sample;

/** The dabs of a second tip, along the same path. */
final readonly class BiteStroke
{
    public function __construct(private DabPrinter $printer, private DabMaker $maker, public StrokeBuffer $buffer)
    {
    }

    /** @param  list<Sample>  $samples */
    public function feed(array $samples): void
    {
        $this->printer->paint($this->maker->feed($samples), $this->buffer);
    }

    public function finish(): void
    {
        $this->printer->paint($this->maker->finish(), $this->buffer);
    }
}
