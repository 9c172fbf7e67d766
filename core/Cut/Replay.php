<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Raster\Bitmap;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Tip\TipKind;

/** A source as the steps of a list left it, and where it then lies on that source. */
final readonly class Replay
{
    /**
     * @param  list<Placement>  $inputs  of the picture as it reached each step of the list, those switched off too
     * @param  Bitmap|null  $onPaper  the same picture while its ink still stands on white; null where nothing is nothing already
     */
    public function __construct(public Bitmap $picture, public Placement $placement, public array $inputs = [], public ?Bitmap $onPaper = null)
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

    /**
     * Of a picture whose ink still stands on white.
     *
     * @param  list<Placement>  $inputs
     */
    public static function onPaper(Bitmap $picture, Placement $placement, array $inputs): self
    {
        return new self(Alpha::withoutWhite($picture), $placement, $inputs, $picture);
    }

    /** Goes on, from the step that comes next, up to a step of the list that is not taken any more. */
    public function through(CutList $list, int $until, float $factor): self
    {
        $picture = $this->onPaper ?? $this->picture;
        $isOnPaper = $this->onPaper !== null;
        $placement = $this->placement;
        $inputs = $this->inputs;
        foreach (array_slice($list->steps, count($inputs), max(0, $until - count($inputs))) as $listed) {
            $inputs[] = $placement;
            if (! $listed->on) {
                continue;
            }
            $step = $listed->step::from($listed->numbers->scale($factor));
            if ($isOnPaper && ! $step instanceof ToneStep) {
                $picture = Alpha::withoutWhite($picture);
                $isOnPaper = false;
            }
            if ($step instanceof PaperStep && $list->kind === TipKind::InkMask) {
                $picture = $step->applyTone($picture);
                $isOnPaper = true;

                continue;
            }
            if ($step instanceof CroppingStep) {
                $area = $step->area($picture, $list->kind);
                $placement = $placement->crop($area);
                $picture = $picture->crop($area);

                continue;
            }
            if ($step instanceof SpreadingStep) {
                [$left, $top, $right, $bottom] = $step->room();
                $area = Rect::between(-$left, -$top, $picture->width + $right, $picture->height + $bottom);
                $placement = $placement->crop($area);
                $picture = $picture->crop($area);
            }
            $picture = $step->apply($picture, $list->kind);
            $placement = $step instanceof MovingStep ? $step->move($placement) : $placement;
        }

        return $isOnPaper ? self::onPaper($picture, $placement, $inputs) : new self($picture, $placement, $inputs);
    }
}
