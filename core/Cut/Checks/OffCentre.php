<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\Centre;
use Yarrowfog\Core\Cut\Steps\Square;

/** A tip whose ink stands aside turns about a point beside itself. */
final class OffCentre implements Check
{
    /** Part of the longer side that is not worth speaking of. */
    private const LITTLE = 0.015;

    public function look(CutResult $cut): ?Finding
    {
        // By what the list centres it, or would.
        $listed = $cut->step(Centre::class);
        $middle = ($listed === null ? new Centre(false) : Centre::from($listed->numbers))->middle($cut->ink);
        if ($middle === null) {
            return null;
        }
        $dx = $middle[0] - $cut->picture->width / 2;
        $dy = $middle[1] - $cut->picture->height / 2;
        if (max(abs($dx), abs($dy)) <= max(1.0, self::LITTLE * max($cut->picture->width, $cut->picture->height))) {
            return null;
        }
        $parts = array_filter([
            $dx === 0.0 ? '' : sprintf('%d px to the %s', $cut->fullPx(abs($dx)), $dx > 0 ? 'right' : 'left'),
            $dy === 0.0 ? '' : sprintf('%d px %s', $cut->fullPx(abs($dy)), $dy > 0 ? 'down' : 'up'),
        ]);

        return new Finding(
            'off-centre',
            'Off centre by '.implode(' and ', $parts).'. Turned, it would swing about a point beside itself.',
            ['right' => (float) $cut->fullPx($dx), 'down' => (float) $cut->fullPx($dy)],
            // To be centred it gets room on one side, and is no square any more.
            Mending::with('Centre', $cut->placeBeforeScale(), Centre::class, $listed?->numbers->toArray() ?? [])
                ->followedBy(Mending::with('Square', $cut->placeBeforeScale(), Square::class), 'Centre on a square'),
            isNote: true,
        );
    }
}
