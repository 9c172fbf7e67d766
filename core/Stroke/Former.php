<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

use Yarrowfog\Core\Stroke\Settings\FormSettings;

/** Form: the size, angle and roundness of each dab. */
final readonly class Former
{
    /** px; a thinner dab prints nothing that can be seen. */
    private const LEAST_SIZE = 0.3;

    private Dial $size;

    private Dial $angle;

    private Dial $roundness;

    private bool $followsHeading;

    public function __construct(Brush $brush, Chance $chance)
    {
        $this->size = Dial::of($brush, 'size', $chance);
        $this->angle = Dial::of($brush, 'angle', $chance);
        $this->roundness = Dial::of($brush, 'roundness', $chance);
        $this->followsHeading = $brush->choice('angleFollows') === FormSettings::HEADING;
    }

    public function shape(Place $place): Shape
    {
        $angle = $this->angle->at($place->on, $place->index) + ($this->followsHeading ? $place->on->heading : 0.0);

        return new Shape(
            max(self::LEAST_SIZE, $this->size->at($place->on, $place->index) * $place->taper),
            fmod(fmod($angle, 360.0) + 360.0, 360.0),
            $this->roundness->at($place->on, $place->index),
        );
    }
}
