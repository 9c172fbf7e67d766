<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\Choice\ColourFamilies;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\GreyParting;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\GreyMix;
use Yarrowfog\Core\Cut\TakenThing;
use Yarrowfog\Core\Tip\TipKind;

/** Colours that differ to the eye but not in their lightness print as one grey, and form is lost. */
final class GreysAlike implements Check
{
    /** How much more of the difference must be left by a better mix. */
    private const BETTER = 1.25;

    /** Part of it that is enough as it is. */
    private const ENOUGH = 0.75;

    public function look(CutResult $cut): ?Finding
    {
        $thing = $cut->list->kind === TipKind::InkMask && $cut->step(GreyMix::class) === null ? TakenThing::of($cut) : null;
        $parting = $thing === null ? null : GreyParting::of($thing->after);
        if ($thing === null || $parting === null || $parting->before > self::ENOUGH || $parting->after < self::BETTER * $parting->before) {
            return null;
        }

        return new Finding(
            'greys-alike',
            sprintf('Of what tells its colours apart %.0f %% is left in the greys; a mix made for them leaves %.0f %%.', 100 * $parting->before, 100 * $parting->after),
            ['before' => $parting->before, 'after' => $parting->after],
            Mending::with('Part its greys', $thing->at + 1, GreyMix::class, ['by' => ColourFamilies::Six->value, ...$parting->weights]),
            isNote: true,
        );
    }
}
