<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;

/** A source as the steps of a list left it, and where it then lies on that source. */
final readonly class Replay
{
    /**
     * @param  list<Placement>  $inputs  of the picture as it reached each step of the list, those switched off too
     */
    public function __construct(public Bitmap $picture, public Placement $placement, public array $inputs = [])
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
        return self::begin($source)->through($list, count($list->steps), $factor);
    }

    /** The source before the first step. */
    public static function begin(Bitmap $source): self
    {
        return new self($source, Placement::whole($source));
    }

    /** Goes on, from the step that comes next, up to a step of the list that is not taken any more. */
    public function through(CutList $list, int $until, float $factor): self
    {
        $picture = $this->picture;
        $placement = $this->placement;
        $inputs = $this->inputs;
        foreach (array_slice($list->steps, count($inputs), max(0, $until - count($inputs))) as $listed) {
            $inputs[] = $placement;
            if (! $listed->on) {
                continue;
            }
            $step = $listed->step::from($listed->numbers->scaled($factor));
            if ($step instanceof CroppingStep) {
                $area = $step->area($picture, $list->kind);
                $placement = $placement->cropped($area);
                $picture = $picture->crop($area);

                continue;
            }
            if ($step instanceof SpreadingStep) {
                [$left, $top, $right, $bottom] = $step->room();
                $area = Rect::between(-$left, -$top, $picture->width + $right, $picture->height + $bottom);
                $placement = $placement->cropped($area);
                $picture = $picture->crop($area);
            }
            $picture = $step->apply($picture, $list->kind);
            $placement = $step instanceof MovingStep ? $step->moved($placement) : $placement;
        }

        return new self($picture, $placement, $inputs);
    }
}
