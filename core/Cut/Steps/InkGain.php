<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Curve;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Numbers;
use Yarrowfog\Core\Form\Param;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** Makes the ink itself stronger or weaker by a curve. */
final readonly class InkGain implements Step
{
    public function __construct(public Curve $curve)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('ink-gain', 'Ink gain', StepGroup::Tone, 'How much ink each amount of ink becomes: at the left the faint, at the right the full.', [
            Param::curve('curve', 'Faint to full'),
        ]);
    }

    public static function from(Numbers $numbers): self
    {
        return new self($numbers->curve('curve'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $table = [];
        for ($v = 0; $v < 256; $v++) {
            $table[] = (int) round(255 * $this->curve->at($v / 255));
        }
        if ($kind !== TipKind::InkMask) {
            $out = $in->pixels;
            foreach ($in->pixels as $i => $p) {
                $out[$i] = $p & 0xFFFFFF00 | $table[$p & 255];
            }

            return new Bitmap($in->width, $in->height, $out);
        }
        $out = InkRule::plane($in, $kind)->values;
        foreach ($out as $i => $ink) {
            $out[$i] = $table[$ink * 255 + 32768 >> 16];
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
