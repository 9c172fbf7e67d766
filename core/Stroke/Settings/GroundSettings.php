<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Settings;

use Yarrowfog\Core\Stroke\Setting;

/** Ground: what the print meets. Tooth, bite, rim and noise come here. */
final class GroundSettings
{
    /** @return list<Setting> */
    public static function all(): array
    {
        return [];
    }
}
