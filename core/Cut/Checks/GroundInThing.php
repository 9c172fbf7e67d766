<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\TakenThing;
use Yarrowfog\Core\Cut\Thing\Doubts;

/** A part of what lies around the thing stayed with it: told by its colours, which are those of the ground. */
final class GroundInThing implements Check
{
    public function look(CutResult $cut): ?Finding
    {
        $thing = TakenThing::of($cut);
        $doubts = $thing?->doubts();
        if ($thing === null || $doubts === null || $doubts->left < Doubts::LEAST) {
            return null;
        }

        return new Finding('ground-in-thing', sprintf('A patch of %.0f %% of the thing looks just like what lies around it: it may have stayed by mistake.', 100 * $doubts->left), ['part' => $doubts->left], $thing->marked('Take it away', false, $doubts->leftAt));
    }
}
