<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** Where the colour of a backing is known from. */
enum BackingSource: string
{
    case Measured = 'measured at the edge';
    case Given = 'given';
}
