<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** Whether a mark is darker or lighter than what it lies on. */
enum GroundTone: string
{
    case Lighter = 'lighter than the mark';
    case Darker = 'darker than the mark';
}
