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
use Yarrowfog\Core\Make\Cellular;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Cells of one colour each, like cracked clay or a mosaic. */
final readonly class Cells implements Step
{
    /**
     * @param  float  $count  cells along the longer side
     * @param  float  $border  px left empty between cells
     */
    public function __construct(public float $count, public float $border, public int $roll)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('cells', 'Cells', StepGroup::Texture, 'Cells of one grey or colour each, like cracked clay.', [
            Field::number('count', 'Cells along', '', 2, 120, 24),
            Field::number('border', 'Gap', 'px', 0, 60, 2, 0.5),
            Field::roll(),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('count'), $numbers->number('border'), (int) $numbers->number('roll'));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $side = max($in->width, $in->height) / $this->count;
        $cells = Cellular::of($in->width, $in->height, $side, $this->border, new Chance($this->roll));
        $out = Patchwork::evenOut($in, $cells->starts, $cells->owners, $cells->count);

        return $cells->keep === null ? $out : Alpha::keep($out, $cells->keep);
    }
}
