<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Numbers;
use Yarrowfog\Core\Cut\Param;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Filter;
use Yarrowfog\Core\Raster\Resampler;
use Yarrowfog\Core\Tip\TipKind;

/** Brings the longer side to a size; the proportions stay. */
final readonly class Scale implements Step
{
    /** @param  float  $side  px */
    public function __construct(public float $side, public Filter $filter)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('scale', 'Scale', StepGroup::Frame, 'Brings the longer side to a size. Paint larger than the tip and it blurs.', [
            Param::number('side', 'Longer side', 'px', 8, 4000, 512),
            Param::choice('by', 'By', [Filter::Area->value, Filter::Lanczos->value]),
        ]);
    }

    public static function from(Numbers $numbers): self
    {
        return new self($numbers->number('side'), Filter::from($numbers->choice('by')));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $factor = $this->side / max($in->width, $in->height);

        return (new Resampler($this->filter))->bitmap(
            $in,
            max(1, (int) round($in->width * $factor)),
            max(1, (int) round($in->height * $factor)),
        );
    }
}
