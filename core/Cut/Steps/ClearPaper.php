<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\PaperStep;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Numbers;
use Yarrowfog\Core\Form\Param;
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
    public function __construct(public float $whitePoint, public float $blackPoint)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('clear-paper', 'Clear paper', StepGroup::Clear, 'Everything as bright as the paper becomes nothing; grey edges stay soft.', [
            Param::number('whitePoint', 'Paper from', '', 1, 255, 235),
            Param::number('blackPoint', 'Full ink below', '', 0, 254, 20),
        ]);
    }

    public static function from(Numbers $numbers): self
    {
        return new self($numbers->number('whitePoint'), $numbers->number('blackPoint'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        return Alpha::withoutWhite($this->toned($in));
    }

    public function toned(Bitmap $in): Bitmap
    {
        $black = min($this->blackPoint, $this->whitePoint - 1);
        $range = $this->whitePoint - $black;

        return ToneTable::of(fn (float $v): float => (255 * $v - $black) / $range)->applied($in);
    }
}
