<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Cut\Checks\AlmostNoInk;
use Yarrowfog\Core\Cut\Checks\LightOnDark;
use Yarrowfog\Core\Cut\Checks\NotSquare;
use Yarrowfog\Core\Cut\Checks\TintedPaper;
use Yarrowfog\Core\Cut\Checks\TouchesEdge;

/** Every check there is, in the order in which a painter would mend. */
final class CheckList
{
    /** @return list<Finding> empty when there is nothing to mend */
    public static function look(CutResult $cut): array
    {
        $checks = [new AlmostNoInk, new LightOnDark, new TintedPaper, new TouchesEdge, new NotSquare];
        $found = [];
        foreach ($checks as $check) {
            $finding = $check->look($cut);
            if ($finding !== null) {
                $found[] = $finding;
            }
        }

        return $found;
    }
}
