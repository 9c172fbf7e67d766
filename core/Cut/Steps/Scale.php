<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\MovingStep;
use Yarrowfog\Core\Cut\Placement;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Numbers;
use Yarrowfog\Core\Form\Param;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\TipKind;

/** Brings the longer side to a size; the proportions stay. */
final readonly class Scale implements MovingStep
{
    /** @param  float  $side  px */
    public function __construct(public float $side, public Filter $filter)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('scale', 'Scale', StepGroup::Frame, 'Brings the longer side to a size. Paint larger than the tip and it blurs.', [
            Param::number('side', 'Longer side', 'px', 8, 4096, 512),
            Param::choice('by', 'By', [Filter::Area->value, Filter::Lanczos->value]),
        ], closes: true);
    }

    public static function from(Numbers $numbers): self
    {
        return new self($numbers->number('side'), Filter::from($numbers->choice('by')));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return (new Resampler($this->filter))->bitmap($in, ...$this->size($in->width, $in->height));
    }

    public function moved(Placement $before): Placement
    {
        return $before->scaledTo(...$this->size($before->width, $before->height));
    }

    /** @return array{int, int} */
    private function size(int $width, int $height): array
    {
        $factor = $this->side / max($width, $height);

        return [max(1, (int) round($width * $factor)), max(1, (int) round($height * $factor))];
    }
}
