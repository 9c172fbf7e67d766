<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** Which picture of the tip a dab prints. */
enum FrameRule: string
{
    case InTurn = 'in turn';
    case Shuffled = 'shuffled';
    case ByPressure = 'by pressure';
    case ByHeading = 'by heading';
    case ByTravel = 'by travel';
    case PerStroke = 'one per stroke';
}
