<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** What a size is given as. */
enum ScaleGoal: string
{
    case Side = 'a longer side';
    case Part = 'a part of itself';
}
