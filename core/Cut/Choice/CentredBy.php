<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** What of the ink stands in the middle. */
enum CentredBy: string
{
    case Outline = 'its outline';
    case Weight = 'its weight';
}
