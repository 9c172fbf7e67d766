<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** What the bumps of the ground lie still in. */
enum FixedTo: string
{
    case Sheet = 'sheet';
    case Dab = 'dab';
}
