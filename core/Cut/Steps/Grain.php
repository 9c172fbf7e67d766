<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Chance;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
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
            Field::number('amount', 'Amount', '%', 0, 1, 0.4, 0.01),
            Field::number('size', 'Size', 'px', 1, 80, 4, 0.5),
            Field::roll(),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('amount'), $numbers->number('size'), (int) $numbers->number('roll'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $lost = (int) round(65536 * $this->amount);
        $rows = LatticeNoise::rows($in->width, max(0.5, $this->size), new Chance($this->roll));
        $out = $in->pixels;
        $i = 0;
        for ($y = 0; $y < $in->height; $y++) {
            foreach ($rows($y) as $noise) {
                $p = $out[$i];
                $alpha = $p & 255;
                if ($alpha > 0) {
                    // Smooth noise crowds around its middle; twice as steep it reaches both ends.
                    $n = 2 * $noise - 32768;
                    $keep = 65535 - ($lost * ($n < 0 ? 0 : ($n > 65535 ? 65535 : $n)) >> 16);
                    // As Alpha::part does it: a call for each pixel would cost as much again.
                    $alpha = ($alpha * $keep + 32767) * 65537 >> 32;
                    $out[$i] = $alpha === 0 ? 0 : $p & 0xFFFFFF00 | $alpha;
                }
                $i++;
            }
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
