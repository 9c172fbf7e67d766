<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;

/** A small tip blurs as soon as it is painted larger than it is. */
final class TooSmall implements Check
{
    /** px of the longer side from which a tip is large enough for most brushes. */
    private const ENOUGH = 128;

    public function look(CutResult $cut): ?Finding
    {
        $side = $cut->fullPx(max($cut->picture->width, $cut->picture->height));

        return $side >= self::ENOUGH ? null : new Finding('too-small', "Small: it will blur when it is painted larger than {$side} px.", ['side' => (float) $side], isNote: true);
    }
}
