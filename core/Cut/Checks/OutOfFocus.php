<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Checks;

use Yarrowfog\Core\Cut\Check;
use Yarrowfog\Core\Cut\CutResult;
use Yarrowfog\Core\Cut\Finding;
use Yarrowfog\Core\Cut\InkBounds;
use Yarrowfog\Core\Cut\TakenThing;
use Yarrowfog\Core\Cut\Thing\Focus;
use Yarrowfog\Core\Tip\InkRule;
use Yarrowfog\Core\Tip\TipKind;

/** A thing that was out of focus looks sharp where it is painted small, and soft beyond that. */
final class OutOfFocus implements Check
{
    /** σ of the edges, in px of what is looked at, from which on it is worth speaking of. */
    private const SOFT = 1.2;

    /** σ in px of the print that still looks sharp. */
    private const SHARP = 0.7;

    public function look(CutResult $cut): ?Finding
    {
        $thing = TakenThing::of($cut);
        $sigma = $thing === null ? null : Focus::of($thing->before, $thing->after);
        if ($thing === null || $sigma === null || $sigma < self::SOFT) {
            return null;
        }
        $box = InkBounds::of(InkRule::plane($thing->after, TipKind::OwnColours), 32768) ?? $thing->after->bounds();
        $print = (int) round(max($box->width, $box->height) * self::SHARP / $sigma);

        return new Finding('out-of-focus', "It was out of focus: painted up to about {$print} px it looks sharp, larger it looks soft.", ['sigma' => $sigma / $cut->factor, 'print' => (float) $print], isNote: true);
    }
}
