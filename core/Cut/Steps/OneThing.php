<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Pieces;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Of several things that lie apart, one stays. */
final readonly class OneThing implements Step
{
    /** @param  array{float, float}|null  $place  on the thing that stays, or near it: fractions of the picture; null while nothing is pointed at */
    public function __construct(public ?array $place)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('one-thing', 'One of the things', StepGroup::Clear, 'Of several things that lie apart only the one you point at stays, with its crumbs and its soft edge.', [
            Field::places('place', 'Which', [], 1),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->places('place')[0] ?? null);
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return $this->place === null ? $in : Pieces::of($in, $kind)->only($this->place);
    }
}
