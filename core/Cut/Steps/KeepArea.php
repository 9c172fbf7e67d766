<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\Choice\AreaShape;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Cut\ToneStep;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Polygon;
use Yarrowfog\Core\Tip\TipKind;

/** Keeps what lies inside a box, an oval or a free outline. */
final readonly class KeepArea implements ToneStep
{
    /** Corners of the polygon that stands for an oval. */
    private const CORNERS = 96;

    /**
     * @param  list<array{float, float}>  $points  fractions: two opposite corners of a box or oval, or the outline
     * @param  float  $feather  px over which the edge fades, from 1 % to 99 %
     */
    public function __construct(public AreaShape $shape, public array $points, public float $feather)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('keep-area', 'Keep area', StepGroup::Clear, 'Only what lies inside stays. Draw the area on the picture.', [
            Field::choice('shape', 'Shape', AreaShape::class),
            Field::places('points', 'Area', [[0.1, 0.1], [0.9, 0.9]], 2000),
            Field::number('feather', 'Edge fades over', 'px', 0, 200, 2, 0.5),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->choice('shape', AreaShape::class), $numbers->places('points'), $numbers->number('feather'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $outline = $this->outline();
        if (count($outline) < 3) {
            return $in;
        }
        $values = Polygon::fill([array_map(fn (array $p): array => [$p[0] * $in->width, $p[1] * $in->height], $outline)], $in->width, $in->height);

        // The outline is smooth by itself; less than this is not seen.
        $sigma = Blur::sigmaOf($this->feather);

        return Alpha::keep($in, $sigma < 0.3 ? $values : Blur::gaussian(new Plane($in->width, $in->height, $values), $sigma)->values);
    }

    /** @return list<array{float, float}> */
    private function outline(): array
    {
        if ($this->shape === AreaShape::Free || count($this->points) < 2) {
            return $this->points;
        }
        [[$x0, $y0], [$x1, $y1]] = $this->points;
        if ($this->shape === AreaShape::Box) {
            return [[$x0, $y0], [$x1, $y0], [$x1, $y1], [$x0, $y1]];
        }
        $points = [];
        for ($i = 0; $i < self::CORNERS; $i++) {
            $points[] = [($x0 + $x1) / 2 + ($x1 - $x0) / 2 * cos(2 * M_PI * $i / self::CORNERS), ($y0 + $y1) / 2 + ($y1 - $y0) / 2 * sin(2 * M_PI * $i / self::CORNERS)];
        }

        return $points;
    }
}
