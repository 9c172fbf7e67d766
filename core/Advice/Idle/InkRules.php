<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice\Idle;

use Closure;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/** Why settings of Ink do nothing: how much ink, and of what colour. */
final class InkRules
{
    /** @return array<string, Closure(BrushSettings, Trace): ?string> by setting: the reason, null where it does something */
    public static function all(): array
    {
        $paints = fn (BrushSettings $b): ?string => match ($b->choices->does) {
            Does::Erases => 'idle: an eraser lays no colour',
            Does::Smudges => 'idle: a smudge carries what is there',
            default => null,
        };
        $inks = fn (BrushSettings $b): ?string => $paints($b) ?? ($b->tipKind === TipKind::OwnColours ? 'idle: this tip keeps its own colours' : null);
        $anyDrift = fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? ($b->drifts() ? null : 'idle: nothing drifts');
        $twoInks = fn (BrushSettings $b, Trace $t): ?string => $inks($b) ?? match (true) {
            $b->tipKind === TipKind::TwoInk => 'idle: this tip mixes the inks itself',
            $b->mainInk->toInt() === $b->secondInk->toInt() => 'idle: both inks are the same',
            default => null,
        };
        $smudges = fn (BrushSettings $b, Trace $t): ?string => $b->choices->does === Does::Smudges ? null : 'idle: this brush does not smudge';

        return [
            'overlap' => fn (BrushSettings $b, Trace $t): ?string => match (true) {
                $b->isBand() => 'idle: a band stays even',
                $b->choices->does === Does::Smudges => 'idle: a smudge carries what is there',
                default => null,
            },
            'blendMode' => fn (BrushSettings $b, Trace $t): ?string => $paints($b),
            'inkMix' => $twoInks,
            'lends' => fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? ($b->isBand() ? 'idle: a band lies on all of the sheet at once' : Zero::still($b, 'lends')),
            'driftHue' => fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? Zero::still($b, 'driftHue'),
            'driftChroma' => fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? Zero::still($b, 'driftChroma'),
            'driftLightness' => fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? Zero::still($b, 'driftLightness'),
            'driftPer' => $anyDrift,
            'hueShift' => fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? Zero::still($b, 'hueShift'),
            'chromaShift' => fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? Zero::still($b, 'chromaShift'),
            'lightnessShift' => fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? Zero::still($b, 'lightnessShift'),
            'smudgeStrength' => $smudges,
            'smudgeInk' => $smudges,
        ];
    }
}
