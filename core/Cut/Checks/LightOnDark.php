<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\InvertInk;

/** A light mark on a dark ground: the ground would print, the mark would not. */
final class LightOnDark implements Check
{
    private const DARK = 0.5;

    public function look(CutResult $cut): ?Finding
    {
        $border = $cut->borderQuantile(0.5);
        // A solid block is dark at its border too, but no lighter inside.
        if ($border < self::DARK || $cut->borderQuantile(0.15) < self::DARK * 0.8 || $cut->meanInside() > 0.97 * $border) {
            return null;
        }

        return new Finding(
            'light-on-dark',
            sprintf('Light on dark: the ground would print with %.0f %% ink and the mark would stay empty.', 100 * $border),
            ['border' => $border],
            Mending::with('Invert ink', $cut->list->placeBeforeFrame(), InvertInk::class),
        );
    }
}
