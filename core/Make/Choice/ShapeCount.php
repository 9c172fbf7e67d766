<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Choice;

/** Whether one shape is made, or many. */
enum ShapeCount: string
{
    case One = 'one shape';
    case Cluster = 'a cluster';
}
