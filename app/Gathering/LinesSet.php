<?php

declare(strict_types=1);

namespace App\Gathering;

/** Where lines of lettering stand to one another. */
enum LinesSet: string
{
    case Middle = 'in the middle';
    case Left = 'at the left';
    case Right = 'at the right';
}
