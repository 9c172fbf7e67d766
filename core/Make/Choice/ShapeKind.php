<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Make\Choice;

/** A shape that is made. */
enum ShapeKind: string
{
    case Ellipse = 'ellipse';
    case Polygon = 'polygon';
    case Star = 'star';
    case Ring = 'ring';
    case Bar = 'bar';
    case Arc = 'arc';
    case Blob = 'blob';
    case Cross = 'cross';
    case Drop = 'drop';
}
