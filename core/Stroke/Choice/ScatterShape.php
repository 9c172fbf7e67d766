<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** How offsets lie within the reach of a scatter. */
enum ScatterShape: string
{
    case Even = 'even';
    case Clustered = 'clustered';
    case Disc = 'disc';
}
