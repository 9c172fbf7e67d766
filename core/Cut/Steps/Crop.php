<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\CroppingStep;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\InvalidInput;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Tip\TipKind;

/** Keeps the part between four edges. */
final readonly class Crop implements CroppingStep
{
    /**
     * Each is the part of the picture that goes at one side, 0–1.
     *
     * @throws InvalidInput when nothing would be left
     */
    public function __construct(public float $left, public float $top, public float $right, public float $bottom)
    {
        if ($left + $right > 0.999 || $top + $bottom > 0.999) {
            throw new InvalidInput('steps', 'Crop would leave nothing of the picture. Move its edges apart.');
        }
    }

    public static function description(): StepDescription
    {
        return new StepDescription('crop', 'Crop', StepGroup::Frame, 'Keeps the part between four edges. Drag them on the picture.', [
            Field::number('left', 'From the left', '%', 0, 0.99, 0, 0.005),
            Field::number('top', 'From the top', '%', 0, 0.99, 0, 0.005),
            Field::number('right', 'From the right', '%', 0, 0.99, 0, 0.005),
            Field::number('bottom', 'From the bottom', '%', 0, 0.99, 0, 0.005),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('left'), $numbers->number('top'), $numbers->number('right'), $numbers->number('bottom'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return $in->crop($this->area($in, $kind));
    }

    public function area(Bitmap $in, TipKind $kind): Rect
    {
        $left = (int) round($this->left * $in->width);
        $top = (int) round($this->top * $in->height);

        return Rect::between($left, $top, max($left + 1, $in->width - (int) round($this->right * $in->width)), max($top + 1, $in->height - (int) round($this->bottom * $in->height)));
    }
}
