<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** Whether the tip prints as in a mirror. */
enum Mirror: string
{
    case Never = 'never';
    case Always = 'always';
    case ByChance = 'by chance';
}
