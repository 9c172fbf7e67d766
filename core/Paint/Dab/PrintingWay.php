<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Paint\Tile\TileForm;
use Yarrowfog\Core\Stroke\Dab;

/** One way of getting dabs into tiles; which one is the fastest depends on what changes from dab to dab. */
interface PrintingWay
{
    /** Of the tiles that it prints into; null for a coverage a pixel, with its colour where there are many. */
    public function form(): ?TileForm;

    /**
     * @param  int  $ceiling  0–65535, above which coverage does not rise
     * @param  int  $strength  0–65536, of what is printed
     */
    public function print(Dab $dab, int $ceiling, int $strength, StrokeBuffer $buffer): void;
}
