<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Choice\ThingEdge;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Cut\Thing\Marks;
use Yarrowfog\Core\Cut\Thing\ThingCut;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Takes one thing, or several, out of any picture by pointing at it. */
final readonly class TakeThing implements Step
{
    /** @param  int  $wider  px, of a picture of 480, by which the edge is looked at farther on both sides */
    public function __construct(public Marks $marks, public int $wider)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('take-thing', 'Take the thing', StepGroup::Clear, 'Out of any photo: draw a box around a thing or click on it, then mark what is missing and what is too much.', [
            Field::places('area', 'Around it', [], 2000),
            Field::strokes('marks', 'Marks'),
            Field::choice('edge', 'Its edge', ThingEdge::class),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self(new Marks($numbers->places('area'), $numbers->strokes('marks')), $numbers->choice('edge', ThingEdge::class)->wider());
    }

    /** The first mark on a picture will not wait for what all marks need. */
    public static function expect(Bitmap $in): void
    {
        ThingCut::expect($in);
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return $this->marks->sayNothing() ? $in : ThingCut::of($in, $this->marks, $this->wider) ?? $in;
    }
}
