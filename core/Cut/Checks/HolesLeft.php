<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Colour\Oklab;
use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\ClearColour;
use Yarrowfog\Core\Cut\Steps\LiftBacking;
use Yarrowfog\Core\Cut\Steps\Likeness;
use Yarrowfog\Core\Tip\InkRule;

/** Background that is closed in by the picture, and was not reached when the rest of it was cleared. */
final class HolesLeft implements Check
{
    /** Part of the picture that a hole must fill to be worth speaking of. */
    private const LEAST = 0.00008;

    /** Ink from which a hole shows, of 65535. */
    private const SHOWS = 1311;

    public function look(CutResult $cut): ?Finding
    {
        $clear = $cut->step(ClearColour::class);
        $backing = $clear === null || $clear->numbers->choice('reach') === ClearColour::EVERYWHERE ? null : LiftBacking::measured($cut->picture);
        if ($clear === null || $backing === null) {
            return null;
        }
        $regions = (new Likeness(Oklab::fromSrgb($backing), min(0.12, $clear->numbers->number('tolerance'))))->runs($cut->picture)->regions(false);
        $holes = 0;
        foreach ($regions->areas as $region => $area) {
            // The first run of a region is the one it is named after.
            $pixel = $cut->picture->pixels[$regions->runs->starts[$region]];
            if ($area >= self::LEAST * count($cut->picture->pixels) && ! $regions->atEdge[$region] && InkRule::of($pixel, $cut->list->kind) > self::SHOWS) {
                $holes++;
            }
        }

        return $holes === 0 ? null : new Finding(
            'holes-left',
            $holes === 1 ? 'One hole is still filled with the background.' : "{$holes} holes are still filled with the background.",
            ['holes' => (float) $holes],
            Mending::with('Clear it everywhere', $cut->list->placeBeforeFrame(), ClearColour::class, [...$clear->numbers->toArray(), 'reach' => ClearColour::EVERYWHERE]),
        );
    }
}
