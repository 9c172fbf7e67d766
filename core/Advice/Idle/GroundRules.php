<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Advice\Idle;

use Closure;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Choice\Per;
use Yarrowfog\Core\Stroke\Choice\ToothName;
use Yarrowfog\Core\Stroke\Trace;

/** Why settings of Ground do nothing: what the print meets. */
final class GroundRules
{
    /** @return array<string, Closure(BrushSettings, Trace): ?string> by setting: the reason, null where it does something */
    public static function all(): array
    {
        $smudges = fn (BrushSettings $b): ?string => $b->choices->does === Does::Smudges ? 'idle: a smudge carries what is there' : null;
        $tooth = fn (BrushSettings $b, Trace $t): ?string => $smudges($b) ?? match (true) {
            $b->choices->tooth === ToothName::None => 'idle: no tooth is chosen',
            $b->choices->tooth === ToothName::Own && ! $b->hasTooth => 'idle: this brush has no tooth of its own',
            default => null,
        };
        $bite = fn (BrushSettings $b, Trace $t): ?string => $smudges($b) ?? match (true) {
            $b->isBand() => 'idle: a band has no dabs',
            ! $b->hasBite => 'idle: this brush has no bite',
            default => null,
        };
        $shadow = fn (BrushSettings $b, Trace $t): ?string => match (true) {
            $b->choices->does !== Does::Paints => 'idle: only what is painted casts a shadow',
            $b->isBand() => 'idle: a band lies flat on the sheet',
            $b->base('castShadow') <= 0.0 => 'idle: set to zero',
            default => null,
        };

        return [
            'tooth' => fn (BrushSettings $b, Trace $t): ?string => $smudges($b),
            'toothMode' => $tooth,
            'toothDepth' => $tooth,
            'toothScale' => $tooth,
            'toothBrightness' => $tooth,
            'toothContrast' => $tooth,
            'toothInvert' => $tooth,
            'toothFixedTo' => fn (BrushSettings $b, Trace $t): ?string => $tooth($b, $t) ?? ($b->choices->toothPer === Per::Stroke ? 'idle: a stroke meets the bumps where they lie' : null),
            'toothPer' => $tooth,
            'biteCombine' => $bite,
            'biteSize' => $bite,
            'biteSpacing' => $bite,
            'biteScatter' => $bite,
            'biteCount' => $bite,
            'biteAngle' => $bite,
            'castShadow' => $shadow,
            'shadowDistance' => $shadow,
            'shadowTowards' => $shadow,
            'shadowSoftness' => $shadow,
            'shadowColour' => $shadow,
            'rim' => fn (BrushSettings $b, Trace $t): ?string => $smudges($b) ?? Zero::base($b, 'rim'),
            'rimWidth' => fn (BrushSettings $b, Trace $t): ?string => $smudges($b) ?? Zero::base($b, 'rim'),
            'noise' => fn (BrushSettings $b, Trace $t): ?string => $smudges($b) ?? Zero::base($b, 'noise'),
        ];
    }
}
