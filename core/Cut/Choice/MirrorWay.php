<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** Which sides of a picture change places. */
enum MirrorWay: string
{
    case Across = 'left and right';
    case Down = 'top and bottom';
    case Both = 'both';
}
