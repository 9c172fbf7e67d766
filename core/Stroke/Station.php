<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Stroke;

/** The five stations that a stroke passes, in their order. */
enum Station: string
{
    case Hand = 'hand';
    case Step = 'step';
    case Form = 'form';
    case Ink = 'ink';
    case Ground = 'ground';
}
