<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\Mending;
use Yarrowfog\Core\Cut\Steps\Scale;
use Yarrowfog\Core\Tip\Tip;

/** A tip has a largest size. */
final class TooLarge implements Check
{
    public function look(CutResult $cut): ?Finding
    {
        $side = $cut->fullPx(max($cut->picture->width, $cut->picture->height));

        return $side <= Tip::LARGEST ? null : new Finding(
            'too-large',
            sprintf('Too large: %s px on its longer side. A tip has %s px at most.', number_format($side), number_format(Tip::LARGEST)),
            ['side' => (float) $side],
            Mending::with('Scale it', count($cut->list->steps), Scale::class, ['side' => Tip::LARGEST]),
        );
    }
}
