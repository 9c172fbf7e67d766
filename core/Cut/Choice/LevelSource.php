<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** Where the grey that parts ink from paper is known from. */
enum LevelSource: string
{
    case Found = 'found';
    case Given = 'given';
}
