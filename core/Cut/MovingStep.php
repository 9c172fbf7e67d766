<?php

declare(strict_types=1);

namespace Yarrowfog\Core\Cut;

/** A step that turns, flips or scales the picture: the places on it move. */
interface MovingStep extends ToneStep
{
    public function move(Placement $before): Placement;
}
