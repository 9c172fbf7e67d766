<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\TakenThing;
use Yarrowfog\Core\Cut\Thing\Doubts;

/** A part of the thing went with the ground: what is missing has its colours, and lies against it. */
final class ThingEaten implements Check
{
    public function look(CutResult $cut): ?Finding
    {
        $thing = TakenThing::of($cut);
        $doubts = $thing?->doubts();
        if ($thing === null || $doubts === null || $doubts->eaten < Doubts::LEAST) {
            return null;
        }

        return new Finding('thing-eaten', sprintf('A bite seems to be missing, %.0f %% of the thing: what went there has its colours.', 100 * $doubts->eaten), ['part' => $doubts->eaten], $thing->marked('Mark it as the thing', true, $doubts->eatenAt));
    }
}
