<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** What the tip turns with, on top of its own angle. */
enum AngleFollows: string
{
    case Nothing = 'nothing';
    case Heading = 'heading';
    case Azimuth = 'azimuth';
    case Twist = 'twist';
}
