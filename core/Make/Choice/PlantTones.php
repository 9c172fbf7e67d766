<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Choice;

/** What a plant is drawn in. */
enum PlantTones: string
{
    case DarkToLight = 'dark to light';
    case Black = 'black';
    case Greens = 'greens';
}
