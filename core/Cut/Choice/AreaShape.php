<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** What an area is drawn as. */
enum AreaShape: string
{
    case Box = 'box';
    case Oval = 'oval';
    case Free = 'free outline';
}
