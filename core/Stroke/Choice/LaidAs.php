<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke\Choice;

/** Dabs, or one continuous band. */
enum LaidAs: string
{
    case Dabs = 'dabs';
    case BandOnce = 'band, stretched once';
    case BandRepeated = 'band, repeated';
}
