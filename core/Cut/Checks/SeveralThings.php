<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Pieces;
use Yarrowfog\Core\Cut\Steps\OneThing;
use Yarrowfog\Core\Cut\TakenThing;
use Yarrowfog\Core\Tip\Tip;

/** Things that lie apart print as one stamp; parted, each takes its turn. */
final class SeveralThings implements Check
{
    public function look(CutResult $cut): ?Finding
    {
        $thing = $cut->step(OneThing::class) === null ? TakenThing::of($cut) : null;
        $count = $thing === null ? 0 : Pieces::of($thing->after, $cut->list->kind)->count();
        if ($count < 2) {
            return null;
        }
        $most = $count > Tip::MOST_FRAMES ? sprintf(' A tip takes the %d largest.', Tip::MOST_FRAMES) : '';

        return new Finding('several-things', "{$count} things lie apart in this tip and print as one stamp. Parted, each is a frame of its own, and strokes scatter them one by one.{$most}", ['things' => (float) $count], Mending::parting('Part the things'), isNote: true);
    }
}
