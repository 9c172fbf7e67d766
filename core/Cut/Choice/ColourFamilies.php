<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** What colours are told apart by to become greys. */
enum ColourFamilies: string
{
    case Six = 'six hues';
    case Three = 'red, green, blue';
}
