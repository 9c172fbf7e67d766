<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Stroke\Choice\AngleFollows;
use Yarrowfog\Core\Stroke\Choice\FrameRule;
use Yarrowfog\Core\Stroke\Choice\LaidAs;
use Yarrowfog\Core\Stroke\Choice\Mirror;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Station;

/** Form: how each dab is shaped. */
final class FormSettings
{
    /** @return list<Setting> */
    public static function all(): array
    {
        return [
            Setting::number('size', Station::Form, 'Size', 'The longer side of the tip as it prints; the width of a band.', 'px', 1, 2000, 48, true, SpreadKind::Below),
            Setting::number('angle', Station::Form, 'Angle', 'How far the tip is turned, clockwise.', '°', -180, 180, 0, true, SpreadKind::AroundUnits, 180),
            Setting::choice('angleFollows', Station::Form, 'Angle follows', 'What the tip turns with, on top of its own angle.', AngleFollows::class),
            Setting::number('roundness', Station::Form, 'Roundness', 'Squeezes the tip from top and bottom.', '%', 0.05, 1, 1, true, SpreadKind::Below, 0.95),
            Setting::choice('mirrorAcross', Station::Form, 'Mirror left and right', 'Whether the tip is printed as in a mirror.', Mirror::class),
            Setting::choice('mirrorDown', Station::Form, 'Mirror top and bottom', 'Whether the tip is printed upside down, as in water.', Mirror::class),
            Setting::number('posture', Station::Form, 'Posture', 'How far the print leans out along the pen as the pen tilts.', '%', 0, 1, 0, true),
            Setting::choice('frameRule', Station::Form, 'Frames', 'Which picture of the tip each dab prints.', FrameRule::class),
            Setting::number('frameLength', Station::Form, 'Frames go round in', 'The way over which all frames are gone through once.', 'px', 1, 5000, 200),
            Setting::choice('laidAs', Station::Form, 'Laid as', 'Dabs, or the tip as one continuous band along the stroke.', LaidAs::class),
            Setting::number('bandHead', Station::Form, 'Kept head', 'The part of the band’s picture that prints once, at the beginning.', '%', 0, 0.45, 0),
            Setting::number('bandTail', Station::Form, 'Kept tail', 'The part of the band’s picture that prints once, at the end. It shows when the pen lifts.', '%', 0, 0.45, 0),
        ];
    }
}
