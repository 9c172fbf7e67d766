<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Choice\CentredBy;
use Yarrowfog\Core\Cut\CroppingStep;
use Yarrowfog\Core\Cut\InkBounds;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Plane;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** Pads so that the ink stands in the middle; nothing is cut off. */
final readonly class Centre implements CroppingStep
{
    /** Ink below this (of 65535) does not belong to the outline. */
    private const THRESHOLD = 2621;

    public function __construct(public bool $byWeight)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('centre', 'Centre', StepGroup::Frame, 'Puts the middle of the ink in the middle of the tip, so that a turned stamp turns about itself.', [
            Field::choice('by', 'By', CentredBy::class),
        ], closes: true);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->choice('by', CentredBy::class) === CentredBy::Weight);
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return $in->crop($this->area($in, $kind));
    }

    public function area(Bitmap $in, TipKind $kind): Rect
    {
        $middle = $this->middle(InkRule::plane($in, $kind));
        if ($middle === null) {
            return $in->bounds();
        }
        $right = (int) round(2 * $middle[0]) - $in->width;
        $down = (int) round(2 * $middle[1]) - $in->height;

        return Rect::between(min(0, $right), min(0, $down), max($in->width, $in->width + $right), max($in->height, $in->height + $down));
    }

    /** @return array{float, float}|null px; null without ink */
    public function middle(Plane $ink): ?array
    {
        if ($this->byWeight) {
            return InkBounds::weightCentre($ink);
        }
        $bounds = InkBounds::of($ink, self::THRESHOLD);

        return $bounds === null ? null : [$bounds->x + $bounds->width / 2, $bounds->y + $bounds->height / 2];
    }
}
