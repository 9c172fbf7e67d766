<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Numbers;
use Yarrowfog\Core\Form\Param;
use Yarrowfog\Core\Make\LatticeNoise;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Uneven ink: small spots print less. */
final readonly class Grain implements Step
{
    /**
     * @param  float  $amount  0–1, how much ink the weakest spots lose
     * @param  float  $size  px of a spot
     */
    public function __construct(public float $amount, public float $size, public int $roll)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('grain', 'Grain', StepGroup::Texture, 'Uneven ink: small spots print less.', [
            Param::number('amount', 'Amount', '%', 0, 1, 0.4, 0.01),
            Param::number('size', 'Size', 'px', 1, 80, 4, 0.5),
            Param::roll(),
        ]);
    }

    public static function from(Numbers $numbers): self
    {
        return new self($numbers->number('amount'), $numbers->number('size'), (int) $numbers->number('roll'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $lost = (int) round(65536 * $this->amount);
        $keep = LatticeNoise::of($in->width, $in->height, max(0.5, $this->size), new Chance($this->roll));
        foreach ($keep as $i => $noise) {
            // Smooth noise crowds around its middle; twice as steep it reaches both ends.
            $n = 2 * $noise - 32768;
            $keep[$i] = 65535 - ($lost * ($n < 0 ? 0 : ($n > 65535 ? 65535 : $n)) >> 16);
        }

        return Alpha::kept($in, $keep);
    }
}
