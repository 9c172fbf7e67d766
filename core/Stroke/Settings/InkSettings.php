<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Stroke\BrushSettings;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Station;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/** Ink: how much of it, and of what colour. */
final class InkSettings
{
    public const STAYS_EVEN = 'stays even';

    public const ADDS_UP = 'adds up';

    public const PER_DAB = 'dab';

    public const PER_STROKE = 'stroke';

    public const PAINTS = 'paints';

    public const ERASES = 'erases';

    public const SMUDGES = 'smudges';

    /** @return list<Setting> */
    public static function all(): array
    {
        $paints = fn (BrushSettings $b): ?string => match ($b->choice('does')) {
            self::ERASES => 'idle: an eraser lays no colour',
            self::SMUDGES => 'idle: a smudge carries what is there',
            default => null,
        };
        $inks = fn (BrushSettings $b): ?string => $paints($b) ?? ($b->tipKind === TipKind::OwnColours ? 'idle: this tip keeps its own colours' : null);
        $zero = fn (BrushSettings $b, string $id): ?string => $b->base($id) === 0.0 && $b->value($id)->drives === [] ? 'idle: set to zero' : null;
        $drift = fn (string $id): callable => fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? $zero($b, $id);
        $anyDrift = fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? ($b->drifts() ? null : 'idle: nothing drifts');
        $twoInks = fn (BrushSettings $b, Trace $t): ?string => $inks($b) ?? match (true) {
            $b->tipKind === TipKind::TwoInk => 'idle: this tip mixes the inks itself',
            $b->mainInk->toInt() === $b->secondInk->toInt() => 'idle: both inks are the same',
            default => null,
        };
        $smudges = fn (string $id): callable => fn (BrushSettings $b, Trace $t): ?string => $b->choice('does') === self::SMUDGES ? null : 'idle: this brush does not smudge';

        return [
            Setting::choice('does', Station::Ink, 'The brush', 'Lays ink down, takes it away, or pushes about what is there.', [self::PAINTS, self::ERASES, self::SMUDGES]),
            Setting::number('flow', Station::Ink, 'Flow', 'The ink of one dab.', '%', 0, 1, 1, true, SpreadKind::Below),
            Setting::number('opacity', Station::Ink, 'Opacity', 'The most ink that the stroke lays down.', '%', 0, 1, 1, true, SpreadKind::Below),
            Setting::choice('overlap', Station::Ink, 'Overlap', 'Whether a stroke that crosses itself gets darker.', [self::STAYS_EVEN, self::ADDS_UP], fn (BrushSettings $b, Trace $t): ?string => match (true) {
                $b->isBand() => 'idle: a band stays even',
                $b->choice('does') === self::SMUDGES => 'idle: a smudge carries what is there',
                default => null,
            }),
            Setting::choice('blendMode', Station::Ink, 'Blend mode', 'How the stroke’s colour meets the colour under it.', BlendMode::names(), fn (BrushSettings $b, Trace $t): ?string => $paints($b)),
            Setting::number('inkMix', Station::Ink, 'Ink mix', 'Where between the main and the second ink a dab falls.', '%', 0, 1, 0, true, SpreadKind::AroundUnits, 1.0, $twoInks),
            Setting::number('lends', Station::Ink, 'Lends from the sheet', 'How much colour a dab takes from what is under its middle.', '%', 0, 1, 0, true, idle: fn (BrushSettings $b, Trace $t): ?string => $paints($b) ?? ($b->isBand() ? 'idle: a band lies on all of the sheet at once' : $zero($b, 'lends'))),
            Setting::number('driftHue', Station::Ink, 'Drift of hue', 'How far chance turns the hue, to either side.', '°', 0, 180, 0, idle: $drift('driftHue')(...)),
            Setting::number('driftChroma', Station::Ink, 'Drift of chroma', 'How far chance makes the colour stronger or duller.', '%', 0, 1, 0, idle: $drift('driftChroma')(...)),
            Setting::number('driftLightness', Station::Ink, 'Drift of lightness', 'How far chance makes the colour lighter or darker.', '%', 0, 0.5, 0, idle: $drift('driftLightness')(...)),
            Setting::choice('driftPer', Station::Ink, 'New colour per', 'Whether each dab has its own colour or the whole stroke has one.', [self::PER_DAB, self::PER_STROKE], $anyDrift),
            Setting::number('hueShift', Station::Ink, 'Hue shift', 'Turns the hue, for every dab alike or by a drive; the colours of a tip in its own colours too.', '°', -180, 180, 0, true, idle: $drift('hueShift')(...)),
            Setting::number('chromaShift', Station::Ink, 'Chroma shift', 'Makes the colour duller or stronger, for every dab alike or by a drive.', '%', -1, 1, 0, true, idle: $drift('chromaShift')(...)),
            Setting::number('lightnessShift', Station::Ink, 'Lightness shift', 'Makes the colour darker or lighter, for every dab alike or by a drive.', '%', -1, 1, 0, true, idle: $drift('lightnessShift')(...)),
            Setting::number('smudgeStrength', Station::Ink, 'Carries', 'How much of what a smudge has picked up it lays down again.', '%', 0, 1, 0.8, true, idle: $smudges('smudgeStrength')(...)),
            Setting::number('smudgeInk', Station::Ink, 'Fresh ink', 'How much main ink a smudge adds on the way.', '%', 0, 1, 0, true, idle: $smudges('smudgeInk')(...)),
        ];
    }
}
