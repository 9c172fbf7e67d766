<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\Square;

/** A tip that is not square prints well, but its size counts along its longer side. */
final class NotSquare implements Check
{
    public function look(CutResult $cut): ?Finding
    {
        $w = $cut->picture->width;
        $h = $cut->picture->height;
        if (abs($w - $h) <= max(1, 0.005 * max($w, $h))) {
            return null;
        }

        return new Finding(
            'not-square',
            sprintf('Not square: %s × %s px. It prints unstretched, sized by its longer side.', number_format($cut->fullPx($w)), number_format($cut->fullPx($h))),
            ['width' => (float) $cut->fullPx($w), 'height' => (float) $cut->fullPx($h)],
            Mending::with('Square', $cut->placeBeforeScale(), Square::class),
            isNote: true,
        );
    }
}
