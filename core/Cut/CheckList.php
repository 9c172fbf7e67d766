<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

use Yarrowfog\Core\Cut\Checks\AlmostNoInk;
use Yarrowfog\Core\Cut\Checks\BackgroundLeft;
use Yarrowfog\Core\Cut\Checks\ColourLost;
use Yarrowfog\Core\Cut\Checks\Fringe;
use Yarrowfog\Core\Cut\Checks\GreysAlike;
use Yarrowfog\Core\Cut\Checks\GroundInThing;
use Yarrowfog\Core\Cut\Checks\HolesLeft;
use Yarrowfog\Core\Cut\Checks\LightOnDark;
use Yarrowfog\Core\Cut\Checks\NeverFull;
use Yarrowfog\Core\Cut\Checks\NothingApart;
use Yarrowfog\Core\Cut\Checks\NotSquare;
use Yarrowfog\Core\Cut\Checks\OffCentre;
use Yarrowfog\Core\Cut\Checks\OutOfFocus;
use Yarrowfog\Core\Cut\Checks\SceneAround;
use Yarrowfog\Core\Cut\Checks\SeveralThings;
use Yarrowfog\Core\Cut\Checks\ThingCutOff;
use Yarrowfog\Core\Cut\Checks\ThingEaten;
use Yarrowfog\Core\Cut\Checks\TintedPaper;
use Yarrowfog\Core\Cut\Checks\TooLarge;
use Yarrowfog\Core\Cut\Checks\TooManySpecks;
use Yarrowfog\Core\Cut\Checks\TooSmall;
use Yarrowfog\Core\Cut\Checks\TouchesEdge;

/** Every check there is, in the order in which a painter would mend. */
final class CheckList
{
    /** @return list<Finding> empty when there is nothing to mend */
    public static function look(CutResult $cut): array
    {
        $checks = [new SceneAround, new NothingApart, new ThingEaten, new GroundInThing, new AlmostNoInk, new LightOnDark, new TintedPaper, new BackgroundLeft, new HolesLeft, new Fringe, new TooManySpecks, new TouchesEdge, new ThingCutOff, new NeverFull, new TooLarge, new ColourLost, new GreysAlike, new OffCentre, new NotSquare, new TooSmall, new OutOfFocus, new SeveralThings];
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
