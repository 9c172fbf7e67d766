<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Colour\Srgb;
use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\SpreadingStep;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Cut\Underlay;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Distances;
use Yarrowfog\Core\Tip\TipKind;

/** A line of one colour around the ink. */
final readonly class OutlineEdge implements SpreadingStep
{
    /** Alpha from which a pixel is inside, 0–255: a single bit, and the highest. */
    private const INSIDE = 128;

    public function __construct(public float $width, public Srgb $colour)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('outline', 'Outline', StepGroup::Finish, 'A line of one colour around the ink.', [
            Field::number('width', 'Width', 'px', 0, 120, 6, 0.5),
            Field::colour('colour', 'Colour', '#000000'),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('width'), $numbers->colour('colour'));
    }

    public function room(): array
    {
        $room = (int) ceil($this->width) + 1;

        return [$room, $room, $room, $room];
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $width = $in->width;
        $squares = Distances::squaredDistances($in->pixels, $width, $in->height, $this->width + 2, self::INSIDE);
        $reach = $this->width + 1;
        $far = (int) floor($reach ** 2);
        $line = function (int $y) use ($squares, $width, $reach, $far): array {
            $row = array_fill(0, $width, 0);
            $i = $y * $width;
            for ($x = 0; $x < $width; $x++) {
                $square = $squares[$i];
                $i++;
                if ($square === 0) {
                    $row[$x] = 65535;
                } elseif ($square <= $far) {
                    // From the middle of the last pixel inside, the edge is half a px away, and so is the far side of this one.
                    $k = (int) (($reach - sqrt($square)) * 65535.0);
                    $row[$x] = $k > 65535 ? 65535 : $k;
                }
            }

            return $row;
        };

        return Underlay::picture($in, $this->colour, $line);
    }
}
