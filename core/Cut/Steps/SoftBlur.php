<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Blur;
use Yarrowfog\Core\Tip\TipKind;

/** Gaussian blur, ink and colours. */
final readonly class SoftBlur implements Step
{
    /** @param  float  $sigma  px */
    public function __construct(public float $sigma)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('blur', 'Blur', StepGroup::Texture, 'Softens everything evenly.', [
            Field::number('sigma', 'Spread', 'px', 0, 120, 4, 0.25),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('sigma'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return $this->sigma < 0.3 ? $in : Blur::picture($in, $this->sigma);
    }
}
