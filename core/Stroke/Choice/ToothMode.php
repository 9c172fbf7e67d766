<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** What the bumps of the ground do to ink. */
enum ToothMode: string
{
    case Shade = 'shade';
    case Carve = 'carve';
    case Catch = 'catch';
}
