<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/**
 * One step from a picture to a tip.
 *
 * A new step is one class in `Steps/`, one entry in `StepCatalogue` and one test; its
 * form, its validation and its documentation follow from `description()`.
 */
interface Step
{
    public static function description(): StepDescription;

    /** @param  FieldValues  $numbers  already validated against the description */
    public static function from(FieldValues $numbers): self;

    public function apply(Bitmap $in, TipKind $kind): Bitmap;
}
