<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Choice\GroundTone;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Lighting;
use Yarrowfog\Core\Tip\TipKind;

/** Divides slow changes of light out of a photo or scan. */
final readonly class FlattenLight implements Step
{
    /** @param  float  $radius  px: what is larger than this is light, what is smaller is the mark */
    public function __construct(public float $radius, public bool $groundIsDarker)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('flatten-light', 'Flatten light', StepGroup::Clear, 'Takes shadows and uneven light out of a photo or scan, so that the paper is the same all over.', [
            Field::number('radius', 'Larger than the mark', 'px', 10, 1500, 240),
            Field::choice('ground', 'The ground is', GroundTone::class),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('radius'), $numbers->choice('ground', GroundTone::class) === GroundTone::Darker);
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return Lighting::flatten($in, $this->radius, $this->groundIsDarker);
    }
}
