<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\CroppingStep;
use Yarrowfog\Core\Cut\InkBounds;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** Cuts away, or adds, so that the margin around the ink is the same on all sides. */
final readonly class TrimToInk implements CroppingStep
{
    /** @param  float  $threshold  ink below this fraction counts as nothing */
    public function __construct(public float $margin, public float $threshold)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('trim', 'Trim to ink', StepGroup::Frame, 'Cuts the empty space away and leaves an even margin.', [
            Field::number('margin', 'Margin', 'px', 0, 400, 8),
            Field::number('threshold', 'Ink from', '%', 0, 0.5, 0.04, 0.01),
        ], closes: true);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('margin'), $numbers->number('threshold'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return $in->crop($this->area($in, $kind));
    }

    public function area(Bitmap $in, TipKind $kind): Rect
    {
        $ink = InkBounds::of(InkRule::plane($in, $kind), (int) round($this->threshold * 65535));

        return $ink === null ? $in->bounds() : $ink->grow((int) round($this->margin));
    }
}
