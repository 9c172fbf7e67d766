<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;

/** A source as the steps of a list left it, and where it then lies on that source. */
final readonly class Replay
{
    /**
     * @param  list<Placement>  $inputs  of the picture as it reached each step of the list, those switched off too
     */
    private function __construct(public Bitmap $picture, public Placement $placement, public array $inputs)
    {
    }

    /**
     * Replays the steps that are switched on.
     *
     * @param  float  $factor  size of `$source` against the full picture: 1 for the real
     *                         cut, less for a preview
     */
    public static function of(CutList $list, Bitmap $source, float $factor = 1.0): self
    {
        $placement = Placement::whole($source);
        $inputs = [];
        foreach ($list->steps as $listed) {
            $inputs[] = $placement;
            if (! $listed->on) {
                continue;
            }
            $step = $listed->step::from($listed->numbers->scaled($factor));
            if ($step instanceof CroppingStep) {
                $area = $step->area($source, $list->kind);
                $placement = $placement->cropped($area);
                $source = $source->crop($area);
            } else {
                $source = $step->apply($source, $list->kind);
                $placement = $placement->scaledTo($source);
            }
        }

        return new self($source, $placement, $inputs);
    }
}
