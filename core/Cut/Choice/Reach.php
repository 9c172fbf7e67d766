<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** Where a colour that is pointed at is cleared. */
enum Reach: string
{
    case Touching = 'touching only';
    case Everywhere = 'everywhere';
}
