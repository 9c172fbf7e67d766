<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\SpreadingStep;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Drag;
use Yarrowfog\Core\Tip\TipKind;

/** Blurs along one direction, as if the picture had been dragged while wet. */
final readonly class DragBlur implements SpreadingStep
{
    /**
     * @param  float  $angle  degrees, clockwise
     * @param  float  $length  px
     */
    public function __construct(public float $angle, public float $length)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('drag-blur', 'Drag blur', StepGroup::Texture, 'Smears along one direction, as if dragged while wet.', [
            Field::number('angle', 'Angle', '°', -90, 90, 0),
            Field::number('length', 'Length', 'px', 0, 600, 40),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('angle'), $numbers->number('length'));
    }

    public function room(): array
    {
        $x = (int) ceil(abs(cos(deg2rad($this->angle))) * $this->length / 2);
        $y = (int) ceil(abs(sin(deg2rad($this->angle))) * $this->length / 2);

        return [$x, $y, $x, $y];
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return $this->length < 1 ? $in : Drag::picture($in, $this->angle, $this->length);
    }
}
