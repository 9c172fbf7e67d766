<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Steps;

use Yarrowfog\Core\Cut\Alpha;
use Yarrowfog\Core\Cut\Choice\FadeCurve;
use Yarrowfog\Core\Cut\Step;
use Yarrowfog\Core\Cut\StepDescription;
use Yarrowfog\Core\Cut\StepGroup;
use Yarrowfog\Core\Form\Field;
use Yarrowfog\Core\Form\FieldValues;
use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Tip\TipKind;

/** Ink runs out towards the edges it would be cut off at. */
final readonly class FadeEdge implements Step
{
    /** @param  float  $left  px over which the ink fades at this side; 0 leaves it */
    public function __construct(public float $left, public float $top, public float $right, public float $bottom, public FadeCurve $curve)
    {
    }

    public static function description(): StepDescription
    {
        return new StepDescription('fade-edge', 'Fade edge', StepGroup::Clear, 'Ink that runs off the picture fades out instead of being cut off.', [
            Field::number('left', 'Left', 'px', 0, 2000, 0),
            Field::number('top', 'Top', 'px', 0, 2000, 0),
            Field::number('right', 'Right', 'px', 0, 2000, 0),
            Field::number('bottom', 'Bottom', 'px', 0, 2000, 0),
            Field::choice('curve', 'Curve', FadeCurve::class),
        ]);
    }

    public static function from(FieldValues $numbers): self
    {
        return new self($numbers->number('left'), $numbers->number('top'), $numbers->number('right'), $numbers->number('bottom'), $numbers->choice('curve', FadeCurve::class));
    }

    public function apply(Bitmap $in, TipKind $kind): Bitmap
    {
        $columns = $this->fades($in->width, $this->left, $this->right);
        $keep = array_fill(0, $in->width * $in->height, 0);
        $i = 0;
        foreach ($this->fades($in->height, $this->top, $this->bottom) as $row) {
            foreach ($columns as $column) {
                $keep[$i] = $row * $column >> 16;
                $i++;
            }
        }

        return Alpha::keep($in, $keep);
    }

    /** @return list<int> 0–65536 */
    private function fades(int $length, float $before, float $after): array
    {
        $out = [];
        for ($i = 0; $i < $length; $i++) {
            $part = 1.0;
            // The outermost pixel is empty.
            $part *= $before > 0 ? $this->curve->at(min(1.0, $i / $before)) : 1.0;
            $part *= $after > 0 ? $this->curve->at(min(1.0, ($length - 1 - $i) / $after)) : 1.0;
            $out[] = (int) round(65536 * $part);
        }

        return $out;
    }
}
