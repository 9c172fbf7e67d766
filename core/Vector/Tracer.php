<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Vector;

use Yarrowfog\Core\Raster\Plane;

/**
 * Ink as outlines: one shape for each step of grey, from the faintest to the fullest, laid over
 * one another. Holes are rings of the same shape.
 *
 * @phpstan-import-type Cubic from CurveFit
 */
final readonly class Tracer
{
    /** Greys that can be told apart are fewer. */
    public const MOST_STEPS = 16;

    /**
     * @param  list<array{opacity: float, rings: list<list<Cubic>>}>  $layers  bottom first
     * @param  float  $farthest  px of the point of the outline that lies farthest from its curve; 0 where it was not measured
     */
    private function __construct(public int $width, public int $height, public array $layers, public float $farthest = 0.0)
    {
    }

    /**
     * @param  int  $steps  of grey: 1 is ink and no ink
     * @param  float  $tolerance  px by which an outline may miss
     * @param  bool  $measures  whether it is measured afterwards by how much it does miss
     */
    public static function trace(Plane $ink, int $steps = 1, float $tolerance = 0.45, bool $measures = false): self
    {
        $fit = new CurveFit($tolerance);
        $layers = [];
        $farthest = 0.0;
        $steps = max(1, min(self::MOST_STEPS, $steps));
        for ($k = 1; $k <= $steps; $k++) {
            $contours = Contours::of($ink, (int) round(65535 * ($k - 0.5) / $steps));
            $rings = array_map($fit->ring(...), $contours);
            if ($rings !== []) {
                $farthest = $measures ? max($farthest, OutlineDistance::greatest($contours, $rings)) : 0.0;
                // Laid over k − 1 layers, this one brings the ink from (k − 1) / n to k / n.
                $layers[] = ['opacity' => 1 / ($steps - $k + 1), 'rings' => $rings];
            }
        }

        return new self($ink->width, $ink->height, $layers, $farthest);
    }

    /** How many curves it has. */
    public function curves(): int
    {
        return array_sum(array_map(fn (array $layer): int => array_sum(array_map(count(...), $layer['rings'])), $this->layers));
    }
}
