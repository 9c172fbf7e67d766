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

/** The ink’s own shape beneath it, moved and softened. */
final readonly class Shadow implements SpreadingStep
{
    public function __construct(public float $dx, public float $dy, public float $blur, public float $opacity, public Srgb $colour)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('shadow', 'Shadow', StepGroup::Finish, 'The shape of the ink beneath it, moved and softened. It turns with the tip; one that stays, whatever the tip does, is cast in Tune, at Ground.', [
            Field::number('dx', 'To the right', 'px', -300, 300, 12),
            Field::number('dy', 'Down', 'px', -300, 300, 12),
            Field::number('blur', 'Softness', 'px', 0, 120, 8, 0.5),
            Field::number('opacity', 'Opacity', '%', 0, 1, 0.4, 0.01),
            Field::colour('colour', 'Colour', '#000000'),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('dx'), $numbers->number('dy'), $numbers->number('blur'), $numbers->number('opacity'), $numbers->colour('colour'));
    }

    public function room(): array
    {
        // The tail of the bell falls below 1/255 at 2.66 σ.
        $soft = 2.66 * $this->blur;

        return [
            (int) ceil(max(0.0, $soft - $this->dx)),
            (int) ceil(max(0.0, $soft - $this->dy)),
            (int) ceil(max(0.0, $soft + $this->dx)),
            (int) ceil(max(0.0, $soft + $this->dy)),
        ];
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $moved = Alpha::rows($in, (int) round($this->dx), (int) round($this->dy));

        return Underlay::picture($in, $this->colour, Blur::rows($moved, $in->width, $in->height, $this->blur), 1, $this->opacity);
    }
}
