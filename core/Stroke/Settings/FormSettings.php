<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Station;

/** Form: how each dab is shaped. Mirror, posture and frames come here. */
final class FormSettings
{
    public const NOTHING = 'nothing';

    public const HEADING = 'heading';

    /** @return list<Setting> */
    public static function all(): array
    {
        return [
            Setting::number('size', Station::Form, 'Size', 'The longer side of the tip as it prints.', 'px', 1, 2000, 48, true, SpreadKind::Below),
            Setting::number('angle', Station::Form, 'Angle', 'How far the tip is turned, clockwise.', '°', -180, 180, 0, true, SpreadKind::AroundUnits, 180),
            Setting::choice('angleFollows', Station::Form, 'Angle follows', 'What the tip turns with, on top of its own angle.', [self::NOTHING, self::HEADING]),
            Setting::number('roundness', Station::Form, 'Roundness', 'Squeezes the tip from top and bottom.', '%', 0.05, 1, 1, true, SpreadKind::Below, 0.95),
        ];
    }
}
