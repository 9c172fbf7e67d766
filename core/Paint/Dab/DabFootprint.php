<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Paint\Dab;

use Yarrowfog\Core\Raster\Rect;

/**
 * Where on the sheet a posed stencil falls, and the way back from sheet to stencil.
 *
 * The centre is rounded to 1/64 px. Places are counted from the whole pixel under it, so
 * that the same dab prints the same values anywhere. For a pixel (x, y) counted so, the
 * place in the stencil is u = u0 + x·ux + y·uy (and v likewise), in 1/65536 px with pixel
 * centres at whole numbers; the upper left of the four values to mix is (u >> 16, v >> 16).
 */
final readonly class DabFootprint
{
    public const ONE = 65536;

    /** Parts of a px to which a place is rounded. */
    public const PHASES = 64;

    /** The whole pixel under the centre of the dab. */
    public int $originX;

    public int $originY;

    /** What may be printed on, counted from there. */
    public Rect $area;

    /** @var list<float> columns of the corners of the stencil's outline, counted from there too */
    public array $xs;

    /** @var list<float> rows of the same */
    public array $ys;

    public float $u0;

    public float $v0;

    public float $ux;

    public float $uy;

    public float $vx;

    public float $vy;

    /** The whole pixel under a place, once that is rounded so. */
    public static function pixel(float $place): int
    {
        return (int) round($place * self::PHASES) >> 6;
    }

    public function __construct(Stencil $stencil, Pose $pose, float $x, float $y)
    {
        $partsX = (int) round($x * self::PHASES);
        $partsY = (int) round($y * self::PHASES);
        $this->originX = $partsX >> 6;
        $this->originY = $partsY >> 6;
        // Pixel centres lie at +0.5 on the sheet and at whole numbers in the stencil.
        $x = ($partsX & 63) / self::PHASES - 0.5;
        $y = ($partsY & 63) / self::PHASES - 0.5;
        $left = $top = INF;
        $right = $bottom = -INF;
        $xs = $ys = [];
        foreach ($stencil->outline->corners as [$u, $v]) {
            $cornerX = $x + $pose->xu * $u + $pose->xv * $v;
            $cornerY = $y + $pose->yu * $u + $pose->yv * $v;
            $left = $cornerX < $left ? $cornerX : $left;
            $right = $cornerX > $right ? $cornerX : $right;
            $top = $cornerY < $top ? $cornerY : $top;
            $bottom = $cornerY > $bottom ? $cornerY : $bottom;
            $xs[] = $cornerX;
            $ys[] = $cornerY;
        }
        $this->area = $xs === [] ? new Rect(0, 0, 0, 0)
            : Rect::between((int) ceil($left), (int) ceil($top), (int) floor($right) + 1, (int) floor($bottom) + 1);
        $this->xs = $xs;
        $this->ys = $ys;
        $scale = self::ONE / ($pose->xu * $pose->yv - $pose->xv * $pose->yu);
        $this->ux = $pose->yv * $scale;
        $this->uy = -$pose->xv * $scale;
        $this->vx = -$pose->yu * $scale;
        $this->vy = $pose->xu * $scale;
        $this->u0 = -$x * $this->ux - $y * $this->uy + ($stencil->width - 1) / 2 * self::ONE;
        $this->v0 = -$x * $this->vx - $y * $this->vy + ($stencil->height - 1) / 2 * self::ONE;
    }
}
