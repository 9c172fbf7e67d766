<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Cut\ToneStep;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** What was light prints, what was dark does not: each channel v becomes 255 − v. */
final readonly class InvertInk implements ToneStep
{
    public static function description(): StepDescription
    {
        return new StepDescription('invert-ink', 'Invert ink', StepGroup::Tone, 'Light prints instead of dark: for chalk on slate, or a white mark on black.', []);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self;
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $out = $in->pixels;
        foreach ($in->pixels as $i => $pixel) {
            $out[$i] = $pixel ^ 0xFFFFFF00;
        }

        return new Bitmap($in->width, $in->height, $out);
    }
}
