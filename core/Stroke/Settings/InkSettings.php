<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Station;
use Yarrowfog\Core\Stroke\Trace;
use Yarrowfog\Core\Tip\TipKind;

/** Ink: how much of it, and of what colour. Blend modes, eraser and smudge come here. */
final class InkSettings
{
    public const STAYS_EVEN = 'stays even';

    public const ADDS_UP = 'adds up';

    public const PER_DAB = 'dab';

    public const PER_STROKE = 'stroke';

    /** @return list<Setting> */
    public static function all(): array
    {
        $colours = fn (Brush $b, Trace $t): ?string => $b->tipKind === TipKind::OwnColours ? 'idle: this tip keeps its own colours' : null;
        $drift = fn (string $id): callable => fn (Brush $b, Trace $t): ?string => $colours($b, $t) ?? ($b->base($id) <= 0.0 ? 'idle: set to zero' : null);
        $anyDrift = fn (Brush $b, Trace $t): ?string => $colours($b, $t) ?? ($b->drifts() ? null : 'idle: nothing drifts');
        $twoInks = fn (Brush $b, Trace $t): ?string => $colours($b, $t) ?? ($b->mainInk->toInt() === $b->secondInk->toInt() ? 'idle: both inks are the same' : null);

        return [
            Setting::number('flow', Station::Ink, 'Flow', 'The ink of one dab.', '%', 0, 1, 1, true, SpreadKind::Below),
            Setting::number('opacity', Station::Ink, 'Opacity', 'The most ink that the stroke lays down.', '%', 0, 1, 1, true, SpreadKind::Below),
            Setting::choice('overlap', Station::Ink, 'Overlap', 'Whether a stroke that crosses itself gets darker.', [self::STAYS_EVEN, self::ADDS_UP]),
            Setting::number('inkMix', Station::Ink, 'Ink mix', 'Where between the main and the second ink a dab falls.', '%', 0, 1, 0, true, SpreadKind::AroundUnits, 1.0, $twoInks),
            Setting::number('driftHue', Station::Ink, 'Drift of hue', 'How far chance turns the hue, to either side.', '°', 0, 180, 0, idle: $drift('driftHue')(...)),
            Setting::number('driftChroma', Station::Ink, 'Drift of chroma', 'How far chance makes the colour stronger or duller.', '%', 0, 1, 0, idle: $drift('driftChroma')(...)),
            Setting::number('driftLightness', Station::Ink, 'Drift of lightness', 'How far chance makes the colour lighter or darker.', '%', 0, 0.5, 0, idle: $drift('driftLightness')(...)),
            Setting::choice('driftPer', Station::Ink, 'New colour per', 'Whether each dab has its own colour or the whole stroke has one.', [self::PER_DAB, self::PER_STROKE], $anyDrift),
        ];
    }
}
