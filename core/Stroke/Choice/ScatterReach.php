<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** What a scatter is a part of. */
enum ScatterReach: string
{
    case OfSize = 'the size';
    case OfWidth = 'a width';
}
