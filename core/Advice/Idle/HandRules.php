<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice\Idle;

use Closure;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Trace;

/** Why settings of Hand do nothing: what is made of the pen. */
final class HandRules
{
    /** @return array<string, Closure(BrushSettings, Trace): ?string> by setting: the reason, null where it does something */
    public static function all(): array
    {
        $penPresses = fn (BrushSettings $b, Trace $t): ?string => $t->realPressure ? 'idle: this pen reports its pressure' : null;

        return [
            'steadying' => fn (BrushSettings $b, Trace $t): ?string => Zero::base($b, 'steadying'),
            'assumedPressure' => $penPresses,
            'assumedLevel' => $penPresses,
            'taperIn' => fn (BrushSettings $b, Trace $t): ?string => Zero::base($b, 'taperIn'),
            'taperOut' => fn (BrushSettings $b, Trace $t): ?string => Zero::base($b, 'taperOut'),
        ];
    }
}
