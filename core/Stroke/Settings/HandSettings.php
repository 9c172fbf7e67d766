<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Stroke\Choice\AssumedPressure;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\Station;

/** Hand: what is made of the pen's movement. */
final class HandSettings
{
    /** @return list<Setting> */
    public static function all(): array
    {
        return [
            Setting::curve('pressureResponse', Station::Hand, 'Pressure response', 'What the brush makes of the pen’s pressure, whatever the pressure then moves.'),
            Setting::number('steadying', Station::Hand, 'Steadying', 'How much the line is calmed: a pulled string, then a filter.', '%', 0, 1, 0),
            Setting::choice('assumedPressure', Station::Hand, 'Assumed pressure', 'Where pressure comes from when the pen or mouse reports none.', AssumedPressure::class),
            Setting::number('assumedLevel', Station::Hand, 'Assumed level', 'How hard a mouse presses, or presses at rest when pressure comes from speed.', '%', 0.05, 1, 0.6),
            Setting::number('taperIn', Station::Hand, 'Taper in', 'The length over which a stroke grows from a point. A short stroke shares its length with the taper out.', 'px', 0, 2000, 0),
            Setting::number('taperOut', Station::Hand, 'Taper out', 'The length over which a stroke runs out. It shows when the pen lifts.', 'px', 0, 2000, 0),
        ];
    }
}
