<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** What a cast shadow is painted with. */
enum ShadowColour: string
{
    case Black = 'black';
    case SecondInk = 'second ink';
}
