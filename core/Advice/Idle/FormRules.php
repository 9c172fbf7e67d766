<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice\Idle;

use Closure;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\FrameRule;
use Yarrowfog\Core\Stroke\Choice\LaidAs;
use Yarrowfog\Core\Stroke\Trace;

/** Why settings of Form do nothing: how dabs are shaped. */
final class FormRules
{
    /** @return array<string, Closure(BrushSettings, Trace): ?string> by setting: the reason, null where it does something */
    public static function all(): array
    {
        $onBand = fn (BrushSettings $b, Trace $t): ?string => $b->isBand() ? 'idle: a band has no dabs' : null;
        $turns = fn (BrushSettings $b, Trace $t): ?string => $onBand($b, $t) ?? ($b->isRound && $b->base('roundness') >= 1.0 && $b->isSteady('roundness') && $b->base('posture') <= 0.0 ? 'idle: a round tip looks the same however it is turned' : null);
        $frames = fn (BrushSettings $b, Trace $t): ?string => $b->frames < 2 ? 'idle: this tip has one frame' : $onBand($b, $t);
        $travel = fn (BrushSettings $b, Trace $t): ?string => $frames($b, $t) ?? ($b->choices->frameRule === FrameRule::ByTravel ? null : 'idle: frames do not go by travel');
        $tilts = fn (Trace $t): bool => array_filter($t->samples, fn ($s): bool => $s->tiltX !== 0.0 || $s->tiltY !== 0.0) !== [];
        $posture = fn (BrushSettings $b, Trace $t): ?string => $onBand($b, $t) ?? match (true) {
            $b->base('posture') <= 0.0 => 'idle: set to zero',
            ! $tilts($t) => 'idle: this pen stands upright',
            default => null,
        };
        $ends = fn (BrushSettings $b, Trace $t): ?string => $b->choices->laidAs === LaidAs::BandRepeated ? null : 'idle: only a repeated band keeps its ends';

        return [
            'angle' => $turns,
            'angleFollows' => $turns,
            'roundness' => $onBand,
            'posture' => $posture,
            'frameRule' => $frames,
            'frameLength' => $travel,
            'bandHead' => $ends,
            'bandTail' => $ends,
        ];
    }
}
