<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Stroke\Choice\ScatterReach;
use Yarrowfog\Core\Stroke\Choice\ScatterShape;

/** Step: throws dabs off the path, across and along it, by parts of their size or of a width. */
final readonly class Scatter
{
    private Dial $across;

    private Dial $along;

    private Dial $reach;

    private bool $ofSize;

    private ScatterShape $shape;

    private int $acrossStream;

    private int $alongStream;

    public function __construct(BrushSettings $brush, private Chance $chance)
    {
        $this->across = Dial::of($brush, 'scatterAcross', $chance);
        $this->along = Dial::of($brush, 'scatterAlong', $chance);
        $this->ofSize = $brush->choices->scatterOf === ScatterReach::OfSize;
        $this->reach = Dial::of($brush, $this->ofSize ? 'size' : 'scatterWidth', $chance);
        $this->shape = $brush->choices->scatterShape;
        $this->acrossStream = Chance::stream('scatterAcross');
        $this->alongStream = Chance::stream('scatterAlong');
    }

    /** @return array{float, float} x, y */
    public function offset(PathPoint $on, int $key, float $taper): array
    {
        $across = $this->across->driven($on, $key);
        $along = $this->along->driven($on, $key);
        if ($across <= 0.0 && $along <= 0.0) {
            return [$on->x, $on->y];
        }
        $reach = $this->reach->driven($on, $key) * ($this->ofSize ? $taper : 1.0);
        [$a, $b] = $this->unit($key);
        $across *= $reach * $a;
        $along *= $reach * $b;
        $heading = deg2rad($on->heading);

        return [$on->x + $along * cos($heading) - $across * sin($heading), $on->y + $along * sin($heading) + $across * cos($heading)];
    }

    /** @return array{float, float} across and along, −1 to 1 */
    private function unit(int $key): array
    {
        $a = $this->chance->signedUnit($this->acrossStream, $key);
        $b = $this->chance->signedUnit($this->alongStream, $key);

        return match ($this->shape) {
            // The mean of three draws: near to a bell, and never outside the reach.
            ScatterShape::Clustered => [
                ($a + $this->chance->signedUnit($this->acrossStream, $key, 16) + $this->chance->signedUnit($this->acrossStream, $key, 17)) / 3.0,
                ($b + $this->chance->signedUnit($this->alongStream, $key, 16) + $this->chance->signedUnit($this->alongStream, $key, 17)) / 3.0,
            ],
            // The square root spreads the places evenly over the disc's area.
            ScatterShape::Disc => [sqrt(($a + 1.0) / 2.0) * sin(M_PI * $b), sqrt(($a + 1.0) / 2.0) * cos(M_PI * $b)],
            ScatterShape::Even => [$a, $b],
        };
    }
}
