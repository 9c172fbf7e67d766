<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** What a brush does to the sheet. */
enum Does: string
{
    case Paints = 'paints';
    case Erases = 'erases';
    case Smudges = 'smudges';
}
