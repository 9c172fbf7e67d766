<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** What a second tip does to the first. */
enum BiteCombine: string
{
    case Cut = 'cut';
    case Keep = 'keep';
    case Join = 'join';
    case Darken = 'darken';
    case Lighten = 'lighten';
}
