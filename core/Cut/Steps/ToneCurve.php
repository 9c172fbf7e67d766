<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Curve;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Cut\ToneStep;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\ToneTable;
use Yarrowfog\Core\Tip\TipKind;

/** Bends the tones by a curve: each channel the same. */
final readonly class ToneCurve implements ToneStep
{
    public function __construct(public Curve $curve)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('tone-curve', 'Tone curve', StepGroup::Tone, 'Bends the tones: at the left the darks, at the right the lights.', [
            Field::curve('curve', 'Dark to light'),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->curve('curve'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $table = ToneTable::of(fn (float $v): float => $this->curve->at($v));

        return $kind === TipKind::InkMask ? $table->applyToInk($in) : $table->apply($in);
    }
}
