<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut\Choice;

/** How the edge of a thing mixes with its ground. */
enum ThingEdge: string
{
    case AsItIs = 'as it is';
    case Soft = 'soft';
    case Hair = 'hair and fur';

    /** Px of a picture of 480 over which it is mixed, beyond what every edge is. */
    public function wider(): int
    {
        return match ($this) {
            self::AsItIs => 0,
            self::Soft => 3,
            self::Hair => 8,
        };
    }
}
