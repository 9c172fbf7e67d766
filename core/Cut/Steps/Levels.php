<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Cut\ToneStep;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\ToneTable;
use Yarrowfog\Core\Tip\TipKind;

/** Stretches the tones: v becomes ((v − dark) / (light − dark)) to the power 1 / middle. */
final readonly class Levels implements ToneStep
{
    public function __construct(public float $dark, public float $light, public float $middle)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('levels', 'Levels', StepGroup::Tone, 'Sets which grey prints fully, which not at all, and leans the greys between.', [
            Field::number('dark', 'Dark end', '', 0, 254, 0),
            Field::number('light', 'Light end', '', 1, 255, 255),
            Field::number('middle', 'Middle', '×', 0.2, 5, 1, 0.01),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('dark'), $numbers->number('light'), $numbers->number('middle'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $range = max(1.0, $this->light - $this->dark);

        $table = ToneTable::of(fn (float $v): float => max(0.0, min(1.0, (255 * $v - $this->dark) / $range)) ** (1 / $this->middle));

        return $kind === TipKind::InkMask ? $table->applyToInk($in) : $table->apply($in);
    }
}
