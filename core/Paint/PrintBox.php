<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint;

use Yarrowfog\Core\Raster\Rect;

/**
 * Where on the sheet a turned stencil falls, and the way back from sheet to stencil.
 *
 * The centre is rounded to 1/8 px. Places are counted from the whole pixel under it, so
 * that the same dab prints the same values anywhere. For a pixel (x, y) counted so, the
 * place in the stencil is u = u0 + x·ux + y·uy (and v likewise), in 1/65536 px with pixel
 * centres at whole numbers; the upper left of the four values to mix is (u >> 16, v >> 16).
 */
final readonly class PrintBox
{
    public const ONE = 65536;

    /** Parts of a px to which a place is rounded. */
    public const PHASES = 8;

    /** The whole pixel under the centre of the dab. */
    public int $originX;

    public int $originY;

    /** What may be printed on, counted from there. */
    public Rect $area;

    public float $u0;

    public float $v0;

    public float $ux;

    public float $uy;

    public float $vx;

    public float $vy;

    /**
     * @param  float  $angle  degrees clockwise
     * @param  float  $width  px of the print before it is turned
     * @param  float  $height  px
     */
    public function __construct(Stencil $stencil, float $x, float $y, float $width, float $height, float $angle)
    {
        $eighthsX = (int) round($x * self::PHASES);
        $eighthsY = (int) round($y * self::PHASES);
        $this->originX = $eighthsX >> 3;
        $this->originY = $eighthsY >> 3;
        $x = ($eighthsX & 7) / self::PHASES;
        $y = ($eighthsY & 7) / self::PHASES;
        $cos = cos(deg2rad($angle));
        $sin = sin(deg2rad($angle));
        // A bilinear print reaches half a stencil pixel beyond its outline.
        $halfWidth = $width / 2 + 0.5 / $stencil->pxPerX;
        $halfHeight = $height / 2 + 0.5 / $stencil->pxPerY;
        $reachX = abs($cos) * $halfWidth + abs($sin) * $halfHeight;
        $reachY = abs($sin) * $halfWidth + abs($cos) * $halfHeight;
        $this->area = Rect::between(
            (int) floor($x - $reachX),
            (int) floor($y - $reachY),
            (int) ceil($x + $reachX) + 1,
            (int) ceil($y + $reachY) + 1,
        );
        $this->ux = $cos * $stencil->pxPerX * self::ONE;
        $this->uy = $sin * $stencil->pxPerX * self::ONE;
        $this->vx = -$sin * $stencil->pxPerY * self::ONE;
        $this->vy = $cos * $stencil->pxPerY * self::ONE;
        // Pixel centres lie at +0.5 on the sheet and at whole numbers in the stencil.
        $this->u0 = (0.5 - $x) * $this->ux + (0.5 - $y) * $this->uy + ($stencil->width - 1) / 2 * self::ONE;
        $this->v0 = (0.5 - $x) * $this->vx + (0.5 - $y) * $this->vy + ($stencil->height - 1) / 2 * self::ONE;
    }
}
