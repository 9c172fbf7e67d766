<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\MovingStep;
use Yarrowfog\Core\Cut\Placement;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Turning;
use Yarrowfog\Core\Tip\TipKind;

/** Turns the picture about its middle; it grows so that no corner is lost. */
final readonly class Turn implements MovingStep
{
    /** @param  float  $angle  degrees, clockwise */
    public function __construct(public float $angle)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('turn', 'Turn', StepGroup::Frame, 'Turns the picture about its middle. It grows, so that no corner is lost.', [
            Field::number('angle', 'Angle', '°', -180, 180, 90, 0.5),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('angle'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return Turning::of($in, $this->angle);
    }

    public function move(Placement $before): Placement
    {
        [$width, $height] = Turning::size($before->width, $before->height, $this->angle);
        [$cos, $sin] = Turning::direction($this->angle);
        $x = $before->width / 2;
        $y = $before->height / 2;

        return $before->then($cos, $sin, -$sin, $cos, $width / 2 - $cos * $x + $sin * $y, $height / 2 - $sin * $x - $cos * $y, $width, $height);
    }
}
