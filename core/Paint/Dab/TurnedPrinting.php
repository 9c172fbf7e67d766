<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Paint\Tile\StrokeBuffer;
use Yarrowfog\Core\Paint\Tile\TileForm;
use Yarrowfog\Core\Stroke\Dab;

/** Each dab is turned and blended in one go: for dabs of one colour whose shapes do not repeat. */
final readonly class TurnedPrinting implements PrintingWay
{
    public function __construct(private DabShapes $shapes)
    {
    }

    public function form(): TileForm
    {
        return TileForm::Pairs;
    }

    public function print(Dab $dab, int $ceiling, int $strength, StrokeBuffer $buffer): void
    {
        [$stencil, $box] = $this->shapes->pose($dab);
        $rows = ScanlineSpans::of($box);
        $x = $box->area->x + $box->originX;
        $y = $box->area->y + $box->originY;
        foreach ($buffer->parts($x, $y, $x + $box->area->width, $y + $box->area->height) as [$key, $tileX, $tileY, $part]) {
            $buffer->put($key, TileBlend::blendTurned($buffer->take($key), $tileX - $x, $tileY - $y, $part[0] - $x, $part[1] - $y, $part[2] - $x, $part[3] - $y, $stencil, $rows, $ceiling, $strength), $part);
        }
    }
}
