<?php

declare(strict_types=1);

namespace App\Serving;

/** When a worker could go on with what it has put off. */
enum Pause
{
    /** Nobody asks for anything. */
    case Idle;

    /** Somebody may ask for something, but nobody waits for ink; or somebody does, and it is the turn of something else for once. */
    case BetweenCalls;

    /** Somebody waits for ink. */
    case BetweenPieces;
}
