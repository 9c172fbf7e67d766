<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Raster\BlendMode;
use Yarrowfog\Core\Stroke\Choice\Does;
use Yarrowfog\Core\Stroke\Choice\Overlap;
use Yarrowfog\Core\Stroke\Choice\Per;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Station;

/** Ink: how much of it, and of what colour. */
final class InkSettings
{
    /** @return list<Setting> */
    public static function all(): array
    {
        return [
            Setting::choice('does', Station::Ink, 'The brush', 'Lays ink down, takes it away, or pushes about what is there.', Does::class),
            Setting::number('flow', Station::Ink, 'Flow', 'The ink of one dab.', '%', 0, 1, 1, true, SpreadKind::Below),
            Setting::number('opacity', Station::Ink, 'Opacity', 'The most ink that the stroke lays down.', '%', 0, 1, 1, true, SpreadKind::Below),
            Setting::choice('overlap', Station::Ink, 'Overlap', 'Whether a stroke that crosses itself gets darker.', Overlap::class),
            Setting::choice('blendMode', Station::Ink, 'Blend mode', 'How the stroke’s colour meets the colour under it.', BlendMode::class),
            Setting::number('inkMix', Station::Ink, 'Ink mix', 'Where between the main and the second ink a dab falls.', '%', 0, 1, 0, true, SpreadKind::AroundUnits, 1.0),
            Setting::number('lends', Station::Ink, 'Lends from the sheet', 'How much colour a dab takes from what is under its middle.', '%', 0, 1, 0, true),
            Setting::number('driftHue', Station::Ink, 'Drift of hue', 'How far chance turns the hue, to either side.', '°', 0, 180, 0),
            Setting::number('driftChroma', Station::Ink, 'Drift of chroma', 'How far chance makes the colour stronger or duller.', '%', 0, 1, 0),
            Setting::number('driftLightness', Station::Ink, 'Drift of lightness', 'How far chance makes the colour lighter or darker.', '%', 0, 0.5, 0),
            Setting::choice('driftPer', Station::Ink, 'New colour per', 'Whether each dab has its own colour or the whole stroke has one.', Per::class),
            Setting::number('hueShift', Station::Ink, 'Hue shift', 'Turns the hue, for every dab alike or by a drive; the colours of a tip in its own colours too.', '°', -180, 180, 0, true),
            Setting::number('chromaShift', Station::Ink, 'Chroma shift', 'Makes the colour duller or stronger, for every dab alike or by a drive.', '%', -1, 1, 0, true),
            Setting::number('lightnessShift', Station::Ink, 'Lightness shift', 'Makes the colour darker or lighter, for every dab alike or by a drive.', '%', -1, 1, 0, true),
            Setting::number('smudgeStrength', Station::Ink, 'Carries', 'How much of what a smudge has picked up it lays down again.', '%', 0, 1, 0.8, true),
            Setting::number('smudgeInk', Station::Ink, 'Fresh ink', 'How much main ink a smudge adds on the way.', '%', 0, 1, 0, true),
        ];
    }
}
