<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\PaperStep;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\ToneTable;
use Yarrowfog\Core\Tip\TipKind;

/**
 * Bright becomes nothing, dark stays, and soft pencil edges stay soft.
 *
 * Every channel is stretched so that the white point is 1 and the black point 0. What
 * is left is read as ink laid over white: alpha is one minus the brightest channel, and
 * the white is taken out of the colour again, P = α·C + (1 − α) (Porter and Duff,
 * "Compositing Digital Images", 1984, solved for C). A grey mark becomes black at
 * part alpha, so its ink is counted once.
 */
final readonly class ClearPaper implements PaperStep
{
    /** @param  float  $paperTone  0–255: what the paper is in the middle; ink is counted from it, and comes in softly below the white point. 0 counts from the white point */
    public function __construct(public float $whitePoint, public float $blackPoint, public float $paperTone = 0)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('clear-paper', 'Clear paper', StepGroup::Clear, 'Everything as bright as the paper becomes nothing; grey edges stay soft.', [
            Field::number('whitePoint', 'Paper from', '', 1, 255, 235),
            Field::number('blackPoint', 'Full ink below', '', 0, 254, 20),
            Field::number('paperTone', 'Ink is counted from', '', 0, 255, 0),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('whitePoint'), $numbers->number('blackPoint'), $numbers->number('paperTone'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return Alpha::withoutWhite($this->applyTone($in));
    }

    public function applyTone(Bitmap $in): Bitmap
    {
        $black = min($this->blackPoint, $this->whitePoint - 1);
        // Faint ink keeps its strength: only the paper's own grain is taken for nothing.
        $grain = max(0.0, $this->paperTone - $this->whitePoint);
        $range = $this->whitePoint + $grain - $black;

        return ToneTable::of(function (float $v) use ($grain, $range): float {
            $below = $this->whitePoint - 255 * $v;
            $ink = $below + ($grain > 0 ? min($grain, $below) : 0.0);

            return 1 - $ink / $range;
        })->apply($in);
    }
}
