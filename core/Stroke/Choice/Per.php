<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** What something happens anew for. */
enum Per: string
{
    case Dab = 'dab';
    case Stroke = 'stroke';
}
