<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\Choice\Reach;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\ClearColour;
use Yarrowfog\Core\Raster\Rect;
use Yarrowfog\Core\Tip\TipKind;

/** Background that is closed in by the picture, and was not reached when the rest of it was cleared. */
final class HolesLeft implements Check
{
    /** Part of the picture that a hole must fill to be worth speaking of. */
    private const LEAST = 0.00008;

    /** Difference in OKLab beyond which a patch is more likely a light part of the picture itself. */
    private const ALIKE = 0.08;

    /** Ink from which a hole shows, of 65535. */
    private const SHOWS = 1311;

    public function look(CutResult $cut): ?Finding
    {
        if ($cut->list->kind === TipKind::TwoInk) {
            // Its lights print in the second ink: they may be drawn.
            return null;
        }
        $clear = $cut->step(ClearColour::class);
        if ($clear === null || $clear->numbers->choice('reach', Reach::class) === Reach::Everywhere || $cut->placement === null) {
            return null;
        }
        $filled = [];
        foreach ($cut->steps(ClearColour::class) as $at => $listed) {
            // Told by the picture before it was cleared: what comes after may have changed its colours.
            $before = $listed->numbers->choice('reach', Reach::class) === Reach::Everywhere ? null : $cut->before($at);
            if ($before === null) {
                continue;
            }
            foreach (ClearColour::from($listed->numbers->scale($cut->factor))->closedIn($before->picture, self::LEAST, self::ALIKE) as [$x, $y]) {
                [$x, $y] = array_map(fn (float $v): int => (int) floor($v), $before->placement->placeOn($cut->placement, $x, $y));
                $isThere = ! $cut->picture->bounds()->intersect(new Rect($x, $y, 1, 1))->isEmpty();
                if ($isThere && $cut->ink->at($x, $y) > self::SHOWS) {
                    $filled["{$x} {$y}"] = true;
                }
            }
        }
        $holes = count($filled);

        return $holes === 0 ? null : new Finding(
            'holes-left',
            $holes === 1 ? 'One hole is still filled with the background.' : "{$holes} holes are still filled with the background.",
            ['holes' => (float) $holes],
            Mending::with('Clear it everywhere', $cut->list->placeBeforeFrame(), ClearColour::class, [...$clear->numbers->toArray(), 'reach' => Reach::Everywhere->value]),
        );
    }
}
