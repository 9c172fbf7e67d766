<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Make\LatticeNoise;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Distances;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** Nibbles at the edge, as a dry or worn print has it. */
final readonly class RoughEdge implements Step
{
    /** Ink from which a pixel is inside, of 65535. */
    private const INSIDE = 16384;

    /**
     * @param  float  $reach  px that are eaten away at most
     * @param  float  $size  px of a bite
     */
    public function __construct(public float $reach, public float $size, public int $roll)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('rough-edge', 'Rough edge', StepGroup::Texture, 'Nibbles at the edge of the ink, like a dry or worn print.', [
            Field::number('reach', 'Reach', 'px', 0, 120, 10, 0.5),
            Field::number('size', 'Bites', 'px', 1, 200, 10, 0.5),
            Field::roll(),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('reach'), $numbers->number('size'), (int) $numbers->number('roll'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        if ($this->reach < 0.25) {
            return $in;
        }
        $far = (int) floor(($this->reach + 1) ** 2);
        $squares = Distances::squaredDistances(InkRule::lacking($in, $kind, self::INSIDE), $in->width, $in->height, $this->reach + 2);
        $rows = LatticeNoise::rows($in->width, max(0.5, $this->size), new Chance($this->roll), $squares, $far);
        $bite = $this->reach / 65536;
        $out = $in->pixels;
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            foreach ($rows($y) as $noise) {
                $square = $squares[$i];
                if ($square === 0) {
                    $out[$i] = 0;
                } elseif ($square <= $far) {
                    // Inside by more than this spot's bite stays; one px of the way is soft.
                    $k = (int) ((sqrt($square) - ($noise > 16384 ? 2 * $noise - 32768 : 0) * $bite) * 65535.0);
                    if ($k < 65535) {
                        $out[$i] = Alpha::part($out[$i], $k < 0 ? 0 : $k);
                    }
                }
                $i++;
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
