<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Station;

/** Form: how each dab is shaped. */
final class FormSettings
{
    public const NOTHING = 'nothing';

    public const HEADING = 'heading';

    public const AZIMUTH = 'azimuth';

    public const TWIST = 'twist';

    public const NEVER = 'never';

    public const ALWAYS = 'always';

    public const BY_CHANCE = 'by chance';

    public const IN_TURN = 'in turn';

    public const SHUFFLED = 'shuffled';

    public const BY_PRESSURE = 'by pressure';

    public const BY_HEADING = 'by heading';

    public const BY_TRAVEL = 'by travel';

    public const PER_STROKE = 'one per stroke';

    public const DABS = 'dabs';

    public const BAND_ONCE = 'band, stretched once';

    public const BAND_REPEATED = 'band, repeated';

    /** @return list<Setting> */
    public static function all(): array
    {
        return [
            Setting::number('size', Station::Form, 'Size', 'The longer side of the tip as it prints; the width of a band.', 'px', 1, 2000, 48, true, SpreadKind::Below),
            Setting::number('angle', Station::Form, 'Angle', 'How far the tip is turned, clockwise.', '°', -180, 180, 0, true, SpreadKind::AroundUnits, 180),
            Setting::choice('angleFollows', Station::Form, 'Angle follows', 'What the tip turns with, on top of its own angle.', [self::NOTHING, self::HEADING, self::AZIMUTH, self::TWIST]),
            Setting::number('roundness', Station::Form, 'Roundness', 'Squeezes the tip from top and bottom.', '%', 0.05, 1, 1, true, SpreadKind::Below, 0.95),
            Setting::choice('mirrorAcross', Station::Form, 'Mirror left and right', 'Whether the tip is printed as in a mirror.', [self::NEVER, self::ALWAYS, self::BY_CHANCE]),
            Setting::choice('mirrorDown', Station::Form, 'Mirror top and bottom', 'Whether the tip is printed upside down, as in water.', [self::NEVER, self::ALWAYS, self::BY_CHANCE]),
            Setting::number('posture', Station::Form, 'Posture', 'How far the print leans out along the pen as the pen tilts.', '%', 0, 1, 0, true),
            Setting::choice('frameRule', Station::Form, 'Frames', 'Which picture of the tip each dab prints.', [self::IN_TURN, self::SHUFFLED, self::BY_PRESSURE, self::BY_HEADING, self::BY_TRAVEL, self::PER_STROKE]),
            Setting::number('frameLength', Station::Form, 'Frames go round in', 'The way over which all frames are gone through once.', 'px', 1, 5000, 200),
            Setting::choice('laidAs', Station::Form, 'Laid as', 'Dabs, or the tip as one continuous band along the stroke.', [self::DABS, self::BAND_ONCE, self::BAND_REPEATED]),
            Setting::number('bandHead', Station::Form, 'Kept head', 'The part of the band’s picture that prints once, at the beginning.', '%', 0, 0.45, 0),
            Setting::number('bandTail', Station::Form, 'Kept tail', 'The part of the band’s picture that prints once, at the end. It shows when the pen lifts.', '%', 0, 0.45, 0),
        ];
    }
}
