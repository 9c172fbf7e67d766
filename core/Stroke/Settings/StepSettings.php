<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Stroke\Brush;
use Yarrowfog\Core\Stroke\Setting;
use Yarrowfog\Core\Stroke\SpreadKind;
use Yarrowfog\Core\Stroke\Station;
use Yarrowfog\Core\Stroke\Trace;

/** Step: where along the path the dabs fall. Count, linger and one per press come here. */
final class StepSettings
{
    /** @return list<Setting> */
    public static function all(): array
    {
        $isTap = fn (Brush $b, Trace $t): ?string => count($t->samples) < 2 ? 'idle: a tap prints one dab' : null;
        $scatters = fn (string $id): callable => fn (Brush $b, Trace $t): ?string => $b->base($id) <= 0.0 ? 'idle: set to zero' : null;

        return [
            Setting::number('spacing', Station::Step, 'Spacing', 'The way from one dab to the next, as a part of the dab’s size where it stands.', '%', 0.01, 10, 0.1, true, SpreadKind::AroundPart, 1.0, $isTap),
            Setting::number('scatterAcross', Station::Step, 'Scatter across', 'Throws dabs to the sides of the path, by up to this part of their size.', '%', 0, 5, 0, true, idle: $scatters('scatterAcross')(...)),
            Setting::number('scatterAlong', Station::Step, 'Scatter along', 'Throws dabs back and forth along the path, by up to this part of their size.', '%', 0, 5, 0, true, idle: $scatters('scatterAlong')(...)),
        ];
    }
}
