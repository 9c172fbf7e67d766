<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\CroppingStep;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Tip\TipKind;

/** Pads the shorter sides with nothing until the picture is square; never stretches. */
final readonly class Square implements CroppingStep
{
    public static function description(): StepDescription
    {
        return new StepDescription('square', 'Square', StepGroup::Frame, 'Adds empty space at the shorter sides until the tip is square. Nothing is stretched.', [], closes: true);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self;
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return $in->crop($this->area($in, $kind));
    }

    public function area(Bitmap $in, TipKind $kind): Rect
    {
        $side = max($in->width, $in->height);

        return new Rect(-intdiv($side - $in->width, 2), -intdiv($side - $in->height, 2), $side, $side);
    }
}
