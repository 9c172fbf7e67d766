<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Choice;

/** A plant that is grown. */
enum Plant: string
{
    case GrassTuft = 'grass tuft';
    case Twig = 'twig';
    case Frond = 'frond';
    case Weed = 'weed';
    case Coral = 'coral';
}
