<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** Where pressure comes from when the pen or mouse reports none. */
enum AssumedPressure: string
{
    case Steady = 'steady';
    case FromSpeed = 'from speed';
}
