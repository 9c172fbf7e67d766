<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\SpreadingStep;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Cut\Underlay;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Tip\TipKind;

/** A soft edge of one colour around the ink. */
final readonly class OuterGlow implements SpreadingStep
{
    public function __construct(public Srgb $colour, public float $radius, public float $strength)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('outer-glow', 'Outer glow', StepGroup::Finish, 'A soft edge of one colour around the ink.', [
            Field::colour('colour', 'Colour', '#000000'),
            Field::number('radius', 'Radius', 'px', 0, 200, 16),
            Field::number('strength', 'Strength', '%', 0, 1, 0.6, 0.01),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->colour('colour'), $numbers->number('radius'), $numbers->number('strength'));
    }

    public function room(): array
    {
        // Twice the tail of the bell falls below 1/255 at 2.89 σ.
        $room = (int) ceil(2.89 * $this->radius / 2);

        return [$room, $room, $room, $room];
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        // Twice the blurred alpha: full at the edge of the ink, nothing at the radius.
        return Underlay::picture($in, $this->colour, Blur::rows(Alpha::rows($in), $in->width, $in->height, $this->radius / 2), 2, $this->strength);
    }
}
