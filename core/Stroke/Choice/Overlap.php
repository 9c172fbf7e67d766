<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** Whether a stroke that crosses itself gets darker. */
enum Overlap: string
{
    case StaysEven = 'stays even';
    case AddsUp = 'adds up';
}
