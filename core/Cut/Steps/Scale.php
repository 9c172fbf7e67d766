<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Choice\ScaleGoal;
use Yarrowfog\Core\Cut\MovingStep;
use Yarrowfog\Core\Cut\Placement;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\Tip;
use Yarrowfog\Core\Tip\TipKind;

/** Brings the longer side to a size; the proportions stay. */
final readonly class Scale implements MovingStep
{
    /**
     * @param  float|null  $side  px of the longer side; null where a part is given
     * @param  float  $part  of its size; frames cut together then keep their sizes to one another
     */
    public function __construct(public ?float $side, public Filter $filter, public float $part = 1.0)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('scale', 'Scale', StepGroup::Frame, 'Brings the longer side to a size, or all of it to a part of its size: frames keep their sizes to one another then. Paint larger than the tip and it blurs.', [
            Field::choice('to', 'To', ScaleGoal::class),
            Field::number('side', 'Longer side', 'px', 8, 4096, 512)->onlyWith('to', ScaleGoal::Side),
            Field::number('part', 'Part', '%', 0.01, 4, 0.5, 0.01)->onlyWith('to', ScaleGoal::Part),
            Field::choice('by', 'By', Filter::class),
        ], closes: true);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->choice('to', ScaleGoal::class) === ScaleGoal::Side ? $numbers->number('side') : null, $numbers->choice('by', Filter::class), $numbers->number('part'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return (new Resampler($this->filter))->bitmap($in, ...$this->size($in->width, $in->height));
    }

    public function move(Placement $before): Placement
    {
        return $before->scaledTo(...$this->size($before->width, $before->height));
    }

    /** @return array{int, int} */
    private function size(int $width, int $height): array
    {
        $factor = $this->side === null ? $this->part : $this->side / max($width, $height);
        // A picture larger than a tip can be would be made for nothing.
        $factor = min($factor, Tip::LARGEST / max($width, $height));

        return [max(1, (int) round($width * $factor)), max(1, (int) round($height * $factor))];
    }
}
