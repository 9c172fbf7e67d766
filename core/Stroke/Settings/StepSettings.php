<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Stroke\Choice\ScatterReach;
use Yarrowfog\Core\Stroke\Choice\ScatterShape;
use Yarrowfog\Core\Stroke\Choice\YesNo;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Station;

/** Step: where along the path the dabs fall. */
final class StepSettings
{
    /** @return list<Setting> */
    public static function all(): array
    {
        return [
            Setting::number('spacing', Station::Step, 'Spacing', 'The way from one dab to the next, as a part of the dab’s size where it stands.', '%', 0.01, 10, 0.1, true, SpreadKind::AroundPart, 1.0),
            Setting::choice('onePerPress', Station::Step, 'One per press', 'One press of the pen prints once, however far it travels: a stamp.', YesNo::class),
            Setting::number('linger', Station::Step, 'Linger', 'Dabs per second while the pen rests.', '/s', 0, 60, 0, true),
            Setting::number('count', Station::Step, 'Count', 'Dabs that fall at each place together; scatter pulls them apart.', '', 1, 16, 1, true, SpreadKind::Below),
            Setting::number('scatterAcross', Station::Step, 'Scatter across', 'Throws dabs to the sides of the path, by up to this part of their size, or of a width.', '%', 0, 5, 0, true),
            Setting::number('scatterAlong', Station::Step, 'Scatter along', 'Throws dabs back and forth along the path, by up to this part of their size, or of a width.', '%', 0, 5, 0, true),
            Setting::choice('scatterShape', Station::Step, 'Scatter falls', 'Evenly over the reach, clustered towards the path, or within a disc.', ScatterShape::class),
            Setting::choice('scatterOf', Station::Step, 'Scatter is a part of', 'The size of each dab, or a width of its own: a spray stays as wide however large its drops are.', ScatterReach::class),
            Setting::number('scatterWidth', Station::Step, 'Width of the scatter', 'What scatter across and along are parts of.', 'px', 1, 2000, 100, true),
        ];
    }
}
