<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Choice\MirrorWay;
use Yarrowfog\Core\Cut\MovingStep;
use Yarrowfog\Core\Cut\Placement;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Mirrors the picture. */
final readonly class Flip implements MovingStep
{
    public function __construct(public bool $across, public bool $down)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('flip', 'Flip', StepGroup::Frame, 'Mirrors the picture: left and right, or top and bottom, change places.', [
            Field::choice('way', 'Change', MirrorWay::class),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        $way = $numbers->choice('way', MirrorWay::class);

        return new self($way !== MirrorWay::Down, $way !== MirrorWay::Across);
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        if ($this->across && $this->down) {
            return new Bitmap($in->width, $in->height, array_reverse($in->pixels));
        }
        $rows = array_chunk($in->pixels, max(1, $in->width));
        $rows = $this->across ? array_map(array_reverse(...), $rows) : array_reverse($rows);

        return new Bitmap($in->width, $in->height, array_merge(...$rows));
    }

    public function move(Placement $before): Placement
    {
        return $before->then(
            $this->across ? -1.0 : 1.0,
            0.0,
            0.0,
            $this->down ? -1.0 : 1.0,
            $this->across ? $before->width : 0.0,
            $this->down ? $before->height : 0.0,
            $before->width,
            $before->height,
        );
    }
}
