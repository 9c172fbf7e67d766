<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Numbers;
use Yarrowfog\Core\Form\Param;
use Yarrowfog\Core\Raster\Bitmap;
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
final readonly class ClearPaper implements Step
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
        $black = min($this->blackPoint, $this->whitePoint - 1);
        $stretch = [];
        for ($v = 0; $v < 256; $v++) {
            $stretch[] = (int) round(255 * max(0.0, min(1.0, ($v - $black) / ($this->whitePoint - $black))));
        }
        // 1 / alpha in 1/65536, rounded up so that a full channel stays full.
        $inverse = [0];
        for ($alpha = 1; $alpha < 256; $alpha++) {
            $inverse[] = intdiv(255 * 65536, $alpha) + 1;
        }
        $out = $in->pixels;
        foreach ($in->pixels as $i => $p) {
            $r = $stretch[$p >> 24];
            $g = $stretch[$p >> 16 & 255];
            $b = $stretch[$p >> 8 & 255];
            $white = $r < $g ? $r : $g;
            if ($b < $white) {
                $white = $b;
            }
            if ($white === 255) {
                $out[$i] = 0;

                continue;
            }
            $alpha = 255 - $white;
            $more = $inverse[$alpha];
            $out[$i] = ($r - $white) * $more >> 16 << 24
                | ($g - $white) * $more >> 16 << 16
                | ($b - $white) * $more >> 16 << 8
                | ($alpha * ($p & 255) + 127) * 65793 >> 24;
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
