<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice\Idle;

use Closure;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\ScatterReach;
use Yarrowfog\Core\Stroke\Trace;

/** Why settings of Step do nothing: where dabs fall. */
final class StepRules
{
    /** @return array<string, Closure(BrushSettings, Trace): ?string> by setting: the reason, null where it does something */
    public static function all(): array
    {
        $onBand = fn (BrushSettings $b): ?string => $b->isBand() ? 'idle: a band has no dabs' : null;
        $isTap = fn (BrushSettings $b, Trace $t): ?string => $onBand($b) ?? match (true) {
            $b->choices->onePerPress => 'idle: one per press',
            count($t->samples) < 2 => 'idle: a tap prints one dab',
            default => null,
        };
        $anyScatter = fn (BrushSettings $b, Trace $t): ?string => $onBand($b) ?? ($b->base('scatterAcross') <= 0.0 && $b->base('scatterAlong') <= 0.0 ? 'idle: nothing is scattered' : null);
        $linger = fn (BrushSettings $b, Trace $t): ?string => $onBand($b) ?? match (true) {
            $b->base('linger') <= 0.0 => 'idle: set to zero',
            $b->choices->onePerPress => 'idle: one per press',
            default => null,
        };
        $count = fn (BrushSettings $b, Trace $t): ?string => $onBand($b) ?? ($b->base('count') < 1.5 && $b->value('count')->drives === [] ? 'idle: count is 1' : null);

        return [
            'spacing' => $isTap,
            'onePerPress' => fn (BrushSettings $b, Trace $t): ?string => $onBand($b),
            'linger' => $linger,
            'count' => $count,
            'scatterAcross' => fn (BrushSettings $b, Trace $t): ?string => $onBand($b) ?? Zero::base($b, 'scatterAcross'),
            'scatterAlong' => fn (BrushSettings $b, Trace $t): ?string => $onBand($b) ?? Zero::base($b, 'scatterAlong'),
            'scatterShape' => $anyScatter,
            'scatterOf' => $anyScatter,
            'scatterWidth' => fn (BrushSettings $b, Trace $t): ?string => $anyScatter($b, $t) ?? ($b->choices->scatterOf === ScatterReach::OfWidth ? null : 'idle: scatter is a part of the size'),
        ];
    }
}
