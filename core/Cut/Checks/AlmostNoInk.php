<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\InvertInk;

/** The tip would leave next to nothing on the sheet. */
final class AlmostNoInk implements Check
{
    private const LEAST = 0.002;

    public function look(CutResult $cut): ?Finding
    {
        $mean = $cut->meanInk();
        // Where nothing could be told apart, that is what is wrong.
        if ($mean >= self::LEAST || (new NothingApart)->look($cut) !== null) {
            return null;
        }
        $darkest = $cut->darkest();
        $sentence = $darkest < 0.02
            ? 'There is almost no ink: nothing in the picture would print.'
            : sprintf('There is almost no ink: %.2f %% of the picture prints.', 100 * $mean);
        // A white mark whose dark ground was cleared away prints once it is turned round.
        $visible = 0;
        foreach ($cut->picture->pixels as $pixel) {
            $visible += $pixel & 255;
        }
        $isWhiteMark = $visible > 0 && $visible < 0.9 * 255 * count($cut->picture->pixels);

        return new Finding('almost-no-ink', $sentence, ['ink' => $mean], $isWhiteMark
            ? Mending::with('Invert ink', $cut->list->placeBeforeFrame(), InvertInk::class)
            : null);
    }
}
